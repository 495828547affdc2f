import { bodySurface } from '../bath/surface.ts';
import type { Coat } from '../coat/hair.ts';
import type { BreedPack, Fallback } from '../breeds/pack.ts';
import { byId } from '../failure.ts';
import type { JudgedMat, MatPlan } from '../mats/matPlan.ts';
import { matPlan } from '../mats/matPlan.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { PlanInput, SeenRestriction } from './input.ts';
import type { Conflict } from './reason.ts';
import { zoneKindId } from './zones.ts';

/** The mats of a dog judged by its salon and patience, and the restrictions that clipping them brings. */
export function judgeMats(
  input: PlanInput,
  coat: Coat,
  options: readonly ToolOption[],
): { readonly plan: MatPlan | null; readonly restrictions: readonly SeenRestriction[] } {
  if (input.mats.length === 0) return { plan: null, restrictions: [] };
  const { packs, temper, hairMm, matPolicy, schools } = input;
  const plan = matPlan(
    input.mats,
    coat,
    {
      handling: temper.handling,
      standingMinutes: standingMinutes(input),
      weightM2: bodySurface(input.weightKg),
      floorMm: (zone) => floorOf(input, zone),
      hairMm,
    },
    { ...matPolicy, school: schools.mats === 'clip' ? 'clip' : 'save' },
    { pack: packs.mats, zones: packs.zones, options },
  );
  const clipped = plan.mats.filter(({ decision }) => decision !== 'save').map(({ mat }) => mat.zone);
  const restrictions = packs.mats.brings.flatMap(({ zones, restriction }) => {
    const hit = [...new Set(clipped)].filter((zone) => zones.includes(zoneKindId(zone)));
    const { scope } = byId('restriction', packs.safety.restrictions, restriction);
    return hit.map((zone) => ({ restriction, zone: scope === 'zone' ? zone : null }));
  });
  return { plan, restrictions };
}

/** The zones that come to a blade's length because of a mat, with the mat that decides. */
export function lostZones(plan: MatPlan | null): ReadonlyMap<string, JudgedMat> {
  const lost = new Map<string, JudgedMat>();
  for (const one of plan?.mats ?? []) {
    if (!one.takesZone && !one.beyondFloor) continue;
    const other = lost.get(one.mat.zone);
    const shorter = (one.blade?.leavesMm ?? -1) < (other?.blade?.leavesMm ?? Infinity);
    if (!other || shorter) lost.set(one.mat.zone, one);
  }
  return lost;
}

/** What the breed's trims become where these zones are lost. */
export const fallbacksFor = (breed: BreedPack, lost: ReadonlyMap<string, JudgedMat>): readonly Fallback[] =>
  (breed.fallbacks ?? []).filter(({ whenLost }) =>
    [...lost.keys()].some((zone) => whenLost.includes(zoneKindId(zone))),
  );

/** Says that the trim is another one now, and what is kept to the end. */
export const fallbackConflicts = (
  fallbacks: readonly Fallback[],
  lost: ReadonlyMap<string, JudgedMat>,
): Conflict[] =>
  fallbacks.map(({ name, keep, whenLost }) => ({
    kind: 'mat-changes-trim',
    zone: [...lost.keys()].find((zone) => whenLost.includes(zoneKindId(zone))) ?? '',
    wonMm: null,
    askedMm: null,
    about: name,
    alternatives: keep === null ? [] : [keep],
    daysToGrow: null,
  }));

/** The shortest any restriction lets a zone be, mm. */
function floorOf({ packs, restrictions }: PlanInput, zone: string): number {
  const kind = zoneKindId(zone);
  const floors = restrictions.map((seen) => {
    const { scope, zones, except, floorMm } = byId(
      'restriction',
      packs.safety.restrictions,
      seen.restriction,
    );
    const bears = scope === 'zone' ? seen.zone === zone : zones.includes('*') || zones.includes(kind);
    return bears && !except.includes(kind) ? floorMm : 0;
  });
  return Math.max(0, ...floors);
}

/** Minutes the dog stands: what was said or is usual, and no longer than a restriction allows. */
export function standingMinutes({ packs, restrictions, temper }: PlanInput): number {
  const limits = restrictions.map(
    (seen) => byId('restriction', packs.safety.restrictions, seen.restriction).standingMinutes ?? Infinity,
  );
  return Math.min(temper.standingMinutes, ...limits);
}
