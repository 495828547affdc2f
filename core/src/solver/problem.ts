import { MisuseError } from '../terms/failure.ts';

/** A linear wish about the answer, met as far as it is worth: weight · (Σ a·x − value)². */
export interface OutlineRow {
  readonly at: readonly (readonly [station: number, a: number])[];
  readonly value: number;
  readonly weight: number;
}

/** What to find along a contour: all arrays have one entry a station. Lengths in mm; weights without unit. */
export interface OutlineProblem {
  readonly target: ArrayLike<number>;
  /** More than nothing each. */
  readonly weight: ArrayLike<number>;
  readonly lo: ArrayLike<number>;
  readonly hi: ArrayLike<number>;
  /** λ ≥ 0. */
  readonly smoothness: number;
  /** The contour comes back to its first station. */
  readonly closed: boolean;
  readonly rows?: readonly OutlineRow[];
}

/** @throws MisuseError for what is no problem: see `solveOutline`. */
export function checkProblem({ target, weight, lo, hi, smoothness, rows = [] }: OutlineProblem): void {
  const n = target.length;
  if (n === 0) throw new MisuseError('an outline without stations');
  for (const [name, array] of Object.entries({ weight, lo, hi })) {
    if (array.length !== n)
      throw new MisuseError(`${array.length} numbers of ${name} for ${n} stations of an outline`);
  }
  if (!(smoothness >= 0 && smoothness < Infinity))
    throw new MisuseError(`a smoothness of ${smoothness}: it is 0 or more`);
  for (let i = 0; i < n; i++) {
    const t = target[i] as number;
    const w = weight[i] as number;
    const least = lo[i] as number;
    const most = hi[i] as number;
    if (!Number.isFinite(t)) throw new MisuseError(`station ${i}: a target of ${t}`);
    if (!(w > 0 && w < Infinity)) throw new MisuseError(`station ${i}: a weight of ${w}; it is above 0`);
    if (!(least <= most)) throw new MisuseError(`station ${i}: bounds cross, ${least} to ${most}`);
    if (least === Infinity || most === -Infinity)
      throw new MisuseError(`station ${i}: nothing lies between ${least} and ${most}`);
  }
  rows.forEach(({ at, value, weight: worth }, r) => {
    if (!Number.isFinite(value) || !(worth >= 0 && worth < Infinity))
      throw new MisuseError(`row ${r}: a value of ${value} with a weight of ${worth}`);
    for (const [i, a] of at) {
      if (!(Number.isInteger(i) && i >= 0 && i < n) || !Number.isFinite(a))
        throw new MisuseError(`row ${r}: ${a} at station ${i} of ${n}`);
    }
  });
}

/** The value put between its bounds. */
export const between = (value: number, lo: number, hi: number) => (value < lo ? lo : value > hi ? hi : value);

/** The first and last station that have one on both sides. */
export const bendRange = (n: number, closed: boolean): readonly [number, number] =>
  n < 3 ? [0, -1] : closed ? [0, n - 1] : [1, n - 2];

/** The gradient of the objective at x. */
export function gradientAt(problem: OutlineProblem, x: Float64Array, into: Float64Array): void {
  const { target, weight, smoothness, closed, rows = [] } = problem;
  for (let i = 0; i < x.length; i++)
    into[i] = 2 * (weight[i] as number) * ((x[i] as number) - (target[i] as number));
  const n = x.length;
  const [first, last] = bendRange(n, closed);
  for (let i = first; i <= last; i++) {
    const a = i === 0 ? n - 1 : i - 1;
    const c = i === n - 1 ? 0 : i + 1;
    const bend = 2 * smoothness * ((x[a] as number) - 2 * (x[i] as number) + (x[c] as number));
    into[a] = (into[a] as number) + bend;
    into[i] = (into[i] as number) - 2 * bend;
    into[c] = (into[c] as number) + bend;
  }
  for (const row of rows) {
    const off = 2 * row.weight * (valueOf(row, x) - row.value);
    for (const [i, a] of row.at) into[i] = (into[i] as number) + off * a;
  }
}

const valueOf = ({ at }: OutlineRow, x: ArrayLike<number>) =>
  at.reduce((sum, [i, a]) => sum + a * (x[i] as number), 0);

/** Σ w·(x − target)² + λ·Σ (xᵢ₋₁ − 2xᵢ + xᵢ₊₁)² + Σ rows. */
export function objectiveAt(problem: OutlineProblem, x: Float64Array): number {
  const { target, weight, smoothness, closed, rows = [] } = problem;
  let sum = 0;
  for (let i = 0; i < x.length; i++)
    sum += (weight[i] as number) * ((x[i] as number) - (target[i] as number)) ** 2;
  const n = x.length;
  const [first, last] = bendRange(n, closed);
  for (let i = first; i <= last; i++) {
    const a = i === 0 ? n - 1 : i - 1;
    const c = i === n - 1 ? 0 : i + 1;
    sum += smoothness * ((x[a] as number) - 2 * (x[i] as number) + (x[c] as number)) ** 2;
  }
  for (const row of rows) sum += row.weight * (valueOf(row, x) - row.value) ** 2;
  return sum;
}

/** The largest gradient a target or a row can have: what an optimality violation is measured against. */
export function pullOf({ target, weight, rows = [] }: OutlineProblem): number {
  let most = 1e-12;
  for (let i = 0; i < target.length; i++)
    most = Math.max(most, 2 * (weight[i] as number) * Math.max(1, Math.abs(target[i] as number)));
  for (const { at, value, weight: worth } of rows)
    for (const [, a] of at) most = Math.max(most, 2 * worth * Math.abs(a * value));
  return most;
}

/** The largest gradient along which x may still move: 0 at the answer. */
export function violation(x: Float64Array, gradient: Float64Array, { lo, hi }: OutlineProblem): number {
  let most = 0;
  for (let i = 0; i < x.length; i++) {
    const g = gradient[i] as number;
    const free = g > 0 ? (x[i] as number) > (lo[i] as number) : (x[i] as number) < (hi[i] as number);
    if (free) most = Math.max(most, Math.abs(g));
  }
  return most;
}
