import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import { workIn } from '../estimate/work.ts';
import type { Plan, PlannedStep, StepTool, ZonePlan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { isAmong, otherSide, wholeKindId, zoneKindId } from '../terms/zone.ts';
import { cautionsAt, stepCautions } from '../welfare/cautions.ts';
import { isTriggered, helpFor, isTrigger } from './triggers.ts';
import type { Draft } from './plainTask.ts';
import { minutesOf, plainTask, stanceAt } from './plainTask.ts';
import type { InForm } from './formTasks.ts';
import { asForms } from './formTasks.ts';
import { asRuns } from './runTasks.ts';
import { withSecondGoes } from './secondGoes.ts';

/**
 * The work: every run, every form of the hand with its steps, and what is gone over once more. The minutes of a part of the
 * visit are shared out by how much work each piece is.
 */
export function zoneTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
  const {
    packs,
    derived: { workM2 },
  } = visit;
  const pieces = workIn(plan, packs, workM2).filter(({ zone }) => zone.tool !== null && !zone.lost);
  const inPart = new Map<string, number>();
  for (const { part, weight } of pieces) inPart.set(part, (inPart.get(part) ?? 0) + weight);
  const rough = packs.times.parts.find(({ role }) => role === 'rough-clip')?.id;
  const drafts = pieces.flatMap(({ zone, step, shapes, part, weight }): readonly InForm[] => {
    const whole = minutesOf(estimate, part);
    const own = part === rough && plan.roughClip.wanted ? whole / (1 + packs.times.roughClipShare) : whole;
    const minutes = (own * weight) / (inPart.get(part) || 1);
    const used = step?.step.tool ?? ownTool(visit, zone);
    if (!used) return [];
    const draft = zoneTask(visit, zone, used, part, minutes);
    if (!step) return withSecondGoes(visit, [draft]).map((one) => ({ draft: one, step: null }));
    const named = shapes ? draft : asStep(visit, draft, zone, step.step);
    return (shapes ? withSecondGoes(visit, [named]) : [named]).map((one) => ({ draft: one, step }));
  });
  return asForms(visit, drafts, (steps) => asRuns(visit, plan, steps));
}

/** A place in a step that does not shape it: with that step's cautions, and no length of its own where it is only softened. */
function asStep(visit: Case, draft: Draft, zone: ZonePlan, { do: what, tool }: PlannedStep): Draft {
  const at = byId('zone', visit.derived.zones, zone.zone);
  const shaping = zone.tool ? cautionsAt(visit, at, zone.tool.technique) : [];
  const own = cautionsAt(visit, at, tool.technique);
  const cautions = draft.cautions.filter((text) => own.includes(text) || !shaping.includes(text));
  return {
    ...draft,
    id: `${what}:${zone.zone}`,
    // Joins are softened with the cut, also at a place that is done before it.
    phase: 'work',
    pair: null,
    cautions: [...new Set([...cautions, ...own])],
    ...(what === 'soften' ? { leavesMm: null, lengths: [null] } : {}),
  };
}

function ownTool(visit: Case, { tool }: ZonePlan): StepTool | null {
  if (!tool) return null;
  const { toolId, label, technique, carrierLabel, leavesMm } = tool;
  const direction = techniqueKind(visit.packs.tools, technique).byHand ? null : tool.direction;
  return { toolId, label, technique, carrierLabel, direction, leavesMm };
}

function zoneTask(visit: Case, zone: ZonePlan, tool: StepTool, part: string, minutes: number): Draft {
  const { tasks, tools } = visit.packs;
  const kind = zoneKindId(zone.zone);
  const trigger = isTriggered(visit, null, zone.zone, tool.technique);
  const small = isAmong(tasks.small, kind);
  // A knife grips a dirty-dry coat, not a washed one.
  const beforeBath = techniqueKind(tools, tool.technique).needsStrippable;
  const stress =
    tasks.stress[tool.technique] *
    (tasks.tender[wholeKindId(kind)] ?? 1) *
    tasks.handlingStress[visit.facts.temper.handling];
  const leavesMm = tool.direction === null ? zone.leftMm : (tool.leavesMm ?? zone.leftMm);
  const by = tool.direction === null && zone.tool ? zone.tool : tool;
  const ran = zone.tool?.toolId === tool.toolId ? zone.leftMm : leavesMm;
  return {
    ...plainTask(visit, `zone:${zone.zone}`, zone.name, null),
    phase: small ? 'small' : beforeBath ? 'rough' : 'work',
    toolId: tool.toolId,
    tool: tool.label,
    carrier: tool.carrierLabel,
    technique: tool.technique,
    direction: tool.direction,
    zone: zone.zone,
    zones: [zone.zone],
    lengths: [ran],
    // What softens a place or sets its lines does not leave its length.
    tools: [{ toolId: by.toolId, tool: by.label }],
    side: zone.side,
    leavesMm: ran,
    stance: stanceAt(visit, kind, zone.side),
    secondHands: helpFor(visit, { fixed: null, zone: kind, technique: tool.technique }),
    minutes,
    stress: stress * (trigger ? tasks.triggerStress : 1),
    trigger,
    safety: isAmong(tasks.safety, kind),
    part,
    // Those of the place and the technique are the zone's own.
    cautions: [...new Set([...zone.cautions, ...stepCautions(visit, kind, tool.technique)])],
    hold:
      tasks.holds.find(
        ({ zones, techniques }) => isAmong(zones, kind) && (techniques?.includes(tool.technique) ?? true),
      )?.text ?? null,
    craft: tasks.ways.filter(({ techniques }) => techniques.includes(tool.technique)).map(({ text }) => text),
    after: openersOf(visit, kind, trigger),
    pair: zone.side === null ? null : `zone:${otherSide(zone.zone)}`,
  };
}

/** What is looked into before it is worked on. A trigger that is put off keeps nothing else waiting. */
const openersOf = (visit: Case, kind: string, trigger: boolean): readonly string[] =>
  visit.packs.tasks.fixed.flatMap((fixed) =>
    isAmong(fixed.opens, kind) && holds(visit, fixed.when) && (trigger || !isTrigger(visit, fixed))
      ? [fixed.id]
      : [],
  );
