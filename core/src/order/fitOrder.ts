import type { Task } from '../tasks/tasks.ts';
import { zoneKindId } from '../terms/zone.ts';
import { restsIn, workedMinutes } from './rests.ts';

export interface OrderBox {
  /** Minutes there are; null where nobody limits them. */
  readonly minutes: number | null;
  readonly patience: number;
  readonly restMinutes: number;
  /** Times on the table a dog has in one visit. */
  readonly sittingsPerVisit: number;
  /** Parts of a visit whose work may be dropped, the first to go first. */
  readonly cosmetic: readonly string[];
}

export interface FittedOrder {
  readonly needMinutes: number;
  /** Minutes over what there is, breaks included; 0 when it fits. */
  readonly overMinutes: number;
  /** What may be left out, in the order it would go; both sides of a place go together. */
  readonly drop: readonly { readonly ids: readonly string[]; readonly minutes: number }[];
  /** Minutes of what stays, breaks included. */
  readonly leftMinutes: number;
  /** Still over after that, or too many sittings: the visits it takes, each with its steps. */
  readonly visits: readonly (readonly string[])[];
}

/**
 * How an order goes into the minutes and the patience there are: what to drop (cosmetic work by part, the longest first, never a
 * safety step and never one side of a place), and else how to part it into visits.
 */
export function fitOrder(order: readonly Task[], box: OrderBox): FittedOrder {
  const sittings = (steps: readonly Task[]) => restsIn(steps, box.patience).length + 1;
  const need = (steps: readonly Task[]) =>
    workedMinutes(steps) + box.restMinutes * restsIn(steps, box.patience).length;
  const fits = (steps: readonly Task[]) =>
    (box.minutes === null || need(steps) <= box.minutes + 1e-9) && sittings(steps) <= box.sittingsPerVisit;
  const needMinutes = need(order);
  const drop: { ids: readonly string[]; minutes: number }[] = [];
  let left = order;
  for (const group of droppable(order, box.cosmetic)) {
    if (fits(left)) break;
    const gone = new Set(group.map(({ id }) => id));
    left = left.filter(({ id }) => !gone.has(id));
    drop.push({ ids: [...gone], minutes: workedMinutes(group) });
  }
  return {
    needMinutes,
    overMinutes: box.minutes === null ? 0 : Math.max(0, needMinutes - box.minutes),
    drop,
    leftMinutes: need(left),
    visits: fits(order) ? [order.map(({ id }) => id)] : visitsOf(order, box),
  };
}

/**
 * Groups that go together, in the order they may go: by part, the longest work of a part first. Both sides of a place are one; so is what one
 * tool leaves at one length: nobody leaves a patch in a jacket. A run that reaches into several parts goes with the last.
 */
function droppable(order: readonly Task[], cosmetic: readonly string[]): readonly (readonly Task[])[] {
  let groups: Task[][] = [];
  for (const task of order) {
    if (task.part === null || !cosmetic.includes(task.part) || task.safety || task.zone === null) continue;
    const joined = groups.filter((group) => group.some((other) => goTogether(other, task)));
    groups = [...groups.filter((group) => !joined.includes(group)), [...joined.flat(), task]];
  }
  const partOf = (group: readonly Task[]) =>
    Math.max(...group.map(({ part }) => cosmetic.indexOf(part ?? '')));
  return groups.sort((a, b) => partOf(a) - partOf(b) || workedMinutes(b) - workedMinutes(a));
}

/** Whether two steps are of one place, its other side, or one run of a tool: both are done, or neither. */
export function goTogether(a: Task, b: Task): boolean {
  const samePlace = a.zone !== null && b.zone !== null && zoneKindId(a.zone) === zoneKindId(b.zone);
  const sameRun = a.toolId !== null && a.toolId === b.toolId && a.leavesMm === b.leavesMm;
  return samePlace || sameRun;
}

/** The order cut where a visit's minutes or sittings are used up. */
function visitsOf(order: readonly Task[], box: OrderBox): readonly (readonly string[])[] {
  const visits: Task[][] = [[]];
  for (const task of order) {
    const visit = visits.at(-1) ?? [];
    const tried = [...visit, task];
    const rests = restsIn(tried, box.patience).length;
    const over =
      (box.minutes !== null && workedMinutes(tried) + box.restMinutes * rests > box.minutes) ||
      rests + 1 > box.sittingsPerVisit;
    if (over && visit.length > 0) visits.push([task]);
    else visit.push(task);
  }
  return visits.map((visit) => visit.map(({ id }) => id));
}
