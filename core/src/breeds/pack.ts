/** The shape of `packs/breeds/*.json`: everything Kurrel knows of a breed. Core knows none by name. */
import type { BodyTemplate } from '../body/landmarks.ts';
import type { Direction, Finish, Technique } from '../tools/pack.ts';
import type { Source } from './source.ts';

export type Purpose = 'pet' | 'show';

/** What a trim leaves in some zones. Later areas of a trim overrule earlier ones; `*` means every zone. */
export interface TrimArea {
  readonly zones: readonly string[];
  /** Stretched length, mm, as the trim is drawn. */
  readonly mm: number;
  /** Shortest and longest that still read as this trim. */
  readonly range: readonly [number, number];
  readonly techniques: readonly Technique[];
  readonly direction: Direction;
  /** Finishes that suit, the wanted one first. */
  readonly finishes: readonly Finish[];
  /** Share of the length at landmarks of the contour: how a dome or a column is shaped. */
  readonly shape?: Readonly<Record<string, number>>;
  /** Lay of this hair where it differs from the coat's, degrees. */
  readonly layDeg?: number;
  readonly source: Source;
  readonly why?: string;
}

export interface Trim {
  readonly id: string;
  readonly name: string;
  readonly purposes: readonly Purpose[];
  readonly summary: string;
  readonly source: Source;
  readonly areas: readonly TrimArea[];
  /** Clip lines of the breed that this trim uses. */
  readonly lines: readonly string[];
}

/** A point of a clip line, tied to the dog. */
export type Anchor =
  | { readonly at: string }
  | { readonly between: readonly [string, string]; readonly share: number }
  | { readonly off: string; readonly toward: string; readonly mm: number }
  | { readonly off: string; readonly toward: string; readonly fingers: number };

export interface ClipLine {
  readonly id: string;
  readonly name: string;
  readonly anchors: readonly Anchor[];
  readonly source: Source;
}

export type Feature = 'lengthToHeight' | 'legToDepth' | 'bladeToUpperArm' | 'topline' | 'underline' | 'croup';

interface RuleBase {
  readonly text: string;
  readonly source: Source;
  readonly severity: 'fault' | 'note';
  readonly whenBroken: string;
}

/** A statement of the standard that a machine can check. Lengths in mm, slopes in degrees. */
export type Rule = RuleBase &
  (
    | { readonly kind: 'maxLength' | 'minLength'; readonly zones: readonly string[]; readonly mm: number }
    | { readonly kind: 'lengthOrder'; readonly shorter: string; readonly longer: string }
    | {
        readonly kind: 'ratio' | 'slope';
        readonly feature: Feature;
        readonly range: readonly [number, number];
      }
    | { readonly kind: 'tuckUp'; readonly want: 'none' | 'moderate' | 'definite' }
    | { readonly kind: 'reach'; readonly zone: string; readonly landmark: string }
    | { readonly kind: 'parallel'; readonly lines: readonly [string, string]; readonly toleranceDeg: number }
    | {
        readonly kind: 'shape';
        readonly part: string;
        readonly want: 'ball' | 'brick' | 'dome';
        readonly tolerance: number;
      }
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
  readonly areas: readonly TrimArea[];
  readonly source: Source;
}

export interface BreedPack {
  readonly id: string;
  readonly name: string;
  /** Stands in for breeds that have no pack of their own yet. */
  readonly generic: boolean;
  readonly coat: string;
  readonly dense: boolean;
  readonly heightMm: readonly [number, number];
  readonly weightKg: readonly [number, number];
  readonly body: BodyTemplate;
  readonly trims: readonly Trim[];
  readonly fallbacks?: readonly Fallback[];
  readonly rules: readonly Rule[];
  readonly lines: readonly ClipLine[];
  readonly cautions: readonly {
    readonly zones: readonly string[];
    readonly text: string;
    readonly source: Source;
  }[];
  readonly confusedWith: readonly { readonly breed: string; readonly text: string }[];
  readonly statements: readonly { readonly text: string; readonly source: Source }[];
}
