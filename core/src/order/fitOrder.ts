import type { Task } from '../tasks/tasks.ts';
import { goTogether } from './goTogether.ts';
import { workedMinutes } from './rests.ts';
import type { VisitBox, VisitPart } from './visits.ts';
import { fitsIn, neededMinutes, visitsOf } from './visits.ts';

export interface OrderBox extends VisitBox {
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
  /** The visits it takes if nothing is left out: one where it fits. */
  readonly visits: readonly VisitPart[];
}

/**
 * How an order goes into the minutes and the patience there are: what to drop (cosmetic work by part, the longest first, never a
 * safety step and never one side of a place), and else how to part it into visits.
 */
export function fitOrder(order: readonly Task[], box: OrderBox): FittedOrder {
  const need = (steps: readonly Task[]) => neededMinutes(steps, box);
  const fits = (steps: readonly Task[]) => fitsIn(steps, box);
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
    visits: fits(order) ? [{ ids: order.map(({ id }) => id), minutes: needMinutes }] : visitsOf(order, box),
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
