/** The shape of `packs/times.json`: how long the parts of a visit take (trade priors). */
import type { Severity } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { Technique } from '../terms/tool.ts';
import type { Region } from '../terms/zone.ts';

export interface TimePart {
  readonly id: string;
  readonly name: string;
  /** The part that brushing out, the bath and drying go to; the part a rough clip lengthens. */
  readonly role: 'brush' | 'wash' | 'dry' | 'rough-clip' | null;
  readonly fixed: number;
  /** Minutes per m² of dog. */
  readonly perM2: number;
  /** Minutes per litre of coat: m² of skin × mm that it stands off. */
  readonly perLitre: number;
  readonly source: Source;
}

export interface TimePack {
  readonly parts: readonly TimePart[];
  /** The part that the zones of a region belong to. */
  readonly regions: Readonly<Record<Region, string>>;
  /** Minutes for a m² of skin on an open flank. */
  readonly perM2: Readonly<Record<Technique, number>>;
  /** A small dog is finer work: its m² count as `middleM2 × (m² / middleM2) ^ power`. */
  readonly finer: { readonly middleM2: number; readonly power: number };
  /** What makes some parts longer (`*`: all). */
  readonly factors: readonly {
    readonly of: 'restriction' | 'sign' | 'modifier' | 'purpose';
    readonly id: string;
    /** Only at this level of the sign. */
    readonly level?: Severity;
    readonly parts: readonly string[];
    readonly factor: number;
    readonly text: string;
  }[];
  readonly denseFactor: number;
  readonly traineeFactor: number;
  /** Log sd: of a prior for one groomer, of mats, of one logged part around its mean, of a dog's or groomer's own pace. */
  readonly spread: {
    readonly own: number;
    readonly mats: number;
    readonly observed: number;
    readonly history: number;
  };
  /** A rough clip costs this share of the body's minutes. */
  readonly roughClipShare: number;
  /** Bulk taken off with a comb before the hand shapes: minutes per m², the hand's share that is left, and what it must save. */
  readonly bulk: {
    readonly perM2: number;
    readonly handShare: number;
    readonly leastMinutes: number;
    readonly source: Source;
  };
  /** To blend one step between two places. */
  readonly joinMinutes: number;
  /** Rest between two sittings, and the sittings a dog has in one visit. */
  readonly pauseMinutes: number;
  readonly sittingsPerVisit: number;
  /** Days until the second visit of a groom that is parted. */
  readonly secondVisitDays: number;
  /** Parts that may be dropped, the first to go first. */
  readonly cosmetic: readonly string[];
  readonly source: Source;
}
