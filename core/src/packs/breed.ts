/**
 * The shape of a breed once its file is resolved (`resolveBreed.ts`): everything Kurrel knows of a breed. Core knows none
 * by name.
 */
import type { BodyTemplate } from './archetypes.ts';
import type { Purpose } from '../terms/dog.ts';
import type { Kennel, Source } from '../terms/source.ts';
import type { Technique } from '../terms/tool.ts';
import type { Form } from './forms.ts';
import type { Run } from './runs.ts';
import type { ToolRole } from './tools.ts';
import type { Split, Usual } from './zones.ts';

/** What a trim leaves in a zone. */
export interface TrimArea extends Usual {
  /** Stretched length, mm, as the trim is drawn. */
  readonly mm: number;
  /** Shortest and longest that still read as this trim. */
  readonly range: readonly [number, number];
  /** Share of the length at landmarks of the contour: how a dome or a column is shaped. */
  readonly shape: Readonly<Record<string, number>> | null;
  /** What shape of hand tool it wants before those of its form. */
  readonly roles: readonly ToolRole[];
  /** Lay of this hair where it differs from the coat's, degrees. */
  readonly layDeg: number | null;
  /** Edges towards shorter hair: cut at a bevel, or left to stand over it. */
  readonly edge: 'bevelled' | 'over';
  /** The hair is left as it stands, at most tipped: the first of its techniques cuts nothing. */
  readonly stands: boolean;
  /** The direction is the pattern's word: no length turns a machine against it. */
  readonly directionBinds: boolean;
  /** Drawn for a head of the breed's middle size: longer on a larger head. */
  readonly scale: 'head' | null;
  readonly source: Source;
  readonly why: string | null;
}

/** What a trim, or a fallback of one, leaves by zone kind. */
export type Areas = Readonly<Record<string, TrimArea>>;

export interface Trim {
  readonly id: string;
  readonly name: string;
  readonly purposes: readonly Purpose[];
  readonly summary: string;
  readonly source: Source;
  /** Every zone kind has its area. */
  readonly areas: Areas;
  /** How its places run together under a machine: every place drawn for one is in one of them. */
  readonly runs: readonly Run[];
  /** What a hand shapes as one thing: every place is in one of them. */
  readonly forms: readonly Form[];
  /** What the head is shaped to; null where it is left as its places are drawn. */
  readonly head: HeadForm | null;
  /** Clip lines of the breed that this trim uses. */
  readonly lines: readonly string[];
  /** Places that one of those lines divides: their parts have areas, runs and forms of their own. */
  readonly splits: readonly Split[];
}

/** A point of a clip line, tied to the dog. */
export type Anchor =
  | { readonly at: string }
  | { readonly between: readonly [string, string]; readonly share: number }
  | { readonly off: string; readonly toward: string; readonly mm: number }
  | { readonly off: string; readonly toward: string; readonly fingers: number }
  /**
   * From a landmark at an angle until the straight line through two others: 0° is level towards the tail, 90° plumb upward, −90° plumb
   * down, 180° level towards the nose.
   */
  | { readonly from: string; readonly deg: number; readonly until: readonly [string, string] };

export interface ClipLine {
  readonly id: string;
  readonly name: string;
  readonly anchors: readonly Anchor[];
  readonly source: Source;
}

/** Proportions of a dog with its coat on that the side view can tell: one line to another. */
export type Proportion = 'lengthToHeight' | 'legToDepth' | 'bladeToUpperArm' | 'foreFrontShare';
/** Slopes of its lines, degrees; the croup's is how far it falls. */
export type Slope = 'topline' | 'underline' | 'croup';
export type Feature = Proportion | Slope;

/** Lines of a dog with its coat on that a standard may want parallel. */
export type BodyLine =
  'skull' | 'foreface' | 'hockFront' | 'hockBack' | 'rearLeft' | 'rearRight' | 'foreLeft' | 'foreRight';

/** What a trim makes of a head: seen from ahead, but for the wedge, which is one line from nose to crown from the side. */
export type HeadForm = 'ball' | 'brick' | 'dome' | 'crest' | 'pear' | 'wedge';

/** Shapes of a head seen from ahead that a standard may want. */
export type HeadShape = 'round' | 'brick' | 'dome';

interface RuleBase {
  readonly id: string;
  readonly text: string;
  /** Where the sentence comes from; of a standard's, whose. Its figures are a prior unless they are the standard's as well. */
  readonly source: Source;
  readonly whose?: readonly Kennel[];
  readonly figures?: 'standard';
  readonly severity: 'fault' | 'note';
  readonly whenBroken: string;
  /** A statement about show presentation says nothing of a pet trim; none means both. */
  readonly purposes?: readonly Purpose[];
}

/** A statement of the standard that a machine can check. Lengths in mm, slopes in degrees. */
export type Rule = RuleBase &
  (
    | { readonly kind: 'maxLength' | 'minLength'; readonly zones: readonly string[]; readonly mm: number }
    | { readonly kind: 'lengthOrder'; readonly shorter: string; readonly longer: string }
    | { readonly kind: 'ratio'; readonly feature: Proportion; readonly range: readonly [number, number] }
    | { readonly kind: 'slope'; readonly feature: Slope; readonly range: readonly [number, number] }
    | { readonly kind: 'parallel'; readonly lines: readonly [BodyLine, BodyLine]; readonly withinDeg: number }
    /** Off the shape by no more than this share of the head's size. */
    | { readonly kind: 'shape'; readonly want: HeadShape; readonly within: number }
    /** The hair of a place, as it stands, is as long as the way from one landmark to another. */
    | { readonly kind: 'reach'; readonly zone: string; readonly from: string; readonly to: string }
    | { readonly kind: 'tuckUp'; readonly want: 'none' | 'moderate' | 'definite' }
    | { readonly kind: 'untouched'; readonly zones: readonly string[] }
    | { readonly kind: 'never'; readonly technique: Technique; readonly zones: readonly string[] }
  );

/** What the trim becomes where a matted part of it cannot be saved. */
export interface Fallback {
  /** Zone kinds whose loss brings it. */
  readonly whenLost: readonly string[];
  readonly name: string;
  /** What is kept to the end to hold the dog by, said at the step. */
  readonly keep: string | null;
  readonly areas: Areas;
  readonly source: Source;
}

export interface BreedPack {
  readonly id: string;
  /** A name for what its file says. */
  readonly version: string;
  readonly name: string;
  /** Stands in for breeds that have no pack of their own yet. */
  readonly generic: boolean;
  readonly coat: string;
  readonly dense: boolean;
  readonly heightMm: readonly [number, number];
  readonly weightKg: readonly [number, number];
  readonly body: BodyTemplate;
  readonly trims: readonly Trim[];
  readonly fallbacks: readonly Fallback[];
  readonly rules: readonly Rule[];
  readonly lines: readonly ClipLine[];
  readonly cautions: readonly {
    readonly zones: readonly string[];
    readonly text: string;
    readonly source: Source;
  }[];
  readonly confusedWith: readonly { readonly breed: string; readonly text: string }[];
  readonly statements: readonly {
    readonly text: string;
    readonly source: Source;
    /** Of a standard, whose. */
    readonly whose?: readonly Kennel[];
  }[];
}
