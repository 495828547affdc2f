export type ConflictKind =
  | 'hair-missing'
  | 'outline-hair'
  | 'outline-skin'
  | 'outline-maximum'
  | 'welfare-over-wish'
  | 'wish-too-short'
  | 'standard-over-wish'
  | 'shaving-declined'
  | 'shaving-never'
  | 'override-unsafe'
  | 'override-needs-consent'
  | 'override-never'
  | 'override-skin'
  | 'override-beyond-hair'
  | 'override-lacks-tool'
  | 'nothing-in-drawer'
  | 'drawer-lacks'
  | 'left-shorter'
  | 'lacks-shape'
  | 'mat-takes-hair'
  | 'mat-changes-trim'
  | 'mat-beyond-floor'
  | 'one-side-lost';

/** What to buy, borrow or sharpen so that a zone can be done as wanted. */
export interface Lack {
  readonly what: 'tool' | 'carrier' | 'sharp-tool';
  /** Names of the kinds of tool that would do, the nearest first. */
  readonly kinds: readonly string[];
}

/** Two claims on a zone that could not both be kept. */
export interface Conflict {
  readonly kind: ConflictKind;
  readonly zone: string;
  /** What won, what was asked, in mm where it is a length. */
  readonly wonMm: number | null;
  readonly askedMm: number | null;
  /** The cause by its name in the packs, or a person's own words. */
  readonly about: string;
  /** What could be done instead, in the packs' words. */
  readonly alternatives: readonly string[];
  /** Days until the hair would be there; null when it will not be, or it is not a matter of time. */
  readonly daysToGrow: number | null;
  readonly lack: Lack | null;
}

/** A conflict with nothing but its two lengths and its cause. */
export const conflict = (
  kind: ConflictKind,
  zone: string,
  wonMm: number | null,
  askedMm: number | null,
  about: string,
  more: Partial<Pick<Conflict, 'alternatives' | 'daysToGrow' | 'lack'>> = {},
): Conflict => ({
  kind,
  zone,
  wonMm,
  askedMm,
  about,
  alternatives: [],
  daysToGrow: null,
  lack: null,
  ...more,
});
