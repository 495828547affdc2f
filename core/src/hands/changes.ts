import { byId } from '../terms/failure.ts';
import type { SeenSign } from './hands.ts';
import type { MeasuredLength } from './hands.ts';
import type { SignPack } from '../packs/signs.ts';

export type Change =
  | { readonly kind: 'new' | 'gone'; readonly sign: string; readonly zone: string | null }
  | {
      readonly kind: 'grown' | 'shrunk';
      readonly sign: string;
      readonly zone: string | null;
      readonly fromMm: number;
      readonly toMm: number;
    }
  | {
      readonly kind: 'shorter' | 'longer';
      readonly zone: string;
      readonly predictedMm: number;
      readonly measuredMm: number;
    };

/** A lump that differs by less than this was measured differently, mm. */
const SIZE_SLACK_MM = 2;
/** Hair this share off the prediction is worth a word, and at least so many mm. */
const LENGTH_SHARE = 0.2;
const LENGTH_SLACK_MM = 4;

/**
 * What is different from the last visit: signs that stay (lumps, patches, pigment) which are new, gone or of another
 * size, and hair that did not grow as predicted. Nothing is compared where there was no last visit.
 */
export function changesSince(
  pack: SignPack,
  last: {
    readonly signs: readonly SeenSign[];
    readonly predictedMm: Readonly<Record<string, number>>;
  } | null,
  now: { readonly signs: readonly SeenSign[]; readonly lengths: Readonly<Record<string, MeasuredLength>> },
): readonly Change[] {
  if (!last) return [];
  const stays = ({ sign }: SeenSign) => byId('sign', pack.signs, sign).stays;
  const same = (a: SeenSign, b: SeenSign) => a.sign === b.sign && a.zone === b.zone;
  const changes: Change[] = [];
  for (const seen of now.signs.filter(stays)) {
    const { sign, zone } = seen;
    const before = last.signs.find((other) => same(other, seen));
    if (!before) changes.push({ kind: 'new', sign, zone });
    else if (before.sizeMm !== null && seen.sizeMm !== null) {
      const by = seen.sizeMm - before.sizeMm;
      if (Math.abs(by) < SIZE_SLACK_MM) continue;
      const kind = by > 0 ? 'grown' : 'shrunk';
      changes.push({ kind, sign, zone, fromMm: before.sizeMm, toMm: seen.sizeMm });
    }
  }
  for (const before of last.signs.filter(stays)) {
    if (!now.signs.some((other) => same(other, before))) {
      changes.push({ kind: 'gone', sign: before.sign, zone: before.zone });
    }
  }
  for (const [zone, { mm }] of Object.entries(now.lengths)) {
    const predictedMm = last.predictedMm[zone];
    if (predictedMm === undefined) continue;
    const off = mm - predictedMm;
    if (Math.abs(off) < Math.max(LENGTH_SLACK_MM, LENGTH_SHARE * predictedMm)) continue;
    changes.push({ kind: off < 0 ? 'shorter' : 'longer', zone, predictedMm, measuredMm: mm });
  }
  return changes;
}
