import { MisuseError } from '../terms/failure.ts';
import { settleActive } from './activeSets.ts';
import { hessianOf } from './newtonStep.ts';
import type { OutlineProblem } from './problem.ts';
import { between, checkProblem, objectiveAt } from './problem.ts';
import { projectedNewton } from './projectedNewton.ts';

export interface OutlineSolution {
  readonly x: Float64Array;
  readonly objective: number;
  /** Largest violation of the optimality conditions, relative to the largest pull of a target or row. */
  readonly kkt: number;
  readonly iterations: number;
  /** The stations that press against their upper bound 1, against their lower −1. */
  readonly pressed: Int8Array;
}

/**
 * The x between lo and hi that minimises Σ w·(x − target)² + λ·Σ (xᵢ₋₁ − 2xᵢ + xᵢ₊₁)² + Σ rows. Strictly
 * convex: there is one answer. Which bounds are pressed is found by active sets, and where those do not settle
 * by projected Newton; both take Newton steps on the band of the Hessian that is free, and rows enter by the
 * Woodbury identity. `like`: the solution of a problem of as many stations that may be much like this one; the
 * search starts from what is pressed there, the answer is the same.
 * @throws MisuseError for an empty problem, arrays of unequal length, a number that is none, a weight that is
 * not above 0, bounds that cross, a row about a station there is not, or a `like` of another number of
 * stations.
 */
export function solveOutline(
  problem: OutlineProblem,
  like: Pick<OutlineSolution, 'pressed'> | null = null,
): OutlineSolution {
  checkProblem(problem);
  const { target, lo, hi } = problem;
  const active = startOf(problem, like?.pressed);
  const hessian = hessianOf(problem);
  const x = new Float64Array(target.length);
  for (let i = 0; i < x.length; i++) x[i] = between(target[i] as number, lo[i] as number, hi[i] as number);
  const settled = settleActive(hessian, problem, x, active);
  const { kkt, steps, pressed } = projectedNewton(hessian, problem, x);
  return { x, objective: objectiveAt(problem, x), kkt, iterations: settled + steps, pressed };
}

/** What presses to begin with: a bound that is not there does not. */
function startOf({ target, lo, hi }: OutlineProblem, pressed?: Int8Array): Int8Array {
  const active = new Int8Array(target.length);
  if (!pressed) return active;
  if (pressed.length !== active.length)
    throw new MisuseError(`a solution of ${pressed.length} stations for an outline of ${active.length}`);
  for (let i = 0; i < active.length; i++) {
    const to = pressed[i] as number;
    if (Number.isFinite(to > 0 ? hi[i] : lo[i])) active[i] = to;
  }
  return active;
}
