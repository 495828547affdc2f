import type { Active, Hessian } from './newtonStep.ts';
import { newtonStep } from './newtonStep.ts';
import type { OutlineProblem } from './problem.ts';
import { between, gradientAt, objectiveAt, pullOf, violation } from './problem.ts';

const ENOUGH = 1e-9;
const MOST_STEPS = 200;
const DESCENT = 1e-4;
const ROUNDING = 1e-13;

/**
 * Projected Newton (Bertsekas 1982): the stations that do not press against a bound take a Newton step, the
 * result is put back between the bounds, as far along as it gains; where it gains nothing, a step straight downhill is taken. Moves x to the answer; the largest violation
 * left, relative, the steps taken, and what presses then.
 */
export function projectedNewton(
  hessian: Hessian,
  problem: OutlineProblem,
  x: Float64Array,
): { readonly kkt: number; readonly steps: number; readonly pressed: Active } {
  const gradient = new Float64Array(x.length);
  const step = new Float64Array(x.length);
  const scale = pullOf(problem);
  for (let steps = 0; ; steps++) {
    gradientAt(problem, x, gradient);
    const kkt = violation(x, gradient, problem) / scale;
    const pressed = pressedAt(problem, x, gradient);
    if (kkt <= ENOUGH || steps === MOST_STEPS) return { kkt, steps, pressed };
    newtonStep(hessian, problem, gradient, pressed, step);
    if (lineSearch(problem, x, gradient, step)) continue;
    // A station a hair off its bound can stop the whole Newton step; downhill alone always gains, unless this is the answer.
    for (let i = 0; i < x.length; i++) step[i] = -(gradient[i] as number);
    if (!lineSearch(problem, x, gradient, step)) return { kkt, steps, pressed };
  }
}

/** The stations whose gradient presses them against a bound. */
function pressedAt({ lo, hi }: OutlineProblem, x: Float64Array, gradient: Float64Array): Active {
  const active = new Int8Array(x.length);
  for (let i = 0; i < x.length; i++) {
    const g = gradient[i] as number;
    if (g > 0 && (x[i] as number) <= (lo[i] as number)) active[i] = -1;
    else if (g < 0 && (x[i] as number) >= (hi[i] as number)) active[i] = 1;
  }
  return active;
}

/** Armijo along the projected path, from the whole step down; moves x. False where nothing is gained any more. */
function lineSearch(
  problem: OutlineProblem,
  x: Float64Array,
  gradient: Float64Array,
  step: Float64Array,
): boolean {
  const { lo, hi } = problem;
  const before = objectiveAt(problem, x);
  const from = x.slice();
  for (let share = 1; share > 1e-12; share /= 2) {
    let gain = 0;
    for (let i = 0; i < x.length; i++) {
      const to = (from[i] as number) + share * (step[i] as number);
      x[i] = between(to, lo[i] as number, hi[i] as number);
      gain += (gradient[i] as number) * ((from[i] as number) - (x[i] as number));
    }
    if (gain <= 0) continue;
    // Close to the answer the gain drowns in the rounding of the objective; the step is still the right one.
    if (before - objectiveAt(problem, x) >= DESCENT * gain - ROUNDING * before) return true;
  }
  x.set(from);
  return false;
}
