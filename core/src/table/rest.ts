import type { FittedOrder, OrderBox } from '../order/fitOrder.ts';
import { fitOrder } from '../order/fitOrder.ts';
import { goTogether } from '../order/goTogether.ts';
import { isEveryTime, neededMinutes } from '../order/visits.ts';
import type { Task } from '../tasks/tasks.ts';
import type { TableNow } from './tableNow.ts';

/** What can be done with the work that is left when time or patience runs out. */
export interface RestOfWork {
  /** Steps that stay, with what is dropped left out. */
  readonly keep: readonly string[];
  /** Left out for good this time: cosmetic work. */
  readonly drop: readonly string[];
  /** For another visit, if that is what is chosen: all that is no safety step and not begun. */
  readonly another: readonly string[];
  /** What the other visit then takes, its own looks and checks and breaks included. */
  readonly anotherMinutes: number;
  readonly needMinutes: number;
  /** Minutes of what stays once that is dropped, and of the safety steps alone; breaks included. */
  readonly keptMinutes: number;
  readonly mustMinutes: number;
  readonly fitted: FittedOrder;
}

/**
 * The rest of a visit in the minutes there are: safety steps and what is begun are kept, cosmetic work dropped as `fitOrder` does; or
 * everything but safety put off to another day.
 */
export function restOfWork(order: readonly Task[], now: TableNow, box: OrderBox): RestOfWork {
  const gone = new Set([...now.done.keys(), ...now.skipped.keys()]);
  const begun = order.filter(({ id }) => now.done.has(id));
  // What is begun is finished: the other side of a place, the rest of a run.
  const ahead = order
    .filter(({ id }) => !gone.has(id))
    .map((task) => (begun.some((one) => goTogether(one, task)) ? { ...task, safety: true } : task));
  // The patience that is gone already counts for the first sitting: its steps are as stressful as they are.
  const fitted = fitOrder(ahead, box);
  const drop = fitted.drop.flatMap(({ ids }) => ids);
  const dropped = new Set(drop);
  const another = ahead.filter(({ safety }) => !safety);
  return {
    keep: ahead.filter(({ id }) => !dropped.has(id)).map(({ id }) => id),
    drop,
    another: another.map(({ id }) => id),
    anotherMinutes: neededMinutes(
      order.filter((task) => isEveryTime(task) || another.includes(task)),
      box,
    ),
    needMinutes: fitted.needMinutes,
    keptMinutes: fitted.leftMinutes,
    mustMinutes: fitOrder(
      ahead.filter(({ safety }) => safety),
      box,
    ).needMinutes,
    fitted,
  };
}
