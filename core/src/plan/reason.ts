import type { Source } from '../breeds/source.ts';
import type { Direction } from '../tools/pack.ts';

/** The order in which a plan is settled. */
export type Stage = 'welfare' | 'hair' | 'standard' | 'wish' | 'structure' | 'override' | 'drawer';

export type ReasonRule =
  | 'restriction'
  | 'double-coat'
  | 'double-coat-consented'
  | 'hair-there'
  | 'trim'
  | 'wish-lean'
  | 'wish-all-over'
  | 'weeks-between'
  | 'finding'
  | 'sign-length'
  | 'denser-here'
  | 'cover-patch'
  | 'school'
  | 'coat-modifier'
  | 'coat-does-not-strip'
  | 'mat-saved'
  | 'mat-part'
  | 'mat-clipped'
  | 'mat-beyond-floor'
  | 'override-length'
  | 'override-tool'
  | 'nearest-tool'
  | 'hand-work'
  | 'left-alone'
  | 'nothing-fits'
  | 'comb-needs-combed-coat';

export type ReasonEffect =
  | { readonly kind: 'target'; readonly mm: number; readonly range?: readonly [number, number] }
  | { readonly kind: 'change'; readonly mm: number }
  | { readonly kind: 'floor' | 'ceiling'; readonly mm: number }
  | { readonly kind: 'removes'; readonly what: readonly string[] }
  | { readonly kind: 'tool'; readonly label: string; readonly direction: Direction; readonly offMm: number }
  | { readonly kind: 'note' };

/** One step of how a number came about. The sentence is made where it is shown. */
export interface Reason {
  readonly stage: Stage;
  readonly rule: ReasonRule;
  /** What the rule speaks of: a restriction, finding, trim or wish by name, or a person's words. */
  readonly about: string;
  readonly source: Source | 'owner' | 'groomer' | 'measured';
  readonly effect: ReasonEffect;
  /** A later step won. */
  readonly overruled: boolean;
}

export type ConflictKind =
  | 'hair-missing'
  | 'welfare-over-wish'
  | 'standard-over-wish'
  | 'double-coat-declined'
  | 'override-unsafe'
  | 'override-beyond-hair'
  | 'nothing-in-drawer'
  | 'mat-takes-hair'
  | 'mat-changes-trim'
  | 'mat-beyond-floor'
  | 'one-side-lost';

/** Two claims on a zone that could not both be kept. */
export interface Conflict {
  readonly kind: ConflictKind;
  readonly zone: string;
  /** What won, what was asked, in mm where it is a length. */
  readonly wonMm: number | null;
  readonly askedMm: number | null;
  readonly about: string;
  readonly alternatives: readonly string[];
  /** Days until the hair would be there; null when it will not be, or it is not a matter of time. */
  readonly daysToGrow: number | null;
}
