import type { CoatType } from './pack.ts';
import { zoneKindId } from '../plan/zones.ts';
import { coatAt, growthIn } from './hair.ts';

/**
 * Stretched hair by zone today, mm: the lengths left at the last visit grown for the days since, with what was
 * measured today in their place.
 */
export function hairNow(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm' | 'fullShares'>,
  leftMm: Readonly<Record<string, number>>,
  days: number,
  measuredMm: Readonly<Record<string, number>>,
): Readonly<Record<string, number>> {
  const grown = Object.fromEntries(
    Object.entries(leftMm).map(([zone, mm]) => [zone, coatAt(growthIn(coat, zoneKindId(zone)), mm, days)]),
  );
  return { ...grown, ...measuredMm };
}
