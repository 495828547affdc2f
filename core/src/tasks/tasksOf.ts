import { holds } from '../case/holds.ts';
import type { BathPlan } from '../bath/bathPlan.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { JudgedMat } from '../mats/matPlan.ts';
import type { Plan } from '../plan/plan.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { stepCautions } from '../welfare/cautions.ts';
import { helpFor, isTrigger, isTriggered } from './triggers.ts';
import { bathTasks } from './bathTasks.ts';
import type { Draft } from './plainTask.ts';
import { minutesOf, plainTask, sideIn, stanceAt, stanceOf } from './plainTask.ts';
import { stagesOf } from './stages.ts';
import type { Task } from './tasks.ts';
import { runId } from './runTasks.ts';
import { zoneTasks } from './zoneTasks.ts';
import { zoneKind } from '../packs/zones.ts';
import { bareTechnique } from '../tools/drawer.ts';

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
    ...(visit.derived.scope.washes ? bathTasks(visit, plan, bath, estimate) : []),
    ...zoneTasks(visit, plan, estimate),
    ...finishTasks(visit, plan, bath),
  ];
  return stagesOf(visit, drafts);
}

/** What is on every dog. What a part's steps do not share out, its zones and the bath do. */
function fixedTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const { tasks } = visit.packs;
  const mats = (plan.mats?.mats ?? []).map(({ mat }) => `mat:${mat.id}`);
  const { skips } = visit.derived.scope;
  const here = tasks.fixed.filter(({ id, when }) => !skips.includes(id) && holds(visit, when));
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
        one.stress *
        tasks.handlingStress[visit.facts.temper.handling] *
        (isTrigger(visit, one) ? tasks.triggerStress : 1),
      trigger: isTrigger(visit, one),
      safety: one.safety,
      part: one.part,
      how: [one.how],
      cautions: stepCautions(visit, one.id, null),
      after: one.after.flatMap((id) => (id === 'mats' ? mats : [id])),
      secondHands: helpFor(visit, { fixed: one.id, zone: null, technique: null }),
    };
  });
}

/** A dog is stood up and brushed before anything is cut out of it. */
const BEFORE_MATS = ['brush'];

const minutesFor = ({ decision, brushMinutes, clipMinutes }: JudgedMat): number =>
  decision === 'clip' ? clipMinutes : brushMinutes + (decision === 'part' ? clipMinutes : 0);

function matTasks(visit: Case, { mats }: Plan): readonly Draft[] {
  const { tasks, zones } = visit.packs;
  const bare = bareTechnique(visit.packs.tools);
  const all = mats?.mats ?? [];
  const matMinutes = all.reduce((sum, judged) => sum + minutesFor(judged), 0);
  return all.flatMap((judged): Draft[] => {
    const { mat, decision, blade, takesZone } = judged;
    const minutes = minutesFor(judged);
    if (minutes <= 0) return [];
    const kind = zoneKind(zones, mat.zone);
    const trigger = isTriggered(visit, null, mat.zone, decision === 'save' ? undefined : bare);
    return [
      {
        ...plainTask(visit, `mat:${mat.id}`, kind.name, stanceOf(visit, kind.id)),
        phase: 'prep',
        tool: decision === 'clip' ? (blade?.label ?? 'blade') : 'slicker',
        ...(decision === 'clip' && blade ? { toolId: blade.toolId, technique: bare, direction: 'with' } : {}),
        // The place comes to the blade's length with its mat.
        leavesMm: decision !== 'save' && takesZone ? (blade?.leavesMm ?? null) : null,
        zone: mat.zone,
        zones: [mat.zone],
        tools: [
          decision === 'clip' && blade
            ? { toolId: blade.toolId, tool: blade.label }
            : { toolId: null, tool: 'slicker' },
        ],
        lengths: [decision !== 'save' && takesZone ? (blade?.leavesMm ?? null) : null],
        side: sideIn(mat.zone),
        stance: stanceAt(visit, kind.id, sideIn(mat.zone)),
        minutes,
        stress:
          tasks.mats.stress *
          tasks.handlingStress[visit.facts.temper.handling] *
          (trigger ? tasks.triggerStress : 1),
        trigger,
        safety: true,
        how: [tasks.mats.how[decision]],
        cautions: stepCautions(visit, 'mats', decision === 'save' ? null : bare),
        secondHands: helpFor(visit, { fixed: 'mats', zone: null, technique: null, minutes: matMinutes }),
        after: BEFORE_MATS,
      },
    ];
  });
}

/** A clipped jacket is carded once all of it is clipped, before the look back. */
function cardTasks(visit: Case, { zones }: Plan, bath: BathPlan): readonly Draft[] {
  const {
    packs,
    derived: { surfaceM2 },
  } = visit;
  const clipped = zones.filter(
    ({ tool }) => tool !== null && techniqueKind(packs.tools, tool.technique).onSkin,
  );
  return bath.finishing
    .filter(({ role }) => role === 'after-clip')
    .map((one) => ({
      ...plainTask(visit, `finish:${one.id}`, one.name, 'table'),
      phase: 'check',
      tool: 'fine knife',
      minutes: packs.treatments.cardMinutesPerM2 * surfaceM2,
      stress: 0.8,
      how: [one.how],
      after: [...new Set(clipped.map(({ zone, run }) => (run === null ? `zone:${zone}` : runId(run))))],
    }));
}

function finishTasks(visit: Case, plan: Plan, bath: BathPlan): readonly Draft[] {
  const steps: Draft[] = [];
  for (const one of bath.finishing.filter(({ role }) => role !== 'after-clip')) {
    const before = steps.at(-1);
    steps.push({
      ...plainTask(visit, `finish:${one.id}`, one.name, 'table'),
      phase: 'finish',
      tool: one.product?.bottle?.label ?? one.product?.name ?? 'comb',
      minutes: visit.packs.tasks.finishMinutes,
      stress: 0.5,
      how: [one.how],
      cautions: one.product === null ? [] : stepCautions(visit, 'finish', null),
      after: before ? [before.id] : [],
    });
  }
  return [...cardTasks(visit, plan, bath), ...steps];
}
