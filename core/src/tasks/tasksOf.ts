import type { BathPlan } from '../bath/bathPlan.ts';
import { shareOf } from '../bath/water.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { FixedTask, TaskWhen } from '../packs/tasks.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import type { Technique } from '../terms/tool.ts';
import type { Side } from '../terms/zone.ts';
import { otherSide, zoneKindId } from '../terms/zone.ts';
import { stagesOf } from './stages.ts';
import type { Task } from './tasks.ts';

type Draft = Omit<Task, 'stage'>;

/**
 * Every step of a visit, from the plan's zones, mats, bath and finishing and from what is on every dog: with its tool, stance,
 * hands, minutes, stress, cautions and what it comes after. The minutes of a part are those of the estimate, shared out by how
 * much work each step is; a show's finishing comes on top.
 * @throws MisuseError when plan or packs name something the packs do not have.
 */
export function tasksOf(visit: Case, plan: Plan, bath: BathPlan, estimate: Estimate): readonly Task[] {
  const drafts = [
    ...fixedTasks(visit, plan, estimate),
    ...matTasks(visit, plan),
    ...roughTasks(visit, plan, estimate),
    ...bathTasks(visit, bath, estimate),
    ...zoneTasks(visit, plan, estimate),
    ...finishTasks(visit, bath),
  ];
  return stagesOf(visit, drafts);
}

const minutesOf = (estimate: Estimate, part: string | null): number =>
  estimate.parts.find(({ id }) => id === part)?.minutes.mid ?? 0;

/** What is on every dog. What a part's steps do not share out, its zones and the bath do. */
function fixedTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const { tasks } = visit.packs;
  const mats = (plan.mats?.mats ?? []).map(({ mat }) => `mat:${mat.id}`);
  const here = tasks.fixed.filter(({ when }) => applies(visit, when, null));
  return here.map((one) => {
    // Of a part that nothing else draws on, all minutes go to the steps there are.
    const mates = here.filter(({ part, phase }) => part === one.part && phase === one.phase);
    const whole = one.phase === 'bath' ? 1 : mates.reduce((sum, { share }) => sum + share, 0);
    const minutes = one.part === null ? one.share : (minutesOf(estimate, one.part) * one.share) / whole;
    return {
      ...plainTask(visit, one.id, one.name, one.stance),
      phase: one.phase,
      tool: one.tool,
      minutes,
      stress:
        one.stress * tasks.handlingStress[visit.handling] * (isTrigger(visit, one) ? tasks.triggerStress : 1),
      trigger: isTrigger(visit, one),
      safety: one.safety,
      part: one.part,
      how: [one.how],
      after: one.after.flatMap((id) => (id === 'mats' ? mats : [id])),
      secondHands: helpFor(visit, { fixed: one.id, zone: null, technique: null }),
    };
  });
}

/** A dog is stood up and brushed before anything is cut out of it. */
const BEFORE_MATS = ['brush'];

function matTasks(visit: Case, { mats }: Plan): readonly Draft[] {
  const { tasks, zones } = visit.packs;
  return (mats?.mats ?? []).flatMap(({ mat, decision, brushMinutes, clipMinutes }): Draft[] => {
    const minutes =
      decision === 'clip' ? clipMinutes : brushMinutes + (decision === 'part' ? clipMinutes : 0);
    if (minutes <= 0) return [];
    const kind = byId('zone', zones.zones, zoneKindId(mat.zone));
    return [
      {
        ...plainTask(visit, `mat:${mat.id}`, kind.name, stanceOf(visit, kind.id)),
        phase: 'prep',
        tool: decision === 'clip' ? 'blade' : 'slicker',
        zone: mat.zone,
        side: sideIn(mat.zone),
        stance: stanceAt(visit, kind.id, sideIn(mat.zone)),
        minutes,
        stress: tasks.mats.stress * tasks.handlingStress[visit.handling],
        safety: true,
        how: [tasks.mats.how[decision]],
        cautions: visit.packs.safety.cautions
          .filter(({ when }) => when?.matted === true)
          .map(({ text }) => text),
        after: BEFORE_MATS,
      },
    ];
  });
}

/** The share of the body's minutes that the rough clip is, as the estimate counts it. */
function roughTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const part = visit.packs.times.parts.find(({ role }) => role === 'rough-clip');
  if (!plan.roughClip.wanted || !part) return [];
  const { roughClipShare } = visit.packs.times;
  const longest = plan.zones
    .flatMap(({ tool }) => (tool?.technique === 'clip' ? [tool] : []))
    .sort((a, b) => b.leavesMm - a.leavesMm)[0];
  return [
    {
      ...plainTask(visit, 'rough-clip', 'rough-clip', 'table'),
      phase: 'rough',
      toolId: longest?.toolId ?? null,
      tool: longest?.label ?? 'blade',
      technique: 'clip',
      direction: 'with',
      minutes: (minutesOf(estimate, part.id) * roughClipShare) / (1 + roughClipShare),
      stress: visit.packs.tasks.stress.clip * visit.packs.tasks.handlingStress[visit.handling],
      part: part.id,
      how: [],
    },
  ];
}

/** The bath as its programme has it; washing and drying share out what the fixed steps leave of their minutes. */
function bathTasks(visit: Case, bath: BathPlan, estimate: Estimate): readonly Draft[] {
  const { tasks } = visit.packs;
  const dry = visit.packs.times.parts.find(({ role }) => role === 'dry')?.id ?? null;
  const wet = bath.steps.filter(({ phase }) => phase !== 'dry');
  const standing = wet.reduce((sum, { contactMinutes }) => sum + contactMinutes, 0);
  const washPart = visit.packs.times.parts.find(({ role }) => role === 'wash')?.id ?? null;
  const washMinutes = Math.max(minutesOf(estimate, washPart), standing);
  const calm = tasks.handlingStress[visit.handling];
  const steps: Draft[] = [];
  const chained = (task: Draft) => {
    const before = steps.at(-1);
    steps.push({ ...task, after: before ? [before.id] : [] });
  };
  for (const step of wet) {
    chained({
      ...plainTask(visit, `bath:${step.id}`, step.name, 'tub'),
      phase: 'bath',
      tool: step.product?.bottle?.label ?? step.product?.name ?? 'hands',
      minutes: step.contactMinutes + (washMinutes - standing) / wet.length,
      stress: 0.7 * calm,
      safety: true,
      part: washPart,
      how: [step.how],
      secondHands:
        steps.length === 0 ? helpFor(visit, { fixed: 'lift-in', zone: null, technique: null }) : null,
    });
  }
  const shared = visit.packs.tasks.fixed
    .filter(({ phase, when }) => phase === 'bath' && applies(visit, when, null))
    .reduce((sum, { share }) => sum + share, 0);
  const trigger = bears(visit, 'dry');
  chained({
    ...plainTask(visit, 'dry', bath.drying.name, 'table'),
    phase: 'bath',
    tool: bath.drying.dryers[0]?.name ?? 'dryer',
    minutes: minutesOf(estimate, dry) * (1 - shared),
    stress: 1.1 * calm * (trigger ? tasks.triggerStress : 1),
    trigger,
    safety: true,
    part: dry,
    how: [bath.drying.how, ...bath.steps.filter(({ phase }) => phase === 'dry').map(({ how }) => how)],
    cautions: visit.packs.safety.cautions
      .filter(({ forVisit, when }) => forVisit && !when)
      .map(({ text }) => text)
      .slice(1, 2),
    secondHands: helpFor(visit, { fixed: 'lift-out', zone: null, technique: null }),
  });
  return steps;
}

/** The work: every zone that is worked, by what it is worked with; the outside and the inside of a leg apart. */
function zoneTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const { packs, surfaceM2 } = visit;
  const { tasks, times, zones } = packs;
  const worked = plan.zones.flatMap((zone) => (zone.tool && !zone.lost ? [{ zone, tool: zone.tool }] : []));
  const work = ({ zone, tool }: (typeof worked)[number]) => {
    const kind = byId('zone', zones.zones, zoneKindId(zone.zone));
    return surfaceM2 * shareOf(zone, kind) * times.perM2[tool.technique] * kind.care;
  };
  const partOf = (zone: ZonePlan) => times.regions[byId('zone', zones.zones, zoneKindId(zone.zone)).region];
  const inPart = new Map<string, number>();
  for (const one of worked) inPart.set(partOf(one.zone), (inPart.get(partOf(one.zone)) ?? 0) + work(one));
  const rough = times.parts.find(({ role }) => role === 'rough-clip')?.id;
  return worked.flatMap((one): Draft[] => {
    const { zone, tool } = one;
    const kind = zoneKindId(zone.zone);
    const part = partOf(zone);
    const whole = minutesOf(estimate, part);
    const own = part === rough && plan.roughClip.wanted ? whole / (1 + times.roughClipShare) : whole;
    const minutes = (own * work(one)) / (inPart.get(part) ?? 1);
    const task = zoneTask(visit, zone, tool, part, minutes);
    const halves = tasks.halves.find(({ zones: at }) => at.includes(kind));
    const byHand = packs.tools.techniques.find(({ id }) => id === tool.technique)?.byHand === true;
    if (!halves || !byHand) return [task];
    const inside = `${task.id}:inside`;
    return [
      { ...task, half: 'outside', minutes: minutes * (1 - halves.insideShare), pair: inside },
      {
        ...task,
        id: inside,
        half: 'inside',
        minutes: minutes * halves.insideShare,
        stance: stanceAt(visit, null, null, halves.insideStance),
        pair: task.id,
      },
    ];
  });
}

function zoneTask(
  visit: Case,
  zone: ZonePlan,
  tool: NonNullable<ZonePlan['tool']>,
  part: string,
  minutes: number,
): Draft {
  const { tasks, tools } = visit.packs;
  const kind = zoneKindId(zone.zone);
  const trigger = bears(visit, null, zone.zone, tool.technique);
  const small = tasks.small.includes(kind);
  const stress =
    tasks.stress[tool.technique] * (tasks.tender[kind] ?? 1) * tasks.handlingStress[visit.handling];
  const whorled = (sign: string) => visit.signs.some((seen) => seen.sign === sign && seen.zone === zone.zone);
  const byHand = tools.techniques.find(({ id }) => id === tool.technique)?.byHand === true;
  return {
    ...plainTask(visit, `zone:${zone.zone}`, zone.name, null),
    phase: small ? 'small' : 'work',
    toolId: tool.toolId,
    tool: tool.label,
    carrier: tool.carrierLabel,
    technique: tool.technique,
    direction: byHand ? null : tool.direction,
    zone: zone.zone,
    side: zone.side,
    leavesMm: zone.leftMm,
    stance: stanceAt(visit, kind, zone.side),
    secondHands: helpFor(visit, { fixed: null, zone: kind, technique: tool.technique }),
    minutes,
    stress: stress * (trigger ? tasks.triggerStress : 1),
    trigger,
    safety: tasks.safety.includes(kind),
    part,
    cautions: zone.cautions,
    hold:
      tasks.holds.find(
        ({ zones, techniques }) => zones.includes(kind) && (techniques?.includes(tool.technique) ?? true),
      )?.text ?? null,
    how: tasks.ways
      .filter(
        ({ techniques, signs }) => techniques.includes(tool.technique) && (signs?.some(whorled) ?? true),
      )
      .map(({ text }) => text),
    pair: zone.side === null ? null : `zone:${otherSide(zone.zone)}`,
  };
}

function finishTasks(visit: Case, bath: BathPlan): readonly Draft[] {
  const steps: Draft[] = [];
  for (const one of bath.finishing) {
    const before = steps.at(-1);
    steps.push({
      ...plainTask(visit, `finish:${one.id}`, one.name, 'table'),
      phase: 'finish',
      tool: one.product?.bottle?.label ?? one.product?.name ?? 'comb',
      minutes: visit.packs.tasks.finishMinutes,
      stress: 0.5,
      how: [one.how],
      after: before ? [before.id] : [],
    });
  }
  return steps;
}

function plainTask(visit: Case, id: string, name: string, stance: string | null): Draft {
  return {
    id,
    name,
    phase: 'work',
    toolId: null,
    tool: '',
    carrier: null,
    technique: null,
    direction: null,
    zone: null,
    side: null,
    half: null,
    leavesMm: null,
    stance: stanceAt(visit, null, null, stance ?? 'table'),
    secondHands: null,
    minutes: 0,
    stress: 0,
    trigger: false,
    safety: false,
    part: null,
    cautions: [],
    hold: null,
    how: [],
    after: [],
    pair: null,
  };
}

const sideIn = (zone: string): Side | null =>
  zone.endsWith('.left') ? 'left' : zone.endsWith('.right') ? 'right' : null;

const stanceOf = (visit: Case, kind: string): string =>
  visit.packs.tasks.stances.find(({ zones }) => zones.includes(kind))?.id ?? 'table';

/** Where the groomer stands for a zone; a place in the middle of the dog is reached from its left. */
function stanceAt(visit: Case, kind: string | null, side: Side | null, named?: string): Task['stance'] {
  const { stances } = visit.packs.tasks;
  const { id, name, paired } = byId('stance', stances, named ?? stanceOf(visit, kind ?? ''));
  return { id, name, side: paired ? (side ?? 'left') : null };
}

/** Any of these holds; none means always. */
function applies(visit: Case, when: readonly TaskWhen[], technique: Technique | null): boolean {
  return (
    when.length === 0 ||
    when.some(
      ({ signs, handling, restrictions, fromKg, techniques, schools }) =>
        (signs?.some((id) => visit.signs.some(({ sign }) => sign === id)) ?? true) &&
        (handling?.includes(visit.handling) ?? true) &&
        (restrictions?.some((id) => visit.restrictions.some(({ kind }) => kind.id === id)) ?? true) &&
        (fromKg === undefined || visit.weightKg >= fromKg) &&
        (techniques === undefined || (technique !== null && techniques.includes(technique))) &&
        Object.entries(schools ?? {}).every(([question, answers]) =>
          answers.includes(
            visit.schools[question] ?? byId('school', visit.packs.schools.schools, question).default,
          ),
        ),
    )
  );
}

interface Where {
  readonly fixed: string | null;
  readonly zone: string | null;
  readonly technique: Technique | null;
}

function helpFor(visit: Case, { fixed, zone, technique }: Where): Task['secondHands'] {
  const help = visit.packs.tasks.secondHands.find(
    ({ when, fixed: steps, zones }) =>
      applies(visit, when, technique) &&
      ((fixed !== null && steps.includes(fixed)) || (zone !== null && zones.includes(zone))),
  );
  return help ? { text: help.text, alone: help.alone } : null;
}

/** A fixed step on a trigger: named itself, or on a tender spot that it touches. */
function isTrigger(visit: Case, { id, touches }: FixedTask): boolean {
  if (bears(visit, id)) return true;
  return visit.restrictions.some(
    ({ kind, zone }) =>
      zone !== null &&
      touches.includes(zoneKindId(zone)) &&
      visit.packs.tasks.triggers.some(({ restriction }) => restriction === kind.id),
  );
}

/** Whether a restriction makes a trigger of this: of a place where it was seen, of a way of working, of a step. */
function bears(visit: Case, fixed: string | null, zone?: string, technique?: Technique): boolean {
  return visit.packs.tasks.triggers.some(({ restriction, zones, techniques, fixed: steps }) =>
    visit.restrictions.some(({ kind, zone: seenAt }) => {
      if (kind.id !== restriction) return false;
      if (fixed !== null) return steps.includes(fixed);
      if (zone === undefined) return false;
      const place = zones.includes('*') || zones.includes(zoneKindId(zone));
      const way = techniques.length === 0 || (technique !== undefined && techniques.includes(technique));
      return place && way && (seenAt === null || seenAt === zone);
    }),
  );
}
