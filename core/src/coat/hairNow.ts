import type { CoatType } from '../packs/coats.ts';
import type { ZonePack } from '../packs/zones.ts';
import { coatAt, growthIn } from './hair.ts';
import { zoneKind } from '../packs/zones.ts';

/**
 * Stretched hair by zone today, mm: the lengths left at the last visit grown for the days since, with what was
 * measured today in their place.
 * @throws MisuseError for a zone the pack does not have.
 */
export function hairNow(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm' | 'fullShares' | 'fullSharesAt'>,
  zones: ZonePack,
  leftMm: Readonly<Record<string, number>>,
  days: number,
  measuredMm: Readonly<Record<string, number>>,
): Readonly<Record<string, number>> {
  const grown = Object.entries(leftMm).map(([zone, mm]) => {
    const kind = zoneKind(zones, zone);
    return [zone, coatAt(growthIn(coat, kind), mm, days)] as const;
  });
  return { ...Object.fromEntries(grown), ...measuredMm };
}
