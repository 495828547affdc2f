import type { Case } from '../case/resolveCase.ts';
import type { SeenRestriction } from '../case/restrictions.ts';
import { dedupeByPlace, restriction } from '../case/restrictions.ts';
import type { Fallback } from '../packs/breed.ts';
import { byId } from '../terms/failure.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import { isAmong } from '../terms/zone.ts';
import { bladesAt } from '../welfare/mayEnter.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';
import type { JudgedMat, MatPlan, SkinUnderMat } from './matPlan.ts';
import { matPlan } from './matPlan.ts';

/** A dog's mats judged, and the case with what clipping them brings. */
export interface JudgedMats {
  readonly visit: Case;
  /** Null where there is no mat. */
  readonly plan: MatPlan | null;
  /** The zones that come to a blade's length because of a mat, with the mat that decides. */
  readonly lost: ReadonlyMap<string, JudgedMat>;
  readonly fallbacks: readonly Fallback[];
}

/** The mats of a case judged by its salon and the dog's patience. @throws MisuseError as `matPlan`. */
export function judgeMats(visit: Case): JudgedMats {
  if (visit.derived.mats.length === 0) return { visit, plan: null, lost: new Map(), fallbacks: [] };
  const { packs } = visit;
  const plan = matPlan(
    visit.derived.mats,
    visit.derived.coat,
    {
      handling: visit.facts.temper.handling,
      standingMinutes: visit.derived.standing.minutes,
      surfaceM2: visit.derived.surfaceM2,
      skinAt: (zone) => skinUnder(visit, zone),
      hairMm: visit.derived.hairMm,
    },
    visit.derived.matPolicy,
    {
      pack: packs.mats,
      zones: packs.zones,
      options: visit.derived.options,
      techniques: packs.tools.techniques,
      dullCloseMm: packs.tools.policy.dull.closeMm,
    },
  );
  const lost = lostZones(plan);
  const brought = broughtBy(visit, plan);
  return {
    visit: brought.length > 0 ? withRestrictions(visit, brought) : visit,
    plan,
    lost,
    fallbacks: visit.breed.fallbacks.filter(({ whenLost }) =>
      [...lost.keys()].some((zone) => isAmong(whenLost, zone)),
    ),
  };
}

/** The case with these restrictions too. */
const withRestrictions = (visit: Case, brought: readonly SeenRestriction[]): Case => ({
  ...visit,
  derived: {
    ...visit.derived,
    restrictions: dedupeByPlace([...visit.derived.restrictions, ...brought]),
  },
});

function skinUnder(visit: Case, zoneId: string): SkinUnderMat {
  const zone = byId('zone', visit.derived.zones, zoneId);
  const { floorMm, skipTooth, forbidden, leaveAlone, directions, restricted } = restrictionsAt(visit, zone);
  const passing = visit.packs.tools.techniques.filter(({ passesMat }) => passesMat);
  const blade = directions.includes('with') && passing.some(({ id }) => !forbidden.includes(id));
  return {
    floorMm,
    skipTooth,
    blade,
    leaveAlone: leaveAlone !== null,
    tender: restricted,
    blades: bladesAt(zone.kind, true),
  };
}

/** The restrictions that come with clipping mats off some places. */
function broughtBy({ packs }: Case, plan: MatPlan): readonly SeenRestriction[] {
  const clipped = plan.mats.filter(({ decision, blade }) => decision !== 'save' && blade !== null);
  const zones = [...new Set(clipped.map(({ mat }) => mat.zone))];
  return packs.mats.brings.flatMap(({ zones: kinds, restriction: id }) =>
    zones.filter((zone) => isAmong(kinds, zone)).map((zone) => restriction(packs, id, zone)),
  );
}

/**
 * The zones that come to a blade's length because of a mat, with the mat that decides: one under which no blade passes,
 * else the one with the shortest.
 */
function lostZones(plan: MatPlan): ReadonlyMap<string, JudgedMat> {
  const lost = new Map<string, JudgedMat>();
  for (const one of plan.mats) {
    if (!one.takesZone && !one.beyondFloor) continue;
    const other = lost.get(one.mat.zone);
    if (!other || underMm(one) < underMm(other)) lost.set(one.mat.zone, one);
  }
  return lost;
}

const underMm = ({ blade }: JudgedMat): number => blade?.leavesMm ?? 0;

/** Says that the trim is another one now, and what is kept to the end. */
export const fallbackConflicts = ({ fallbacks, lost }: JudgedMats): readonly Conflict[] =>
  fallbacks.map(({ name, keep, whenLost }) => {
    const zone = [...lost.keys()].find((id) => isAmong(whenLost, id)) ?? '';
    return conflict('mat-changes-trim', zone, null, null, name, {
      alternatives: keep === null ? [] : [keep],
    });
  });
