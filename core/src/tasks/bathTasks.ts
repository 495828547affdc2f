import { holds } from '../case/holds.ts';
import type { BathPlan, BathStep } from '../bath/bathPlan.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { Plan } from '../plan/plan.ts';
import { stepCautions } from '../welfare/cautions.ts';
import { isTriggered, helpFor } from './triggers.ts';
import type { Draft } from './plainTask.ts';
import { minutesOf, plainTask } from './plainTask.ts';
import { bareTechnique } from '../tools/drawer.ts';

/**
 * The bath as its programme has it, one step after another, with the rough clip before it, or between two baths. Washing and drying share out what
 * the fixed steps leave of their minutes.
 */
export function bathTasks(visit: Case, plan: Plan, bath: BathPlan, estimate: Estimate): readonly Draft[] {
  const { packs } = visit;
  const partOf = (role: 'wash' | 'dry') => packs.times.parts.find((part) => part.role === role)?.id ?? null;
  const [wash, dry] = [partOf('wash'), partOf('dry')];
  const calm = packs.tasks.handlingStress[visit.facts.temper.handling];
  const wet = bath.steps.filter(({ phase }) => phase !== 'dry');
  const standing = wet.reduce((sum, { contactMinutes }) => sum + contactMinutes, 0);
  const washMinutes = Math.max(minutesOf(estimate, wash), standing);
  const fixedShare = packs.tasks.fixed
    .filter(({ phase, when }) => phase === 'bath' && holds(visit, when))
    .reduce((sum, { share }) => sum + share, 0);
  const dryMinutes = minutesOf(estimate, dry) * (1 - fixedShare);
  const betweenShare = bath.twice ? packs.treatments.betweenDryShare : 0;
  const trigger = isTriggered(visit, 'dry');
  const dryStress = 1.1 * calm * (trigger ? packs.tasks.triggerStress : 1);
  const lift = (fixed: 'lift-in' | 'lift-out') => helpFor(visit, { fixed, zone: null, technique: null });

  const washed = (step: BathStep, index: number, phase: Draft['phase']): Draft => ({
    ...plainTask(visit, `bath:${step.id}`, step.name, 'tub'),
    phase,
    tool: step.product?.bottle?.label ?? step.product?.name ?? 'hands',
    minutes: step.contactMinutes + (washMinutes - standing) / wet.length,
    stress: 0.7 * calm,
    safety: true,
    part: wash,
    how: [step.how],
    cautions: step.product === null ? [] : stepCautions(visit, 'wash', null),
    secondHands: index === 0 ? lift('lift-in') : null,
  });
  const dried = (id: string, name: string, how: readonly string[], share: number): Draft => ({
    ...plainTask(visit, id, name, 'table'),
    phase: 'bath',
    tool: bath.drying.dryers[0]?.name ?? 'dryer',
    minutes: dryMinutes * share,
    stress: dryStress,
    trigger,
    safety: true,
    part: dry,
    how,
    cautions: stepCautions(visit, 'dry', null),
    secondHands: lift('lift-out'),
  });

  const before = bath.twice ? bath.steps.filter((step) => step.bath === 1) : [];
  const after = bath.steps.filter((step) => !before.includes(step));
  const { drying } = bath;
  return [
    ...chained([
      ...before.map((step, index) =>
        step.phase === 'dry'
          ? { ...dried(`bath:${step.id}`, step.name, [step.how], betweenShare), phase: 'rough' as const }
          : washed(step, index, 'rough'),
      ),
      ...roughTask(visit, plan, estimate),
    ]),
    ...chained([
      ...after.flatMap((step, index) => (step.phase === 'dry' ? [] : [washed(step, index, 'bath')])),
      dried(
        'dry',
        drying.name,
        [drying.how, ...after.flatMap(({ phase, how }) => (phase === 'dry' ? [how] : []))],
        1 - betweenShare,
      ),
    ]),
  ];
}

/** One after another. */
const chained = (steps: readonly Draft[]): readonly Draft[] =>
  steps.map((step, index) => ({ ...step, after: steps.slice(index - 1, index).map(({ id }) => id) }));

/** The share of the body's minutes that the rough clip is, as the estimate counts it. */
function roughTask(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const { tasks, times } = visit.packs;
  const part = times.parts.find(({ role }) => role === 'rough-clip');
  if (!plan.roughClip.wanted || !part) return [];
  const { roughClipShare } = times;
  const bare = bareTechnique(visit.packs.tools);
  const trigger = isTriggered(visit, null, undefined, bare);
  const longest = plan.zones
    .flatMap(({ tool }) => (tool?.technique === bare ? [tool] : []))
    .sort((a, b) => b.leavesMm - a.leavesMm)[0];
  return [
    {
      ...plainTask(visit, 'rough-clip', 'rough-clip', 'table'),
      phase: 'rough',
      toolId: longest?.toolId ?? null,
      tool: longest?.label ?? 'blade',
      technique: bare,
      direction: 'with',
      minutes: (minutesOf(estimate, part.id) * roughClipShare) / (1 + roughClipShare),
      stress:
        tasks.stress[bare] *
        tasks.handlingStress[visit.facts.temper.handling] *
        (trigger ? tasks.triggerStress : 1),
      trigger,
      part: part.id,
      cautions: stepCautions(visit, 'rough-clip', bare),
    },
  ];
}
