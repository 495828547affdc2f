/** The shape of `packs/safety.json`: cautions shown at a step and restrictions that change the plan. */
import type { Source } from '../breeds/source.ts';
import type { Direction, Technique } from '../tools/pack.ts';

export interface Caution {
  readonly id: string;
  readonly text: string;
  readonly source: Source;
}

export interface RestrictionKind {
  readonly id: string;
  readonly name: string;
  /** Concerns the whole dog, or a zone where it was seen. */
  readonly scope: 'dog' | 'zone';
  /** Zone kinds a whole-dog restriction bears on; `*` for all. */
  readonly zones: readonly string[];
  readonly except: readonly string[];
  readonly floorMm: number;
  readonly forbidDirections: readonly Direction[];
  readonly forbidTechniques: readonly Technique[];
  readonly forbidSkipTooth: boolean;
  readonly leaveAlone: boolean;
  /** Neighbouring zones are left this much longer, to cover. */
  readonly neighboursAddMm: number;
  readonly standingMinutes: number | null;
  readonly text: string;
  readonly source: Source;
}

/** Keeps the work from starting until it is cleared or referred. */
export interface StopKind {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly refer: 'vet' | 'behaviour';
  readonly source: Source;
}

export interface SafetyPack {
  readonly stops: readonly StopKind[];
  readonly cautions: readonly Caution[];
  readonly restrictions: readonly RestrictionKind[];
  readonly doubleCoat: {
    /** The longest workable length where a salon goes ahead with consent. */
    readonly floorMm: number;
    readonly text: string;
    readonly alternatives: readonly string[];
    readonly source: Source;
  };
}
