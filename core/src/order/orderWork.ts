import { MisuseError } from '../terms/failure.ts';
import type { Task } from '../tasks/tasks.ts';
import { gripOf } from '../tasks/tasks.ts';
import type { Rest } from './rests.ts';
import { restsIn, workedMinutes } from './rests.ts';
import { costOf, searchedStage } from './search.ts';
import type { Changes, Frontier, Unit } from './sequence.ts';
import { changeCost, EXACT, exactStage } from './sequence.ts';

export interface OrderCosts extends Changes {
  /** For a minute after a trigger, for each unit of its stress. */
  readonly carried: number;
}

export interface OrderProblem {
  readonly tasks: readonly Task[];
  readonly costs: OrderCosts;
  /** Stress a dog takes before a break, in minutes of standing; and the minutes of a break. */
  readonly patience: number;
  readonly restMinutes: number;
}

export interface WorkOrder {
  /** Ids of the steps. */
  readonly order: readonly string[];
  readonly breaks: readonly Rest[];
  /** Breaks included. */
  readonly minutes: number;
  readonly cost: number;
  /** No order costs less; the cost itself where every stage was ordered exactly. */
  readonly lowerBound: number;
  readonly exact: boolean;
}

/**
 * The order of a visit's steps: stage after stage, within one so that tools, stances and second hands change least and a trigger's
 * stress weighs on as little as possible after it. Steps that no order can tell apart are moved as one. Stages of up to 16 such units are
 * ordered exactly, together with how they follow on each other; larger ones, of any size, are searched and their bound is given. Breaks go in when
 * the stress since the last has reached the dog's patience.
 * @throws MisuseError for steps that wait on each other in a ring, or on a later stage.
 */
export function orderWork({ tasks, costs, patience, restMinutes }: OrderProblem): WorkOrder {
  const stages = stagesIn(tasks);
  const grips = new Grips();
  let entry: Frontier | null = null;
  let lowerBound = 0;
  let exact = true;
  let minutesAfter = tasks.reduce((sum, { minutes }) => sum + minutes, 0);
  const solved: { readonly groups: readonly (readonly Task[])[]; readonly frontier: Frontier }[] = [];
  for (const stage of stages) {
    const { groups, units } = unitsOf(stage, grips, costs.carried);
    minutesAfter -= units.reduce((sum, { minutes }) => sum + minutes, 0);
    if (units.length <= EXACT) {
      // After a stage that was searched the bounds of the stages add up.
      const alone: number = exact
        ? 0
        : lowerBound + Math.min(...exactStage(units, null, costs, minutesAfter).cost);
      entry = exactStage(units, entry, costs, minutesAfter);
      lowerBound = exact ? Math.min(...entry.cost) : alone;
    } else {
      const searched = searchedStage(units, exact ? entry : null, costs, minutesAfter);
      lowerBound = exact ? searched.lowerBound : lowerBound + searched.lowerBound;
      entry = exact ? searched.frontier : searchedStage(units, entry, costs, minutesAfter).frontier;
      exact = false;
    }
    solved.push({ groups, frontier: entry });
  }
  const order = walked(solved);
  return { ...priced({ tasks, costs, patience, restMinutes }, order), lowerBound, exact };
}

/**
 * What an order of the groomer's own costs, with its breaks. It may be any order that `whyNot` allows.
 * @throws MisuseError when it names a step there is not, or leaves one out.
 */
export function priced(
  { tasks, costs, patience, restMinutes }: OrderProblem,
  order: readonly string[],
): Omit<WorkOrder, 'lowerBound' | 'exact'> {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const inOrder = order.map((id) => {
    const task = byId.get(id);
    if (!task) throw new MisuseError(`there is no step "${id}" to order`);
    return task;
  });
  if (new Set(order).size !== tasks.length) throw new MisuseError('an order names every step once');
  const grips = new Grips();
  const units = inOrder.map((task) => ({ ...unitOf(task, grips, costs.carried), before: [] }));
  const cost = costOf(units, [...units.keys()], null, costs, 0);
  const breaks = restsIn(inOrder, patience);
  return { order, breaks, minutes: workedMinutes(inOrder) + restMinutes * breaks.length, cost };
}

/** Why a step may not stand before another. */
export interface Refusal {
  readonly step: string;
  readonly mustFollow: string;
  readonly because: 'stage' | 'after';
}

/** What an order of one's own breaks: of the phases of a visit and of what waits on what. Empty where it may be worked so. */
export function whyNot(tasks: readonly Task[], order: readonly string[]): readonly Refusal[] {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const place = new Map(order.map((id, index) => [id, index]));
  const refusals: Refusal[] = [];
  order.forEach((id, index) => {
    const task = byId.get(id);
    if (!task) return;
    for (const before of task.after) {
      if ((place.get(before) ?? -1) > index)
        refusals.push({ step: id, mustFollow: before, because: 'after' });
    }
    const late = order.slice(index + 1).find((other) => mustPrecede(byId.get(other), task));
    if (late !== undefined) refusals.push({ step: id, mustFollow: late, because: 'stage' });
  });
  return refusals;
}

/** The bath is not moved across the work, nor the look back before it; the stages of the work are the groomer's own. */
const mustPrecede = (other: Task | undefined, task: Task): boolean =>
  other !== undefined &&
  FIXED.indexOf(other.phase) < FIXED.indexOf(task.phase) &&
  other.phase !== 'small' &&
  task.phase !== 'small';
const FIXED: readonly Task['phase'][] = ['prep', 'rough', 'bath', 'work', 'check', 'finish'];

function stagesIn(tasks: readonly Task[]): readonly (readonly Task[])[] {
  const stages = new Map<number, Task[]>();
  for (const task of tasks) stages.set(task.stage, [...(stages.get(task.stage) ?? []), task]);
  const stageOf = new Map(tasks.map(({ id, stage }) => [id, stage]));
  for (const { id, stage, after } of tasks) {
    const late = after.find((before) => (stageOf.get(before) ?? stage) > stage);
    if (late !== undefined) throw new MisuseError(`"${id}" waits on "${late}", which is in a later stage`);
  }
  return [...stages].sort(([a], [b]) => a - b).map(([, stage]) => stage);
}

/** Tools, stances and hands by number. */
class Grips {
  private readonly seen = { tool: new Map<string, number>(), stance: new Map<string, number>() };
  of(task: Task): Pick<Unit, 'tool' | 'stance' | 'hands'> {
    const { tool, stance, hands } = gripOf(task);
    return {
      tool: this.numberOf('tool', tool),
      stance: this.numberOf('stance', stance),
      hands: hands ? 1 : 0,
    };
  }
  private numberOf(kind: 'tool' | 'stance', name: string): number {
    const known = this.seen[kind];
    const number = known.get(name) ?? known.size;
    known.set(name, number);
    return number;
  }
}

const unitOf = (task: Task, grips: Grips, carried: number): Omit<Unit, 'before'> => ({
  minutes: task.minutes,
  ...grips.of(task),
  weight: task.trigger ? carried * task.stress : 0,
});

type Run = readonly [Task, ...Task[]];

/**
 * A step with those behind it that wait on nothing but it, or on one of these, and keep its tool, stance and hands: brought right behind it they
 * change nothing, and what weighs on them weighs on no more, so some best order has them there.
 */
function runsOf(stage: readonly Task[]): readonly Run[] {
  const here = new Map(stage.map((task) => [task.id, task]));
  const grip = (task: Task) => JSON.stringify(gripOf(task));
  const leaderOf = (task: Task): Task | null => {
    const [leader, ...others] = task.after.flatMap((id) => here.get(id) ?? []);
    if (!leader || others.length > 0 || leader.trigger || task.trigger) return null;
    return grip(leader) === grip(task) ? leader : null;
  };
  const chainOf = (task: Task): readonly Task[] => {
    const chain = [task];
    for (let leader = leaderOf(task); leader; leader = leaderOf(leader)) {
      // Cyclic dependency: refused with the units.
      if (chain.includes(leader)) return [task];
      chain.push(leader);
    }
    return chain;
  };
  const chains = stage.map(chainOf).sort((a, b) => a.length - b.length);
  const runs = new Map<Task, Run>();
  for (const chain of chains) {
    const [task, head] = [chain[0], chain.at(-1)];
    if (!task || !head) continue;
    const [first, ...rest] = runs.get(head) ?? [head];
    runs.set(head, task === head ? [head] : [first, ...rest, task]);
  }
  return stage.flatMap((task) => {
    const run = runs.get(task);
    return run ? [run] : [];
  });
}

/**
 * Steps of a stage that agree in tool, stance and hands, weigh on nothing, wait on the same and are waited on by the same, as one
 * unit: bringing the later to the first of them changes no less and carries no more, so some best order has them together.
 */
function unitsOf(
  stage: readonly Task[],
  grips: Grips,
  carried: number,
): { readonly groups: readonly (readonly Task[])[]; readonly units: readonly Unit[] } {
  const runs = runsOf(stage);
  const runAt = new Map(runs.flatMap(([head, ...rest]) => [head, ...rest].map(({ id }) => [id, head.id])));
  const waits = ({ after }: Task) => [...new Set(after.flatMap((id) => runAt.get(id) ?? []))].sort();
  const waited = new Map<string, string[]>();
  for (const [head] of runs)
    for (const id of waits(head)) waited.set(id, [...(waited.get(id) ?? []), head.id]);
  const alike = new Map<string, Task[]>();
  for (const [head, ...rest] of runs) {
    const key = head.trigger
      ? head.id
      : JSON.stringify([gripOf(head), waits(head), (waited.get(head.id) ?? []).sort()]);
    alike.set(key, [...(alike.get(key) ?? []), head, ...rest]);
  }
  const groups = [...alike.values()];
  const groupOf = new Map(groups.flatMap((group, index) => group.map(({ id }) => [id, index] as const)));
  const units = groups.map((group, index): Unit => {
    const [first] = group;
    if (!first) throw new MisuseError('a group of steps is empty');
    const before = new Set(waits(first).map((id) => groupOf.get(id) ?? index));
    if (before.has(index)) throw new MisuseError(`"${first.id}" waits on itself`);
    return {
      ...unitOf(first, grips, carried),
      minutes: group.reduce((sum, { minutes }) => sum + minutes, 0),
      before: [...before],
    };
  });
  refuseRings(groups, units);
  return { groups, units };
}

/** @throws MisuseError naming a step that can never be next. */
function refuseRings(groups: readonly (readonly Task[])[], units: readonly Unit[]): void {
  const done = new Set<number>();
  for (let found = true; found;) {
    found = false;
    units.forEach(({ before }, index) => {
      if (done.has(index) || !before.every((one) => done.has(one))) return;
      done.add(index);
      found = true;
    });
  }
  const stuck = units.findIndex((_, index) => !done.has(index));
  if (stuck >= 0) throw new MisuseError(`"${groups[stuck]?.[0]?.id}" waits on steps that wait on it`);
}

function walked(
  solved: readonly { readonly groups: readonly (readonly Task[])[]; readonly frontier: Frontier }[],
): readonly string[] {
  const stages: string[][] = [];
  let end = -1;
  for (const { groups, frontier } of [...solved].reverse()) {
    const last = end < 0 ? frontier.cost.indexOf(Math.min(...frontier.cost)) : end;
    const { order, from } = frontier.path[last] ?? { order: [], from: -1 };
    stages.unshift(order.flatMap((index) => groups[index]?.map(({ id }) => id) ?? []));
    end = from;
  }
  return stages.flat();
}

/** What each change of an order costs, step by step: for the screen to say where it hurts. */
export function changesIn(tasks: readonly Task[], costs: OrderCosts): readonly number[] {
  const grips = new Grips();
  const units = tasks.map((task) => ({ ...unitOf(task, grips, costs.carried), before: [] }));
  return units.map((unit, index) => {
    const before = units[index - 1];
    return before ? changeCost(before, unit, costs) : 0;
  });
}
