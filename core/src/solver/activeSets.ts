import type { Active, Hessian } from './newtonStep.ts';
import { newtonStep } from './newtonStep.ts';
import type { OutlineProblem } from './problem.ts';
import { between, gradientAt } from './problem.ts';

/** Which bounds are pressed settles in a few steps, or it goes round in circles. */
const MOST_STEPS = 12;

/**
 * The primal-dual active set method (Hintermüller, Ito, Kunisch 2002): the stations on a bound are put there, the free ones solved
 * for, and those that leave their bounds or pull away from one change sides, until none does. Moves x between its bounds; what it did
 * not settle the projected Newton steps do. Steps taken.
 */
export function settleActive(hessian: Hessian, problem: OutlineProblem, x: Float64Array): number {
  const { lo, hi } = problem;
  const n = x.length;
  const gradient = new Float64Array(n);
  const active: Active = new Int8Array(n);
  let steps = 0;
  for (let changed = true; changed && steps < MOST_STEPS; steps++) {
    for (let i = 0; i < n; i++) {
      if (active[i] !== 0) x[i] = (active[i] === 1 ? hi[i] : lo[i]) as number;
    }
    gradientAt(problem, x, gradient);
    const step = newtonStep(hessian, problem, gradient, active);
    for (let i = 0; i < n; i++) x[i] = (x[i] as number) + (step[i] as number);
    gradientAt(problem, x, gradient);
    changed = false;
    for (let i = 0; i < n; i++) {
      const [was, at, g] = [active[i], x[i], gradient[i]] as [number, number, number];
      const now =
        was === 0 ? (at > (hi[i] as number) ? 1 : at < (lo[i] as number) ? -1 : 0) : was * g > 0 ? 0 : was;
      if (now !== was) changed = true;
      active[i] = now;
    }
  }
  for (let i = 0; i < n; i++) x[i] = between(x[i] as number, lo[i] as number, hi[i] as number);
  return steps;
}
