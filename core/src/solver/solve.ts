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
}

/**
 * The x between lo and hi that minimises Σ w·(x − target)² + λ·Σ (xᵢ₋₁ − 2xᵢ + xᵢ₊₁)² + Σ rows. Strictly convex: there is
 * one answer. Which bounds are pressed is found by active sets, and where those do not settle by projected Newton; both take Newton steps on
 * the band of the Hessian that is free, and rows enter by the Woodbury identity.
 * @throws MisuseError for an empty problem, arrays of unequal length, a number that is none, a weight that is not above 0,
 * bounds that cross, or a row about a station there is not.
 */
export function solveOutline(problem: OutlineProblem): OutlineSolution {
  checkProblem(problem);
  const { target, lo, hi } = problem;
  const hessian = hessianOf(problem);
  const x = Float64Array.from({ length: target.length }, (_, i) =>
    between(target[i] as number, lo[i] as number, hi[i] as number),
  );
  const guesses = settleActive(hessian, problem, x);
  const { kkt, steps } = projectedNewton(hessian, problem, x);
  return { x, objective: objectiveAt(problem, x), kkt, iterations: guesses + steps };
}
