import type { CoatType } from '../packs/coats.ts';
import type { ZonePack } from '../packs/zones.ts';
import { byId } from '../terms/failure.ts';
import { zoneKindId } from '../terms/zone.ts';
import { coatAt, growthIn } from './hair.ts';

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
    const kind = byId('zone', zones.zones, zoneKindId(zone));
    return [zone, coatAt(growthIn(coat, kind), mm, days)] as const;
  });
  return { ...Object.fromEntries(grown), ...measuredMm };
}
