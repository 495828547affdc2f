/** The shape of `packs/times.json`: how long the parts of a visit take on a calm dog of ordinary density (priors). */
import type { Source } from '../breeds/source.ts';
import type { ZoneKind } from '../plan/zones.ts';
import type { Technique } from '../tools/pack.ts';

export interface TimePart {
  readonly id: string;
  readonly name: string;
  readonly fixed: number;
  /** Minutes per m² of dog. */
  readonly perM2: number;
  readonly source: Source;
}

export interface TimePack {
  readonly parts: readonly TimePart[];
  /** The part that the zones of a region belong to. */
  readonly regions: Readonly<Record<ZoneKind['region'], string>>;
  /** Minutes for a m² of skin on an open flank. */
  readonly perM2: Readonly<Record<Technique, number>>;
  readonly drying: { readonly towelledShare: number; readonly mlPerMinute: number };
  /** What makes some parts longer (`*`: all). */
  readonly factors: readonly {
    readonly of: 'restriction' | 'sign' | 'modifier';
    readonly id: string;
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
  /** Rest between two sittings, and the sittings a dog has in one visit. */
  readonly pauseMinutes: number;
  readonly sittingsPerVisit: number;
  /** Parts that may be dropped, the first to go first. */
  readonly cosmetic: readonly string[];
  readonly source: Source;
}
