import type { Task } from '../tasks/tasks.ts';
import { requireNumber } from '../terms/failure.ts';

/** A break: before a step, or so many minutes into one that is longer than the dog's patience. */
export interface Rest {
  readonly before: string;
  readonly intoMinutes: number;
}

/** How much of a dog's patience is gone after each step, 0 to 1, breaks taken. */
export interface StressPoint {
  readonly minutes: number;
  readonly share: number;
}

type Worked = Pick<Task, 'id' | 'minutes' | 'stress'>;

/**
 * Where breaks go in an order: before the step that would take the stress since the last break past the dog's patience (minutes of
 * standing), and within a step that is longer than all of it. As late as they may be, so no order has fewer.
 * @throws MisuseError unless patience is more than nothing.
 */
export function restsIn(order: readonly Worked[], patience: number): readonly Rest[] {
  requireNumber('patience', patience, Number.MIN_VALUE);
  const rests: Rest[] = [];
  let taken = 0;
  for (const { id, minutes, stress } of order) {
    const own = minutes * stress;
    if (taken > EPS && taken + own > patience + EPS) {
      rests.push({ before: id, intoMinutes: 0 });
      taken = 0;
    }
    let left = own;
    while (left > patience + EPS) {
      left -= patience;
      rests.push({ before: id, intoMinutes: (own - left) / stress });
    }
    taken = own > left ? left : taken + own;
  }
  return rests;
}

const EPS = 1e-9;

export const workedMinutes = (order: readonly Pick<Task, 'minutes'>[]): number =>
  order.reduce((sum, { minutes }) => sum + minutes, 0);

/** The stress over the minutes of an order, breaks in it, as shares of the dog's patience. */
export function stressCurve(
  order: readonly Worked[],
  patience: number,
  restMinutes: number,
): readonly StressPoint[] {
  const rests = restsIn(order, patience);
  const points: StressPoint[] = [{ minutes: 0, share: 0 }];
  let [at, taken] = [0, 0];
  const go = (minutes: number, stress: number) => {
    at += minutes;
    taken += minutes * stress;
    points.push({ minutes: at, share: taken / patience });
  };
  const rest = () => {
    at += restMinutes;
    taken = 0;
    points.push({ minutes: at, share: 0 });
  };
  for (const { id, minutes, stress } of order) {
    let into = 0;
    for (const { intoMinutes } of rests.filter(({ before }) => before === id)) {
      if (intoMinutes > into) go(intoMinutes - into, stress);
      into = intoMinutes;
      rest();
    }
    go(minutes - into, stress);
  }
  return points;
}
