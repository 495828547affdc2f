import type { Case } from '../case/resolveCase.ts';
import { visibleDepth } from '../coat/hair.ts';
import type { TreatmentPack } from '../packs/treatments.ts';
import { shareOf, zoneKind } from '../packs/zones.ts';
import type { Plan } from '../plan/plan.ts';
import { requireNumber } from '../terms/failure.ts';

/** A rough clip leaves so much more than the finish, share (prior). */
const ROUGH_SHARE = 1.25;

/** The coat in the bath: its volume in litres (m² × mm of visible depth), its mean stretched length in mm, and the water it holds, mL. */
export interface CoatWater {
  readonly litres: number;
  readonly meanMm: number;
  readonly heldMl: number;
}

/**
 * What the coat holds when it is soaked and rinsed: litres of coat × what a litre of it holds (brief: water held). After a
 * rough clip it is the coat that one leaves.
 * @throws MisuseError when the plan names a zone the packs lack.
 */
export function coatWater(
  { packs, derived: { coat, surfaceM2 } }: Case,
  plan: Pick<Plan, 'zones' | 'roughClip'>,
  roughClipped = plan.roughClip.wanted,
): CoatWater {
  let [litres, lengths, shares] = [0, 0, 0];
  for (const zone of plan.zones) {
    const share = shareOf(zone, zoneKind(packs.zones, zone.zone));
    const { thereMm } = zone;
    const hairMm = roughClipped && !zone.leftAlone ? Math.min(thereMm, ROUGH_SHARE * zone.leftMm) : thereMm;
    litres += surfaceM2 * share * visibleDepth(coat, hairMm);
    lengths += share * hairMm;
    shares += share;
  }
  return { litres, meanMm: shares > 0 ? lengths / shares : 0, heldMl: litres * coat.holdMlPerL };
}

/** Water left in the coat after squeezing and so many rounds of towels, mL. The first takes most of it, each more a share of what is left. */
export function waterLeft(
  heldMl: number,
  towels: number,
  { towelledShare, moreTowelShare }: TreatmentPack['drying'],
): number {
  requireNumber('towels', towels, 0);
  if (towels < 1) return heldMl;
  return heldMl * (1 - towelledShare) * (1 - moreTowelShare) ** (towels - 1);
}

/**
 * Minutes to dry: water left over what the dryers take, mL a minute; dryers add.
 * @throws MisuseError where no dryer takes anything.
 */
export function dryingTime(waterMl: number, mlPerMinute: readonly number[]): number {
  requireNumber('waterMl', waterMl, 0);
  const rate = mlPerMinute.reduce((sum, one) => sum + requireNumber('mlPerMinute', one, 0), 0);
  requireNumber('mlPerMinute of all dryers', rate, Number.MIN_VALUE);
  return waterMl / rate;
}
