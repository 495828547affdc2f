import type { Active, Hessian } from './newtonStep.ts';
import { newtonStep } from './newtonStep.ts';
import type { OutlineProblem } from './problem.ts';
import { between, gradientAt } from './problem.ts';

/** Iteration cap; beyond it the active set cycles. */
const MOST_STEPS = 40;
/** Tolerance, mm. */
const ROUNDING = 1e-12;

/**
 * A primal-dual active set method (after Hintermüller, Ito, Kunisch 2002): the stations on a bound are put
 * there and the free ones solved for; those that pull away from their bound are let go, and of every stretch
 * beyond a bound its worst places are put on it, until nothing changes. A smooth line touches its bound in few
 * places, so that putting whole stretches there goes to and fro. Starts from the stations in `active`, leaves
 * there those it ends with, and moves x between its bounds: every step from where x was given, so that the
 * answer is the same to rounding whatever it started from. What it did not settle the projected Newton
 * steps do. Steps taken.
 */
export function settleActive(
  hessian: Hessian,
  problem: OutlineProblem,
  x: Float64Array,
  active: Active,
): number {
  const { lo, hi } = problem;
  const n = x.length;
  const gradient = new Float64Array(n);
  const step = new Float64Array(n);
  const beyond = new Float64Array(n);
  const given = x.slice();
  let steps = 0;
  for (let changed = true; changed && steps < MOST_STEPS; steps++) {
    for (let i = 0; i < n; i++) {
      const at = active[i] === 0 ? given[i] : active[i] === 1 ? hi[i] : lo[i];
      x[i] = at as number;
    }
    gradientAt(problem, x, gradient);
    newtonStep(hessian, problem, gradient, active, step);
    for (let i = 0; i < n; i++) x[i] = (x[i] as number) + (step[i] as number);
    gradientAt(problem, x, gradient);
    for (let i = 0; i < n; i++) beyond[i] = beyondBound(x[i] as number, lo[i] as number, hi[i] as number);
    changed = false;
    for (let i = 0; i < n; i++) {
      if ((active[i] as number) * (gradient[i] as number) > 0) active[i] = 0;
      else if (active[i] === 0 && isWorst(beyond, i)) active[i] = Math.sign(beyond[i] as number);
      else continue;
      changed = true;
    }
  }
  for (let i = 0; i < n; i++) x[i] = between(x[i] as number, lo[i] as number, hi[i] as number);
  return steps;
}

/** How far above its upper bound, or, negative, below its lower. */
function beyondBound(x: number, lo: number, hi: number): number {
  if (x > hi + ROUNDING) return x - hi;
  return x < lo - ROUNDING ? x - lo : 0;
}

/**
 * No neighbour is further beyond the same bound. The contour is taken as closed: of an open one the ends are no
 * worse for it.
 */
function isWorst(beyond: Float64Array, i: number): boolean {
  const n = beyond.length;
  const own = beyond[i] as number;
  const before = beyond[i === 0 ? n - 1 : i - 1] as number;
  const after = beyond[i === n - 1 ? 0 : i + 1] as number;
  return own > 0 ? own >= before && own >= after : own < 0 && own <= before && own <= after;
}
