/** The shape of `packs/mats.json`: what mats cost in minutes and pain (trade priors). */
import type { Handling } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { Region } from '../terms/zone.ts';

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
    /** On red, sore, thin or old skin the limit is this share. */
    readonly tenderSkinShare: number;
    /** The most one mat may hurt a calm dog. */
    readonly limit: number;
  };
  readonly clipMinutesPerCm2: readonly number[];
  readonly clipStartMinutes: number;
  readonly burrMinutes: number;
  /** Share of a dog's standing time that it gives to mats. */
  readonly patienceShare: Readonly<Record<Handling, number>>;
  /** What the hair of a region is worth saving. */
  readonly worth: Readonly<Record<Region, number>>;
  /** A clipped patch smaller than this share of its zone is covered by the hair around it. */
  readonly coverShare: number;
  /** Clear hair between mat and skin until it is felt for, by tightness, mm. */
  readonly toSkinMm: readonly number[];
  /** Words for the tightness in a typed finding, loosest first. */
  readonly words: readonly (readonly string[])[];
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
