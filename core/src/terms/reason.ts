import type { Source } from './source.ts';
import type { Direction } from './tool.ts';

/** The order in which a plan is settled. */
export type Stage = 'welfare' | 'hair' | 'standard' | 'wish' | 'structure' | 'override' | 'drawer';

export type ReasonRule =
  | 'restriction'
  | 'skin-floor'
  | 'cover-patch'
  | 'first-visit'
  | 'shaving-declined'
  | 'shaving-consented'
  | 'shaving-explained'
  | 'hair-there'
  | 'hair-guessed'
  | 'trim'
  | 'wish-lean'
  | 'wish-all-over'
  | 'wish-place'
  | 'not-asked'
  | 'weeks-between'
  | 'finding'
  | 'outline'
  | 'head-form'
  | 'shows-structure'
  | 'outline-by-hand'
  | 'outline-landmarks'
  | 'sign-length'
  | 'denser-here'
  | 'run'
  | 'school'
  | 'coat-modifier'
  | 'coat-does-not-strip'
  | 'mat-saved'
  | 'mat-part'
  | 'mat-clipped'
  | 'mat-beyond-floor'
  | 'matched-side'
  | 'override-length'
  | 'override-tool'
  | 'nearest-tool'
  | 'hand-work'
  | 'turned'
  | 'dull-tool'
  | 'wrong-hand'
  | 'left-longer'
  | 'left-shorter'
  | 'gentlest-tool'
  | 'left-alone'
  | 'nothing-fits'
  | 'comb-needs-combed-coat';

export type ReasonEffect =
  | { readonly kind: 'target'; readonly mm: number; readonly range?: readonly [number, number] }
  | { readonly kind: 'change'; readonly mm: number }
  | { readonly kind: 'floor' | 'ceiling'; readonly mm: number }
  | { readonly kind: 'removes' | 'prefers'; readonly what: readonly string[] }
  | { readonly kind: 'leave-alone' }
  | { readonly kind: 'tool'; readonly label: string; readonly direction: Direction; readonly offMm: number }
  | { readonly kind: 'note' };

/** One step of how a number came about. The sentence is made where it is shown. */
export interface Reason {
  readonly stage: Stage;
  readonly rule: ReasonRule;
  /** What the rule speaks of, by its name in the packs: a restriction, finding, trim, tool; or a person's own words. */
  readonly about: string;
  readonly source: Source | 'owner' | 'groomer' | 'measured';
  readonly effect: ReasonEffect;
  /** A later step won. */
  readonly overruled: boolean;
}

/** A reason that nothing has overruled yet. */
export const reason = (
  stage: Stage,
  rule: ReasonRule,
  about: string,
  source: Reason['source'],
  effect: ReasonEffect = { kind: 'note' },
): Reason => ({ stage, rule, about, source, effect, overruled: false });
