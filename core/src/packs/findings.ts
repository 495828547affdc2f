/** The shape of `packs/findings.json`: what hands find, where it moves the drawing and what the plan does about it. */
import type { MeasureKey } from '../terms/measure.ts';
import type { Source } from '../terms/source.ts';
import type { Pair, ProportionKey } from './archetypes.ts';

export interface StructureFinding {
  readonly id: string;
  readonly name: string;
  /**
   * Displacement of landmarks when marked, in heights at withers; half of it when mild. `part.point` is a point of a facing
   * part: [further out, further up or along].
   */
  readonly moves: Readonly<Record<string, Pair>>;
  /** Added to proportions nobody measured, when marked; half when mild. */
  readonly proportions: Partial<Readonly<Record<ProportionKey, number>>>;
  /** The eye, against the breed's own size. */
  readonly eye: number;
  /** What no outline shows: millimetres, or a share of the length, added (+) or taken (−) where marked; half when mild. */
  readonly balance: readonly {
    readonly zones: readonly string[];
    readonly mm?: number;
    readonly share?: number;
  }[];
  /** Places that are never left longer, or shorter, for it, whatever the outline says. */
  readonly never: readonly { readonly zones: readonly string[]; readonly left: 'longer' | 'shorter' }[];
  readonly advice: string;
  /** Other words for it, and the zone kinds where the hand is when it is felt. */
  readonly words: readonly string[];
  readonly at: readonly string[];
  /** May be there on one side only. */
  readonly sided: boolean;
  readonly source: Source;
}

/** What a tape says that is not as the breed is: told of as a finding is. */
export interface MeasuredFinding {
  readonly measure: MeasureKey;
  /** What it is called where it reads more than this breed has, and less. */
  readonly longer: string;
  readonly shorter: string;
  /** The zone kinds it bears on first. */
  readonly at: readonly string[];
}

export interface FindingPack {
  readonly findings: readonly StructureFinding[];
  /** A measure this much off the breed's is a finding, as a share (prior). */
  readonly measuredShare: number;
  readonly measures: readonly MeasuredFinding[];
}
