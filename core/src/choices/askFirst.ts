import type { Case } from '../case/resolveCase.ts';
import { withFacts } from '../case/resolveCase.ts';
import type { EstimateContext } from '../estimate/estimate.ts';
import { estimateVisit } from '../estimate/estimate.ts';
import { zoneKind } from '../packs/zones.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { Look } from '../terms/zone.ts';
import { LOOKS } from '../terms/zone.ts';

/** A place whose hair is worth a measurement, since the plan goes by a guess at it. */
export interface LengthToMeasure {
  readonly zone: string;
  readonly guessMm: number;
  /** The range it is probably in, mm. */
  readonly rangeMm: readonly [number, number];
  /** By how many minutes the visit is longer or shorter at the ends of that range. */
  readonly byMinutes: number;
}

/** More would not be asked of a groomer before work. */
const ASKED = 3;
/** A difference that no one would measure for, minutes. */
const LEAST_MINUTES = 1;

/**
 * The lengths that would change the plan most if they were known, the most first: every look of the dog (jacket, legs, head …) that nobody
 * measured is planned as short and as long as its hair may be; the largest place of a look stands for it.
 * @throws MisuseError when the packs lack something the case names.
 */
export function askFirst(visit: Case, plan: Plan, context: EstimateContext): readonly LengthToMeasure[] {
  const off = Math.exp(visit.derived.coat.guessSpread);
  const guessed = plan.zones.filter(({ hairMm }) => hairMm === null);
  const minutesAt = (zones: readonly ZonePlan[], share: number): number => {
    const said = zones.map(({ zone, thereMm }) => [zone, thereMm * share] as const);
    const { facts } = visit;
    const known = withFacts(visit, { ...facts, hairMm: { ...facts.hairMm, ...Object.fromEntries(said) } });
    return estimateVisit(known, planGroom(known), context).minutes.mid;
  };
  return LOOKS.flatMap((look): readonly LengthToMeasure[] => {
    const zones = ofLook(visit, guessed, look);
    const [largest] = zones;
    if (!largest) return [];
    const { zone, thereMm } = largest;
    const byMinutes = Math.abs(minutesAt(zones, off) - minutesAt(zones, 1 / off));
    return [{ zone, guessMm: thereMm, rangeMm: [thereMm / off, thereMm * off], byMinutes }];
  })
    .filter(({ byMinutes }) => byMinutes >= LEAST_MINUTES)
    .sort((a, b) => b.byMinutes - a.byMinutes)
    .slice(0, ASKED);
}

/** The places of a look, the largest first. */
const ofLook = ({ packs }: Case, zones: readonly ZonePlan[], look: Look): readonly ZonePlan[] =>
  zones
    .map((one) => ({ one, kind: zoneKind(packs.zones, one.zone) }))
    .filter(({ kind }) => kind.look === look)
    .sort((a, b) => b.kind.share - a.kind.share)
    .map(({ one }) => one);
