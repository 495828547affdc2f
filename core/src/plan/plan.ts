import { byId } from '../failure.ts';
import type { Source } from '../breeds/source.ts';
import type { Fallback, TrimArea } from '../breeds/pack.ts';
import type { Coat } from '../coat/hair.ts';
import { coatOf, visibleAlong } from '../coat/hair.ts';
import type { JudgedMat, MatPlan } from '../mats/matPlan.ts';
import { toolOptions } from '../tools/drawer.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { Direction, Technique } from '../tools/pack.ts';
import type { RunnerUp, ToolChoice, ZoneDemand } from '../tools/pick.ts';
import { pickTools } from '../tools/pick.ts';
import type { Override, PlanInput } from './input.ts';
import type { Limits } from './limits.ts';
import { limitsOf } from './limits.ts';
import { fallbackConflicts, fallbacksFor, judgeMats, lostZones } from './matted.ts';
import type { RoughClip } from './roughClip.ts';
import { roughClipOf } from './roughClip.ts';
import type { Schooled } from './schools.ts';
import { schooled } from './schools.ts';
import type { Conflict, Reason } from './reason.ts';
import { areaOf, conflict, targetOf } from './target.ts';
import type { DogZone, Side } from './zones.ts';
import { dogZones, otherSide } from './zones.ts';

/** Raised whenever the same input may give another plan. */
export const CORE_VERSION = 2;

export interface PlannedTool {
  readonly toolId: string;
  readonly label: string;
  readonly technique: Technique;
  readonly direction: Direction;
  readonly leavesMm: number;
  readonly sdMm: number;
  /** Measurements behind it, by this groomer on this class of coat. */
  readonly measurements: number;
  readonly carrierLabel: string | null;
}

export interface PlannedRunnerUp extends PlannedTool {
  readonly extraCost: number;
  readonly toolsDelta: -1 | 0 | 1;
}

export interface ZonePlan {
  readonly zone: string;
  readonly name: string;
  readonly side: Side | null;
  /** What to leave, stretched, mm. */
  readonly targetMm: number;
  readonly toleranceMm: number;
  /** What will be there: the tool's length, the scissored target, or the hair that is left alone. */
  readonly leftMm: number;
  /** Along the hair once the curl is back. */
  readonly visibleMm: number;
  readonly hairMm: number | null;
  readonly tool: PlannedTool | null;
  readonly runnerUp: PlannedRunnerUp | null;
  readonly leftAlone: boolean;
  readonly overridden: boolean;
  readonly cautions: readonly string[];
  readonly reasons: readonly Reason[];
  readonly shape: Readonly<Record<string, number>> | null;
  readonly layDeg: number | null;
}

/** A plan is a value: plain JSON, with the versions it was made with. */
export interface Plan {
  readonly coreVersion: number;
  readonly packsVersion: string;
  readonly breed: string;
  readonly trim: string;
  readonly coat: {
    readonly name: string;
    readonly layDeg: number;
    readonly curl: number;
    /** What was seen on this dog that changed its coat's row. */
    readonly changedBy: readonly {
      readonly name: string;
      readonly effect: string;
      readonly source: Source;
    }[];
  };
  readonly zones: readonly ZonePlan[];
  readonly tools: readonly { readonly toolId: string; readonly label: string; readonly zones: number }[];
  readonly conflicts: readonly Conflict[];
  /** Restrictions that bear on the visit as a whole. */
  readonly remember: readonly string[];
  /** Minutes on the table before a break, where anything limits them. */
  readonly standingMinutes: number | null;
  /** Null where there is no mat. */
  readonly mats: MatPlan | null;
  readonly roughClip: RoughClip;
}

interface Draft {
  readonly zone: DogZone;
  readonly area: TrimArea;
  readonly limits: Limits;
  readonly demand: ZoneDemand | null;
  readonly targetMm: number;
  readonly toleranceMm: number;
  readonly override: Override | null;
  readonly reasons: readonly Reason[];
}

/**
 * The plan for a dog: for every zone what to leave, with what, and every reason in the order it was applied: welfare,
 * the hair that exists, standard and wish, the balance for this dog's structure, the groomer's override, the drawer.
 * Contradictions become `conflicts`; nothing about a dog throws.
 * @throws MisuseError when the input names something the packs do not have.
 */
export function planGroom(asked: PlanInput): Plan {
  const { packs, breed } = asked;
  const coat = coatOf(packs.coats, asked.coat.type, asked.coat.modifiers, asked.coat.dense);
  const trim = byId('trim', breed.trims, asked.trimId);
  const options = toolOptions(asked.drawer, packs.tools, coat);
  const fromCoat = coat.changedBy.flatMap(({ restriction }) => (restriction === null ? [] : [restriction]));
  const restricted = {
    ...asked,
    restrictions: withWholeDog(asked.restrictions, fromCoat),
  };
  const judged = judgeMats(restricted, coat, options);
  const input = { ...restricted, restrictions: [...restricted.restrictions, ...judged.restrictions] };
  const lost = lostZones(judged.plan);
  const fallbacks = fallbacksFor(breed, lost);
  const setting: Setting = { coat, input, options, mats: judged.plan, lost, fallbacks, trimName: trim.name };
  const conflicts: Conflict[] = fallbackConflicts(fallbacks, lost);
  const areas = [...trim.areas, ...fallbacks.flatMap((fallback) => fallback.areas)];
  const drafts = dogZones(packs.zones).flatMap((zone): Draft[] => {
    const area = areaOf(areas, zone.kind);
    if (!area) return [];
    return [draftZone(zone, area, setting, conflicts)];
  });
  const demands = drafts.flatMap(({ demand }) => demand ?? []);
  const picked = pickTools({ zones: demands, options, policy: packs.tools.policy });
  const zones = drafts.map((draft) =>
    finish(
      draft,
      coat,
      input,
      picked.choices.get(draft.zone.id),
      picked.runnersUp.get(draft.zone.id),
      conflicts,
    ),
  );
  const restrictions = input.restrictions.map((seen) =>
    byId('restriction', packs.safety.restrictions, seen.restriction),
  );
  const standing = [
    ...restrictions.flatMap(({ standingMinutes }) => standingMinutes ?? []),
    ...(input.temper.said ? [input.temper.standingMinutes] : []),
  ];
  return {
    coreVersion: CORE_VERSION,
    packsVersion: packs.version,
    breed: breed.id,
    trim: trim.id,
    coat: {
      name: coat.name,
      layDeg: coat.layDeg,
      curl: coat.curl,
      changedBy: coat.changedBy.map(({ name, effect, source }) => ({ name, effect, source })),
    },
    zones,
    tools: toolsUsed(zones),
    conflicts,
    remember: [...new Set(restrictions.filter((r) => r.scope === 'dog').map((r) => `${r.name}: ${r.text}`))],
    standingMinutes: standing.length > 0 ? Math.min(...standing) : null,
    mats: judged.plan,
    roughClip: roughClipOf(input, coat, judged.plan),
  };
}

/** The restrictions with some more that bear on the whole dog, each once. */
function withWholeDog(seen: PlanInput['restrictions'], more: readonly string[]): PlanInput['restrictions'] {
  const fresh = more.filter((id) => !seen.some(({ restriction }) => restriction === id));
  return [...seen, ...fresh.map((restriction) => ({ restriction, zone: null }))];
}

/** What is the same for every zone of the dog. */
interface Setting {
  readonly coat: Coat;
  readonly input: PlanInput;
  readonly options: readonly ToolOption[];
  readonly mats: MatPlan | null;
  readonly lost: ReadonlyMap<string, JudgedMat>;
  readonly fallbacks: readonly Fallback[];
  readonly trimName: string;
}

function draftZone(zone: DogZone, area: TrimArea, setting: Setting, conflicts: Conflict[]): Draft {
  const { coat, input, options, mats, fallbacks } = setting;
  const lost = setting.lost.get(zone.id) ?? null;
  const trimName = fallbacks.find(({ areas }) => areas.includes(area))?.name ?? setting.trimName;
  const brought = fallbacks.find(({ whenLost }) => lost !== null && whenLost.includes(zone.kind.id));
  const here = mats?.mats.filter(({ mat }) => mat.zone === zone.id) ?? [];
  const limits = withMats(limitsOf(zone, coat, input), lost, here, brought?.keep ?? null);
  const { packs, schools, purpose } = input;
  const school = schooled(packs.schools, schools, zone, area, coat, purpose, here.length > 0);
  const target = targetOf(zone, area, trimName, coat, limits, input, school);
  if (lost) conflicts.push(...lossConflicts(zone, lost, target.wantedMm, mats));
  else conflicts.push(...target.conflicts);
  const reasons: Reason[] = [
    ...limits.reasons,
    ...coatReasons(coat, area, input),
    ...target.reasons,
    ...school.reasons,
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
): readonly Conflict[] {
  if (lost.beyondFloor) {
    return [conflict('mat-beyond-floor', zone, null, lost.floorMm, lost.reason)];
  }
  const taken = conflict('mat-takes-hair', zone, lost.blade?.leavesMm ?? null, wantedMm, lost.reason);
  const other = otherSide(zone.id);
  const bothGone = mats?.mats.some((one) => one.mat.zone === other && one.takesZone) ?? false;
  if (zone.side === null || bothGone) return [taken];
  const alternatives = ['take the other side to match', 'leave the other side as planned'];
  return [
    taken,
    { ...conflict('one-side-lost', zone, lost.blade?.leavesMm ?? null, wantedMm, ''), alternatives },
  ];
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

/** An override is followed unless there is no hair for it, or it is unsafe and nobody has said they read the warning. */
function allowed(
  override: Override,
  zone: DogZone,
  limits: Limits,
  plannedMm: number,
  options: readonly ToolOption[],
  conflicts: Conflict[],
): boolean {
  if (override.targetMm !== null && override.targetMm > limits.ceilingMm) {
    conflicts.push(
      conflict('override-beyond-hair', zone, limits.ceilingMm, override.targetMm, override.reason),
    );
    return false;
  }
  if (!isUnsafe(override, limits, options) || override.acknowledged) return true;
  const text = limits.texts[0] ?? limits.reasons[0]?.about ?? '';
  conflicts.push(conflict('override-unsafe', zone, plannedMm, override.targetMm, text));
  return false;
}

function isUnsafe(override: Override, limits: Limits, options: readonly ToolOption[]): boolean {
  if (limits.leaveAlone || limits.doubleCoat === 'declined') return true;
  if (override.targetMm !== null && override.targetMm < limits.floorMm) return true;
  if (override.direction !== null && !limits.directions.includes(override.direction)) return true;
  const ways = options.filter(
    ({ toolId, direction }) =>
      toolId === override.toolId && (override.direction === null || direction === override.direction),
  );
  const [way] = ways.filter(({ direction }) => limits.directions.includes(direction));
  if (!way) return ways.length > 0;
  if (way.leavesMm !== null && way.leavesMm < limits.floorMm - 1e-9) return true;
  return limits.forbidden.includes(way.technique) || (way.skipTooth && !limits.skipToothAllowed);
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

function overrideReason(rule: Reason['rule'], override: Override, effect: Reason['effect']): Reason {
  return { stage: 'override', rule, about: override.reason, source: 'groomer', effect, overruled: false };
}

function finish(
  draft: Draft,
  coat: Coat,
  input: PlanInput,
  choice: ToolChoice | undefined,
  second: RunnerUp | undefined,
  conflicts: Conflict[],
): ZonePlan {
  const { zone, area, limits, demand, targetMm, override } = draft;
  const hairMm = input.hairMm[zone.id] ?? null;
  const reasons = [...draft.reasons];
  if (override?.toolId != null && choice) {
    reasons.push(overrideReason('override-tool', override, toolEffect(choice, targetMm)));
  }
  if (!demand) reasons.push(drawerReason('left-alone', '', { kind: 'note' }));
  else if (!choice) {
    reasons.push(drawerReason('nothing-fits', '', { kind: 'note' }));
    conflicts.push(conflict('nothing-in-drawer', zone, null, targetMm, area.techniques.join(', ')));
  } else {
    const rule = choice.option.leavesMm === null ? 'hand-work' : 'nearest-tool';
    reasons.push(
      drawerReason(rule, choice.option.label, toolEffect(choice, targetMm), choice.option.calibration.n),
    );
    if (choice.option.technique === 'comb') {
      reasons.push(
        drawerReason('comb-needs-combed-coat', choice.option.carrierLabel ?? '', { kind: 'note' }),
      );
    }
  }
  const leftMm = choice?.leavesMm ?? hairMm ?? targetMm;
  const cautionTexts = zone.kind.cautions.map((id) => byId('caution', input.packs.safety.cautions, id).text);
  const breedTexts = input.breed.cautions.filter((c) => c.zones.includes(zone.kind.id)).map((c) => c.text);
  return {
    zone: zone.id,
    name: zone.kind.name,
    side: zone.side,
    targetMm,
    toleranceMm: draft.toleranceMm,
    leftMm,
    visibleMm: visibleAlong(coat, leftMm),
    hairMm,
    tool: choice ? planned(choice) : null,
    runnerUp: second
      ? { ...planned(second), extraCost: second.extraCost, toolsDelta: second.toolsDelta }
      : null,
    leftAlone: demand === null,
    overridden: override !== null,
    cautions: [...new Set([...limits.texts, ...(demand ? [...cautionTexts, ...breedTexts] : [])])],
    reasons,
    shape: area.shape ?? null,
    layDeg: area.layDeg ?? null,
  };
}

function planned({ option, leavesMm, sdMm }: ToolChoice): PlannedTool {
  return {
    toolId: option.toolId,
    label: option.label,
    technique: option.technique,
    direction: option.direction,
    leavesMm,
    sdMm,
    measurements: option.calibration.n,
    carrierLabel: option.carrierLabel,
  };
}

function toolEffect(choice: ToolChoice, targetMm: number): Reason['effect'] {
  const { label, direction } = choice.option;
  return { kind: 'tool', label, direction, offMm: choice.leavesMm - targetMm };
}

/** Measured only where the groomer's own after-measures stand behind the length. */
function drawerReason(
  rule: Reason['rule'],
  about: string,
  effect: Reason['effect'],
  measurements = 0,
): Reason {
  return {
    stage: 'drawer',
    rule,
    about,
    source: measurements > 0 ? 'measured' : 'prior',
    effect,
    overruled: false,
  };
}

function toolsUsed(zones: readonly ZonePlan[]): Plan['tools'] {
  const used = new Map<string, { toolId: string; label: string; zones: number }>();
  for (const { tool } of zones) {
    if (!tool) continue;
    const entry = used.get(tool.toolId) ?? { toolId: tool.toolId, label: tool.label, zones: 0 };
    used.set(tool.toolId, { ...entry, zones: entry.zones + 1 });
  }
  return [...used.values()].sort((a, b) => b.zones - a.zones);
}
