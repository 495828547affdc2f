import { shareOf } from '../bath/water.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { otherSide, zoneKindId } from '../terms/zone.ts';
import { stepCautions } from '../welfare/cautions.ts';
import { applies, isTriggered, helpFor, isTrigger } from './applies.ts';
import type { Draft } from './plainTask.ts';
import { minutesOf, plainTask, stanceAt } from './plainTask.ts';
import { asForms } from './formTasks.ts';
import { asRuns } from './runTasks.ts';
import { withSecondGoes } from './secondGoes.ts';

/**
 * The work: every run, and every zone that is worked by itself, by what it is worked with; the outside and the inside of a
 * leg apart, and what is gone over once more behind them.
 */
export function zoneTasks(visit: Case, plan: Plan, estimate: Estimate): readonly Draft[] {
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
  const steps = worked.flatMap((one): Draft[] => {
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
  return asForms(visit, asRuns(visit, plan, withSecondGoes(visit, steps)));
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
  const trigger = isTriggered(visit, null, zone.zone, tool.technique);
  const small = tasks.small.includes(kind);
  // A knife grips a dirty-dry coat, not a washed one.
  const beforeBath = techniqueKind(tools, tool.technique).needsStrippable;
  const stress =
    tasks.stress[tool.technique] * (tasks.tender[kind] ?? 1) * tasks.handlingStress[visit.handling];
  const byHand = tools.techniques.find(({ id }) => id === tool.technique)?.byHand === true;
  return {
    ...plainTask(visit, `zone:${zone.zone}`, zone.name, null),
    phase: small ? 'small' : beforeBath ? 'rough' : 'work',
    toolId: tool.toolId,
    tool: tool.label,
    carrier: tool.carrierLabel,
    technique: tool.technique,
    direction: byHand ? null : tool.direction,
    zone: zone.zone,
    zones: [zone.zone],
    lengths: [zone.leftMm],
    side: zone.side,
    leavesMm: zone.leftMm,
    stance: stanceAt(visit, kind, zone.side),
    secondHands: helpFor(visit, { fixed: null, zone: kind, technique: tool.technique }),
    minutes,
    stress: stress * (trigger ? tasks.triggerStress : 1),
    trigger,
    safety: tasks.safety.includes(kind),
    part,
    // Those of the place and the technique are the zone's own.
    cautions: [...new Set([...zone.cautions, ...stepCautions(visit, kind, tool.technique)])],
    hold:
      tasks.holds.find(
        ({ zones, techniques }) => zones.includes(kind) && (techniques?.includes(tool.technique) ?? true),
      )?.text ?? null,
    craft: tasks.ways.filter(({ techniques }) => techniques.includes(tool.technique)).map(({ text }) => text),
    after: openersOf(visit, kind, trigger),
    pair: zone.side === null ? null : `zone:${otherSide(zone.zone)}`,
  };
}

/** What is looked into before it is worked on. A trigger that is put off keeps nothing else waiting. */
const openersOf = (visit: Case, kind: string, trigger: boolean): readonly string[] =>
  visit.packs.tasks.fixed.flatMap((fixed) =>
    fixed.opens.includes(kind) && applies(visit, fixed.when, null) && (trigger || !isTrigger(visit, fixed))
      ? [fixed.id]
      : [],
  );
