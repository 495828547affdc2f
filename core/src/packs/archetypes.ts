/**
 * The shape of `packs/archetypes.json`. One skeleton of named landmarks (height at withers = 1, the dog faces left,
 * x = 0 at the forechest) serves every breed; archetypes and breeds state proportions and displacements of it.
 */
import type { Source } from '../terms/source.ts';

/** [x, y] in heights at withers; head landmarks in head lengths. */
export type Pair = readonly [number, number];
/** A point off a landmark by [dx, dy], heights at withers. */
export type Place = readonly [landmark: string, dx: number, dy: number];

/** Everything a proportion can say, in heights at withers unless noted. */
export interface Proportions {
  /** Forechest to pin bone. */
  readonly length: number;
  /** Withers to brisket. */
  readonly chestDepth: number;
  /** Ground to elbow. */
  readonly elbowHeight: number;
  /** Withers to occiput. */
  readonly neck: number;
  /** Occiput to nose. */
  readonly head: number;
  /** Stop to nose, share of the head. */
  readonly muzzleShare: number;
  /** Ear leather, share of the head. */
  readonly earShare: number;
  /** Ground to point of hock. */
  readonly hockHeight: number;
  /** Last rib to point of hip. */
  readonly loin: number;
  /** Root to end of the tail bone. */
  readonly tail: number;
  /** Length of a forefoot on the ground. */
  readonly foot: number;
  /** Width of the chest behind the elbows. */
  readonly chestWidth: number;
  /** Thickness of leg bone against the skeleton's own, 1 = as drawn. */
  readonly bone: number;
  /** Depth of the head against its length, 1 = as drawn. */
  readonly headDepth: number;
  /** Degrees the head's axis points below the horizon. */
  readonly headAngle: number;
  /** Degrees the neck stands more upright (+) or lower (−) than the skeleton's. */
  readonly neckAngle: number;
}

export type ProportionKey = keyof Proportions;

export interface SkeletonLandmark {
  readonly at: Pair;
  readonly region: 'trunk' | 'underline' | 'neck' | 'fore' | 'hind';
  /** The share of a correction that stays with this dog's bone; 0, held to the standard, where none is named. */
  readonly carried?: number;
  /** What a groomer calls it; null where nobody has a word for it. */
  readonly called?: string;
}

export interface ZoneArea {
  readonly zone: string;
  /** Places of the zone's closed curve within the part, read by `placesOf`; the first entry of a part has none: it is the whole part. */
  readonly area?: string;
  /** Where a label points to: one place. */
  readonly label?: string;
}

export interface PartTemplate {
  readonly id: string;
  /** Landmarks around the part in order, read by `landmarksOf`. */
  readonly outline: string;
  readonly corners?: readonly string[];
  /** Of landmarks that do not say their own. */
  readonly carried?: number;
  /** The landmark the part goes with wherever it stands. */
  readonly ridesOn?: string;
  /** What a groomer calls places of its contour that are no landmarks. */
  readonly called?: Readonly<Record<string, string>>;
  readonly zones: readonly ZoneArea[];
}

export interface HeadStyle {
  readonly id: string;
  readonly landmarks: Readonly<Record<string, Pair>>;
  /** Shares of the head's length. */
  readonly widths: { readonly skull: number; readonly muzzle: number };
  /** Eye: size as a share of the head. */
  readonly eye: number;
}

export interface EarStyle {
  readonly id: string;
  readonly carriage: 'drop' | 'button' | 'prick';
  readonly landmarks: Readonly<Record<string, Pair>>;
  readonly corners: readonly string[];
  /** Drawn before the head (only the part above it shows) or over it. */
  readonly behindHead: boolean;
}

export interface TailStyle {
  readonly id: string;
  /** Centre line from the root, [dx, dy] in tail lengths. */
  readonly centre: readonly Pair[];
  /** Half thickness at each centre point, in heights. */
  readonly radius: readonly number[];
  /** Share of the way from root to tip where the tail zone begins. */
  readonly rootShare: number;
  readonly overBack: boolean;
}

export interface Archetype {
  readonly id: string;
  readonly name: string;
  readonly proportions: Proportions;
  readonly head: string;
  readonly ear: string;
  readonly tail: string;
  /** Displacements of skeleton landmarks, in heights. */
  readonly moves: Readonly<Record<string, Pair>>;
  readonly source: Source;
}

export interface ArchetypePack {
  readonly skeleton: {
    readonly landmarks: Readonly<Record<string, SkeletonLandmark>>;
    readonly parts: readonly PartTemplate[];
    /** Where the far legs stand relative to the near ones. */
    readonly farFore: Pair;
    readonly farHind: Pair;
  };
  readonly heads: readonly HeadStyle[];
  readonly ears: readonly EarStyle[];
  readonly tails: readonly TailStyle[];
  readonly archetypes: readonly Archetype[];
}

/** What a breed's template says of the dog's shape: an archetype with the breed's own differences. */
export interface BodyTemplate {
  readonly archetype: string;
  readonly proportions: Partial<Proportions>;
  readonly head?: string;
  readonly ear?: string;
  readonly tail?: string;
  readonly moves?: Readonly<Record<string, Pair>>;
  /** In heights at withers, skull and muzzle in head lengths. */
  readonly widths?: Partial<Readonly<Record<'neck' | 'hip' | 'skull' | 'muzzle', number>>>;
}
