/** The shape of `packs/mats.json`: what mats cost in minutes and pain (trade priors). */
import type { Source } from '../breeds/source.ts';
import type { Handling } from '../hands/pack.ts';
import type { ZoneKind } from '../plan/zones.ts';

export interface MatPack {
  /** Minutes to brush out a square centimetre: loose, firm, tight. */
  readonly minutesPerCm2: readonly number[];
  /** Minutes grow by this share on a dense coat. */
  readonly densityShare: number;
  /** From this tightness on nothing is brushed out. */
  readonly feltGrade: number;
  readonly pain: {
    readonly byTightness: readonly number[];
    /** Nearer to the skin than this, pain grows, doubling at the skin. */
    readonly nearMm: number;
    /** Thin skin and folds. */
    readonly tenderFactor: number;
    /** The most one mat may hurt a calm dog. */
    readonly limit: number;
  };
  readonly clipMinutesPerCm2: readonly number[];
  readonly clipStartMinutes: number;
  readonly burrMinutes: number;
  /** Share of a dog's standing time that it gives to mats. */
  readonly patienceShare: Readonly<Record<Handling, number>>;
  /** What the hair of a region is worth saving. */
  readonly worth: Readonly<Record<ZoneKind['region'], number>>;
  /** A clipped patch smaller than this share of its zone is covered by the hair around it. */
  readonly coverShare: number;
  readonly combsNever: boolean;
  /** Restrictions that come with clipping a mat off these zones, and what the owner is told of it. */
  readonly brings: readonly {
    readonly zones: readonly string[];
    readonly restriction: string;
    readonly owner: string;
  }[];
  readonly technique: readonly string[];
  readonly burr: string;
  readonly source: Source;
}

/** What a salon has decided about mats. */
export interface MatPolicy {
  readonly school: 'save' | 'clip';
  /** Minutes of brushing out a visit, at most. */
  readonly limitMinutes: number;
  /** The shortest blade that goes under a mat here, mm. */
  readonly bladeFloorMm: number;
  readonly feePerHour: number;
}
