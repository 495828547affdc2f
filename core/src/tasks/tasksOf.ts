import type { BathPlan } from '../bath/bathPlan.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { Plan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import { zoneKindId } from '../terms/zone.ts';
import { applies, bears, helpFor, isTrigger } from './applies.ts';
import type { Draft } from './plainTask.ts';
import { minutesOf, plainTask, sideIn, stanceAt, stanceOf } from './plainTask.ts';
import { stagesOf } from './stages.ts';
import type { Task } from './tasks.ts';
import { zoneTasks } from './zoneTasks.ts';

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
