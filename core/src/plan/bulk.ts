import type { Case } from '../case/resolveCase.ts';
import { answerTo } from '../case/schools.ts';
import type { Form } from '../packs/forms.ts';
import { shareOf } from '../packs/zones.ts';
import { isAllowed, leftBy } from '../passes/pickTools.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { perceptibleStepMm } from '../tools/steps.ts';
import type { ZonePlan } from './plan.ts';
import type { Settled } from './applyOverride.ts';

/** A place that a hand shapes, as it was settled and as it is planned. */
export interface Shaped {
  readonly settled: Settled;
  readonly zone: ZonePlan;
}

/** What takes the bulk off, and where. */
export interface Bulk {
  readonly option: ToolOption;
  readonly zones: ReadonlySet<string>;
}

/**
 * What takes the bulk off before a hand shapes: of everything that is called by one name the shortest comb or blade with the
 * lay that leaves no less than its longest place, less half its own spread, and no landmark an eye's step too short; where
 * there is none for all of it, form by form.
 * Only where hair enough is there to take, the place may bear a machine, and it saves more minutes than it costs.
 */
export function bulkOf(visit: Case, shaped: readonly Shaped[]): readonly Bulk[] {
  const { bulkFor } = visit.packs.patterns;
  if (
    !visit.derived.coat.bulk ||
    !bulkFor.includes(visit.choices.purpose) ||
    isByEye(visit) ||
    isDreaded(visit)
  )
    return [];
  const named = new Map<string, Map<string, Shaped[]>>();
  for (const one of shaped) {
    const step = bulkStep(visit.derived.trim.forms, one);
    if (!step || !mayBeBulked(visit, one)) continue;
    const forms = named.get(step.name) ?? new Map<string, Shaped[]>();
    named.set(step.name, forms);
    forms.set(step.form, [...(forms.get(step.form) ?? []), one]);
  }
  return [...named.values()].flatMap((forms) => {
    const together = taken(visit, [...forms.values()].flat());
    return together ? [together] : [...forms.values()].flatMap((places) => taken(visit, places) ?? []);
  });
}

/** House rule: the whole shape is cut by eye. */
const isByEye = ({ packs, derived: { schools } }: Case): boolean =>
  answerTo(packs.schools, schools, 'pattern') === 'by-eye';

/** A dog that dreads the clipper is not clipped for the sake of minutes. */
const isDreaded = ({ packs, derived: { restrictions } }: Case): boolean =>
  packs.tasks.triggers.some(
    ({ restriction, techniques }) =>
      techniques.some((technique) => techniqueKind(packs.tools, technique).onSkin) &&
      restrictions.some(({ kind }) => kind.id === restriction),
  );

function bulkStep(forms: readonly Form[], { settled }: Shaped) {
  const { id: kind } = settled.target.zone.kind;
  for (const { id, steps } of forms) {
    const step = steps.find((one) => one.do === 'bulk' && one.zones.includes(kind));
    if (step) return { form: id, name: step.name ?? id };
  }
  return null;
}

/** Shears' work on sound, combed skin that nobody has decided for and no comb blocks in. */
function mayBeBulked({ packs, derived: { mats } }: Case, { settled, zone }: Shaped): boolean {
  const { demand, override, target } = settled;
  const hands = zone.tool && techniqueKind(packs.tools, zone.tool.technique);
  return (
    demand !== null &&
    override === null &&
    !demand.gentlest &&
    !target.welfare.restricted &&
    zone.passes.length === 0 &&
    hands?.byHand === true &&
    !hands.needsStrippable &&
    !mats.some((mat) => mat.zone === zone.zone)
  );
}

function taken(visit: Case, places: readonly Shaped[]): Bulk | null {
  const longestMm = Math.max(...places.map(({ zone }) => zone.leftMm));
  const fullestMm = Math.max(...places.map(({ zone }) => fullestOf(zone)));
  const { policy } = visit.packs.tools;
  const options = visit.derived.options
    .filter((option) => option.direction === 'with' && !option.dull && !option.small)
    .filter((option) => {
      const { leavesMm, sdMm } = option;
      if (leavesMm === null || leavesMm < longestMm - (sdMm ?? 0) / 2) return false;
      // Where the shape is fuller than that, the comb is lifted: by no more than an eye sees.
      return fullestMm - leavesMm <= perceptibleStepMm(policy, fullestMm);
    })
    .filter((option) => places.every((place) => mayPass(visit, place, option)))
    .sort((a, b) => (a.leavesMm ?? 0) - (b.leavesMm ?? 0));
  const [option] = options;
  if (!option) return null;
  const there = places.filter((place) => hasBulk(visit, place, option));
  return savedMinutes(visit, there) >= visit.packs.times.bulk.leastMinutes
    ? { option, zones: new Set(there.map(({ zone }) => zone.zone)) }
    : null;
}

/** The most that is left at any landmark of a place, mm. */
const fullestOf = ({ leftMm, profile, shape }: ZonePlan): number =>
  Math.max(
    leftMm,
    ...profile.map(({ mm }) => mm),
    ...Object.values(shape ?? {}).map((share) => share * leftMm),
  );

function mayPass({ packs }: Case, { settled: { demand, target } }: Shaped, option: ToolOption): boolean {
  const { technique } = option;
  const forbidden = [...target.forbidden, ...target.welfare.forbidden].includes(technique);
  return (
    demand !== null &&
    !forbidden &&
    isAllowed({ ...demand, techniques: [technique], hiMm: Infinity }, option, packs.tools.policy)
  );
}

/** Whether there is hair to take. */
function hasBulk(
  { packs }: Case,
  { settled: { demand }, zone: { thereMm } }: Shaped,
  option: ToolOption,
): boolean {
  const leavesMm = demand ? leftBy(demand, option) : 0;
  return thereMm > leavesMm + perceptibleStepMm(packs.tools.policy, leavesMm);
}

function savedMinutes({ packs, derived: { workM2 } }: Case, places: readonly Shaped[]): number {
  const { perM2, bulk } = packs.times;
  return places.reduce((sum, { settled, zone }) => {
    const { kind } = settled.target.zone;
    const hand = zone.tool ? perM2[zone.tool.technique] : 0;
    const savedPerM2 = hand * (1 - bulk.handShare) - bulk.perM2;
    return sum + workM2 * shareOf(zone, kind) * kind.care * savedPerM2;
  }, 0);
}
