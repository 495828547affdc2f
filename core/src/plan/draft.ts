import { allowed, overrideReason } from './override.ts';
import { byId } from '../failure.ts';
import type { Fallback, TrimArea } from '../breeds/pack.ts';
import type { Coat } from '../coat/hair.ts';
import type { JudgedMat, MatPlan } from '../mats/matPlan.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { Direction, Technique } from '../tools/pack.ts';
import type { ZoneDemand } from '../tools/pick.ts';
import type { Override, PlanInput } from './input.ts';
import type { Limits } from './limits.ts';
import { limitsOf } from './limits.ts';
import type { Schooled } from './schools.ts';
import { schooled } from './schools.ts';
import type { Conflict, Reason } from './reason.ts';
import { conflict, targetOf } from './target.ts';
import type { DogZone } from './zones.ts';
import { otherSide } from './zones.ts';

/** A zone with everything settled but its tool. */
export interface Draft {
  readonly zone: DogZone;
  readonly area: TrimArea;
  readonly limits: Limits;
  readonly demand: ZoneDemand | null;
  readonly targetMm: number;
  readonly toleranceMm: number;
  readonly override: Override | null;
  readonly reasons: readonly Reason[];
}

/** What is the same for every zone of the dog. */
export interface Setting {
  readonly coat: Coat;
  readonly input: PlanInput;
  readonly options: readonly ToolOption[];
  readonly mats: MatPlan | null;
  readonly lost: ReadonlyMap<string, JudgedMat>;
  readonly fallbacks: readonly Fallback[];
  readonly trimName: string;
}

export function draftZone(zone: DogZone, area: TrimArea, setting: Setting, conflicts: Conflict[]): Draft {
  const { coat, input, options, mats, fallbacks } = setting;
  const lost = setting.lost.get(zone.id) ?? null;
  const trimName = fallbacks.find(({ areas }) => areas.includes(area))?.name ?? setting.trimName;
  const brought = fallbacks.find(({ whenLost }) => lost !== null && whenLost.includes(zone.kind.id));
  const here = mats?.mats.filter(({ mat }) => mat.zone === zone.id) ?? [];
  const limits = withMats(limitsOf(zone, coat, input), lost, here, brought?.keep ?? null);
  const { packs, schools, purpose } = input;
  const school = schooled(packs.schools, schools, zone, area, coat, purpose, here.length > 0);
  const target = targetOf(zone, area, trimName, coat, limits, input, school);
  if (lost) conflicts.push(...lossConflicts(zone, lost, target.wantedMm, mats, brought));
  else conflicts.push(...target.conflicts);
  const denser = denserHere(zone, coat, input);
  const reasons: Reason[] = [
    ...limits.reasons,
    ...coatReasons(coat, area, input),
    ...target.reasons,
    ...school.reasons,
    ...(denser ? [denser] : []),
  ];

  const asked = input.overrides.find((o) => o.zone === zone.id) ?? null;
  const override = asked && allowed(asked, zone, limits, target.mm, options, conflicts) ? asked : null;
  let targetMm = lost?.blade ? Math.min(target.mm, lost.blade.leavesMm) : target.mm;
  if (override?.targetMm != null) {
    targetMm = override.targetMm;
    for (const [index, reason] of reasons.entries()) {
      if (reason.effect.kind === 'target' || reason.effect.kind === 'change') {
        reasons[index] = { ...reason, overruled: true };
      }
      if (reason.effect.kind === 'floor' && targetMm < reason.effect.mm)
        reasons[index] = { ...reason, overruled: true };
    }
    reasons.push(overrideReason('override-length', override, { kind: 'target', mm: targetMm }));
  }

  const { tolerance } = input.packs.zones;
  const exact = input.purpose === 'show' || override !== null;
  const share = exact ? tolerance.showShare : tolerance.share;
  const toleranceMm = Math.max(tolerance.leastMm, share * targetMm);
  const wantsAllOver = target.reasons.some((r) => r.rule === 'wish-all-over' && !r.overruled);
  const techniques = techniquesFor(school, coat, limits, override, wantsAllOver);
  const bladed = lost?.blade && override === null ? lost.blade : null;
  const untouched = bladed
    ? limits.leaveAlone
    : limits.leaveAlone ||
      (lost !== null && override === null) ||
      techniques.length === 0 ||
      leavesHair(area, limits, targetMm, override, wantsAllOver, input);
  const demand: ZoneDemand | null = untouched
    ? null
    : {
        id: zone.id,
        targetMm,
        toleranceMm,
        ...(bladed ? { loMm: 0, hiMm: limits.ceilingMm } : workingWindow(override, targetMm, limits)),
        techniques: bladed ? underMat(limits) : techniques,
        directions: override ? ['with', 'across', 'against'] : directionsFor(area, limits),
        denserHere: denser !== null,
        skipToothAllowed: limits.skipToothAllowed || override?.toolId != null,
        finishes: area.finishes,
        preferredDirection:
          school.turned || !limits.directions.includes(area.direction) ? 'with' : area.direction,
        irritability: zone.kind.thinSkin ? 2 : 1,
        ...(bladed ? { only: { toolId: bladed.toolId, direction: 'with' as const } } : {}),
        ...(override?.toolId != null
          ? { only: { toolId: override.toolId, direction: override.direction } }
          : {}),
      };
  const texts = [...limits.texts, ...school.texts];
  return { zone, area, limits: { ...limits, texts }, demand, targetMm, toleranceMm, override, reasons };
}

/** What mats make of a zone's limits: a lost zone is no longer than the blade that goes under the mat. */
function withMats(
  limits: Limits,
  lost: JudgedMat | null,
  here: readonly JudgedMat[],
  kept: string | null,
): Limits {
  const reasons = here.map((one): Reason => {
    const rule = one.beyondFloor ? 'mat-beyond-floor' : MAT_RULE[one.decision];
    const mm = one.blade?.leavesMm;
    return {
      stage: 'welfare',
      rule,
      about: one.reason,
      source: 'prior',
      effect: one === lost && mm !== undefined ? { kind: 'ceiling', mm } : { kind: 'note' },
      overruled: false,
    };
  });
  return {
    ...limits,
    ceilingMm: lost?.blade ? Math.min(limits.ceilingMm, lost.blade.leavesMm) : limits.ceilingMm,
    leaveAlone: limits.leaveAlone || lost?.beyondFloor === true,
    reasons: [...limits.reasons, ...reasons],
    texts: kept === null ? limits.texts : [...limits.texts, kept],
  };
}

const MAT_RULE = { save: 'mat-saved', part: 'mat-part', clip: 'mat-clipped' } as const;

function lossConflicts(
  zone: DogZone,
  lost: JudgedMat,
  wantedMm: number,
  mats: MatPlan | null,
  brought: Fallback | undefined,
): readonly Conflict[] {
  if (lost.beyondFloor) {
    return [conflict('mat-beyond-floor', zone, null, lost.floorMm, lost.reason)];
  }
  const taken = conflict('mat-takes-hair', zone, lost.blade?.leavesMm ?? null, wantedMm, lost.reason);
  const other = otherSide(zone.id);
  const bothGone = mats?.mats.some((one) => one.mat.zone === other && one.takesZone) ?? false;
  const matched = brought?.areas.some(({ zones }) => zones.includes(zone.kind.id)) ?? false;
  if (zone.side === null || bothGone || matched) return [taken];
  const alternatives = ['take the other side to match', 'leave the other side as planned'];
  return [
    taken,
    { ...conflict('one-side-lost', zone, lost.blade?.leavesMm ?? null, wantedMm, ''), alternatives },
  ];
}

/** The reason that a guard comb leaves more here than elsewhere on this dog; null where it does not. */
function denserHere(zone: DogZone, coat: Coat, { signs, packs }: PlanInput): Reason | null {
  if (coat.dense) return null;
  const kind = signs
    .filter((seen) => seen.zone === zone.id)
    .map(({ sign }) => byId('sign', packs.signs.signs, sign))
    .find(({ dense }) => dense);
  if (!kind) return null;
  return {
    stage: 'drawer',
    rule: 'denser-here',
    about: kind.name,
    source: kind.source,
    effect: { kind: 'note' },
    overruled: false,
  };
}

/** What was seen on the coat and what it changes, said where the coat is worked. */
function coatReasons(coat: Coat, area: TrimArea, input: PlanInput): readonly Reason[] {
  if (area.techniques[0] === 'leave') return [];
  const changed = coat.changedBy.map(({ name, effect, source }): Reason => ({
    stage: 'hair',
    rule: 'coat-modifier',
    about: `${name}: ${effect}`,
    source,
    effect: { kind: 'note' },
    overruled: false,
  }));
  if (!area.techniques.includes('strip') || coat.strips) return changed;
  const type = byId('coat type', input.packs.coats.types, input.coat.type);
  return [
    ...changed,
    {
      stage: 'hair',
      rule: 'coat-does-not-strip',
      about: type.strips ? coat.changedBy.map(({ name }) => name).join(', ') : coat.name,
      source: coat.source,
      effect: { kind: 'removes', what: ['strip'] },
      overruled: false,
    },
  ];
}

/** Across the lay is nobody's first choice: only where the trim or the groomer says so. */
const directionsFor = (area: TrimArea, limits: Limits): readonly Direction[] =>
  limits.directions.filter((direction) => direction !== 'across' || area.direction === 'across');

/** A length of the groomer's own is that length: a clipper does it only where its tick is no further off than a rule reads. */
function workingWindow(
  override: Override | null,
  targetMm: number,
  limits: Limits,
): Pick<ZoneDemand, 'loMm' | 'hiMm'> {
  if (!override) return { loMm: limits.floorMm, hiMm: limits.ceilingMm };
  if (override.targetMm === null || override.toolId !== null) return { loMm: 0, hiMm: limits.ceilingMm };
  const reach = Math.max(0.3, 0.03 * targetMm);
  return { loMm: targetMm - reach, hiMm: Math.min(limits.ceilingMm, targetMm + reach) };
}

const BY_HAND: readonly Technique[] = ['clip', 'comb', 'scissor', 'thin'];
/** A felted mat comes off a double coat too; a sore lip keeps the clipper away all the same. */
const underMat = (limits: Limits): readonly Technique[] =>
  limits.doubleCoat === 'declined'
    ? BY_HAND
    : BY_HAND.filter((technique) => !limits.forbidden.includes(technique));

/** What a coat that no longer strips is worked with instead. */
const INSTEAD_OF_STRIPPING: readonly Technique[] = ['clip', 'comb', 'thin'];

function techniquesFor(
  school: Schooled,
  coat: Coat,
  limits: Limits,
  override: Override | null,
  wantsAllOver: boolean,
): readonly Technique[] {
  if (override) return [...BY_HAND, 'strip'];
  const able = school.techniques.filter((technique) => technique !== 'strip' || coat.strips);
  const own = able.length === 0 && school.techniques.length > 0 ? INSTEAD_OF_STRIPPING : able;
  const wanted = wantsAllOver ? [...own, ...BY_HAND] : own;
  return [...new Set(wanted)].filter(
    (technique) => technique !== 'leave' && !limits.forbidden.includes(technique),
  );
}

/** Hair is left alone where the trim says so and it is not beyond it, or where there is less than the target. */
function leavesHair(
  area: TrimArea,
  limits: Limits,
  targetMm: number,
  override: Override | null,
  wantsAllOver: boolean,
  input: PlanInput,
): boolean {
  if (override) return false;
  const tolerance = Math.max(input.packs.zones.tolerance.leastMm, targetMm * 0.02);
  if (limits.ceilingMm <= targetMm + tolerance) return true;
  if (!area.techniques.includes('leave')) return false;
  return !wantsAllOver && (limits.ceilingMm === Infinity || limits.ceilingMm <= area.range[1]);
}
