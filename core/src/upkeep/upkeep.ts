import type { Case } from '../case/resolveCase.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import { shareOf, zoneKind } from '../packs/zones.ts';
import type { Plan } from '../plan/plan.ts';

/** Minutes of brushing a week: min(60, 6 + 6 × (area/0.5) × mat × (mean length/20)) (brief: brushing need). */
export function brushMinutesPerWeek(areaM2: number, matting: number, meanLengthMm: number): number {
  return Math.min(60, 6 + 6 * (areaM2 / 0.5) * matting * (meanLengthMm / 20));
}

export interface Upkeep {
  readonly brushMinutesPerWeek: number;
  readonly meanLengthMm: number;
  readonly weeks: number;
  readonly visitsPerYear: number;
}

/** A zone has grown out at this many times the length it was left at (prior). */
const GROWN_OUT = 2;
/** … plus this, so that a clean face is not grown out in a week, mm. */
const GROWN_OUT_MM = 4;
/** A groom is due when this share of the skin has grown out (prior). */
const DUE_SHARE = 0.3;
const WEEKS = { least: 3, most: 16 } as const;

/** What living with this plan asks of the owner; `weeks` fixes the rhythm, else the coat's growth does. */
export function upkeepOf(visit: Case, plan: Plan, weeks: number | null = null): Upkeep {
  const {
    packs,
    derived: { coat, surfaceM2 },
  } = visit;
  const shares = plan.zones.map((zone) => {
    const kind = zoneKind(packs.zones, zone.zone);
    return { zone, kind, share: shareOf(zone, kind) };
  });
  const meanLengthMm = shares.reduce((sum, { zone, share }) => sum + share * zone.leftMm, 0);
  const grownOut = shares
    .filter(({ zone }) => zone.tool !== null)
    .map(({ zone, kind, share }) => {
      const growth = growthIn(coat, kind);
      return {
        share,
        days: daysToReach(growth, zone.leftMm, zone.leftMm * GROWN_OUT + GROWN_OUT_MM) ?? Infinity,
      };
    })
    .sort((a, b) => a.days - b.days);
  let due = Infinity;
  let sum = 0;
  for (const { share, days } of grownOut) {
    sum += share;
    due = days;
    if (sum >= DUE_SHARE) break;
  }
  const rhythm = weeks ?? Math.round(Math.min(WEEKS.most, Math.max(WEEKS.least, due / 7)));
  return {
    brushMinutesPerWeek: brushMinutesPerWeek(surfaceM2, coat.matting, meanLengthMm),
    meanLengthMm,
    weeks: rhythm,
    visitsPerYear: 52 / rhythm,
  };
}
