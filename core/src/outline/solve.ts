import { MisuseError } from '../terms/failure.ts';
import { backSolve, bandOf, factorize } from './banded.ts';
import type { FourBand, FreeFactor } from './fourBand.ts';
import { factorizeFree, freeFactorOf, solveFree, WIDE } from './fourBand.ts';

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

export interface OutlineSolution {
  readonly x: Float64Array;
  readonly objective: number;
  /** Largest violation of the optimality conditions, relative to the largest pull of a target or row. */
  readonly kkt: number;
  readonly iterations: number;
}

const between = (value: number, lo: number, hi: number) => (value < lo ? lo : value > hi ? hi : value);

const ENOUGH = 1e-9;
const MOST_ITERATIONS = 200;
const DESCENT = 1e-4;
const ROUNDING = 1e-13;

/**
 * The x between lo and hi that minimises Σ w·(x − target)² + λ·Σ (xᵢ₋₁ − 2xᵢ + xᵢ₊₁)² + Σ rows. Strictly convex: there is
 * one answer. Which bounds are pressed is found by active sets, and where those do not settle by projected Newton (Bertsekas
 * 1982): the stations that do not press against a bound take a Newton step on their band of the Hessian, the result is put back
 * between the bounds; rows enter by the Woodbury identity.
 * @throws MisuseError for an empty problem, arrays of unequal length, a number that is none, a weight that is not above 0,
 * bounds that cross, or a row about a station there is not.
 */
export function solveOutline(problem: OutlineProblem): OutlineSolution {
  check(problem);
  const { target, lo, hi } = problem;
  const n = target.length;
  const hessian = hessianOf(problem);
  const x = new Float64Array(n);
  for (let i = 0; i < n; i++) x[i] = between(target[i] as number, lo[i] as number, hi[i] as number);
  const gradient = new Float64Array(n);
  const scale = pullOf(problem);
  let iterations = guessActive(hessian, problem, x, gradient);
  let kkt = Infinity;
  for (; iterations < MOST_ITERATIONS; iterations++) {
    gradientAt(problem, x, gradient);
    kkt = violation(x, gradient, problem) / scale;
    if (kkt <= ENOUGH) break;
    const pressed = pressedAt(problem, x, gradient);
    const step = newtonStep(hessian, problem, gradient, pressed);
    if (!lineSearch(problem, x, gradient, step)) break;
  }
  return { x, objective: objectiveAt(problem, x), kkt, iterations };
}

/** On a bound, and on which: below −1, above 1, free 0. */
type Active = Int8Array;
/** Which bounds are pressed settles in a few steps, or it goes round in circles. */
const MOST_GUESSES = 12;

/**
 * The primal-dual active set method (Hintermüller, Ito, Kunisch 2002): the stations on a bound are put there, the free ones solved
 * for, and those that leave their bounds or pull away from one change sides, until none does. Moves x between its bounds; what it did
 * not settle the projected Newton steps do. Steps taken.
 */
function guessActive(
  hessian: Hessian,
  problem: OutlineProblem,
  x: Float64Array,
  gradient: Float64Array,
): number {
  const { lo, hi } = problem;
  const n = x.length;
  gradientAt(problem, x, gradient);
  const active: Active = new Int8Array(n);
  let steps = 0;
  for (let changed = true; changed && steps < MOST_GUESSES; steps++) {
    for (let i = 0; i < n; i++) {
      if (active[i] !== 0) x[i] = (active[i] === 1 ? hi[i] : lo[i]) as number;
    }
    gradientAt(problem, x, gradient);
    const step = newtonStep(hessian, problem, gradient, active);
    for (let i = 0; i < n; i++) x[i] = (x[i] as number) + (step[i] as number);
    gradientAt(problem, x, gradient);
    changed = false;
    for (let i = 0; i < n; i++) {
      const [at, g] = [x[i] as number, gradient[i] as number];
      const was = active[i] as number;
      const now =
        was === 0 ? (at > (hi[i] as number) ? 1 : at < (lo[i] as number) ? -1 : 0) : was * g > 0 ? 0 : was;
      if (now !== was) changed = true;
      active[i] = now;
    }
  }
  for (let i = 0; i < n; i++) x[i] = between(x[i] as number, lo[i] as number, hi[i] as number);
  return steps;
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

function check({ target, weight, lo, hi, smoothness, rows = [] }: OutlineProblem): void {
  const n = target.length;
  if (n === 0) throw new MisuseError('an outline without stations');
  for (const [name, array] of Object.entries({ weight, lo, hi })) {
    if (array.length !== n)
      throw new MisuseError(`${array.length} numbers of ${name} for ${n} stations of an outline`);
  }
  if (!(smoothness >= 0 && smoothness < Infinity))
    throw new MisuseError(`a smoothness of ${smoothness}: it is 0 or more`);
  for (let i = 0; i < n; i++) {
    const [t, w, least, most] = [target[i], weight[i], lo[i], hi[i]] as [number, number, number, number];
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

/** xᵢ₋₁ − 2xᵢ + xᵢ₊₁ */
const BEND = [1, -2, 1] as const;

/** The Hessian without the rows, folded so that a closed contour too is a band: 0, n−1, 1, n−2 … */
interface Hessian {
  readonly band: FourBand;
  /** Place of each station in the band. */
  readonly place: Int32Array;
  /** Of its free part, made anew for every step. */
  readonly factor: FreeFactor;
}

function hessianOf({ weight, smoothness, closed }: OutlineProblem): Hessian {
  const n = weight.length;
  const place = Int32Array.from({ length: n }, (_, i) =>
    !closed ? i : i < n / 2 ? 2 * i : 2 * (n - 1 - i) + 1,
  );
  const band = { size: n, entries: new Float64Array(n * WIDE) };
  const add = (i: number, j: number, value: number) => {
    const [p, q] = [place[i] as number, place[j] as number];
    if (p < q) return;
    const at = p * WIDE + p - q;
    band.entries[at] = (band.entries[at] as number) + value;
  };
  for (let i = 0; i < n; i++) add(i, i, 2 * (weight[i] as number));
  const [first, last] = bendRange(n, closed);
  for (let i = first; i <= last; i++) {
    const three = [i === 0 ? n - 1 : i - 1, i, i === n - 1 ? 0 : i + 1];
    for (let p = 0; p < 3; p++)
      for (let q = 0; q < 3; q++)
        add(
          three[p] as number,
          three[q] as number,
          2 * smoothness * (BEND[p] as number) * (BEND[q] as number),
        );
  }
  return { band, place, factor: freeFactorOf(n) };
}

/** The first and last station that have one on both sides. */
const bendRange = (n: number, closed: boolean): readonly [number, number] =>
  n < 3 ? [0, -1] : closed ? [0, n - 1] : [1, n - 2];

function gradientAt(problem: OutlineProblem, x: Float64Array, into: Float64Array): void {
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

function objectiveAt(problem: OutlineProblem, x: Float64Array): number {
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
function pullOf({ target, weight, rows = [] }: OutlineProblem): number {
  let most = 1e-12;
  for (let i = 0; i < target.length; i++)
    most = Math.max(most, 2 * (weight[i] as number) * Math.max(1, Math.abs(target[i] as number)));
  for (const { at, value, weight: worth } of rows)
    for (const [, a] of at) most = Math.max(most, 2 * worth * Math.abs(a * value));
  return most;
}

function violation(x: Float64Array, gradient: Float64Array, { lo, hi }: OutlineProblem): number {
  let most = 0;
  for (let i = 0; i < x.length; i++) {
    const g = gradient[i] as number;
    const free = g > 0 ? (x[i] as number) > (lo[i] as number) : (x[i] as number) < (hi[i] as number);
    if (free) most = Math.max(most, Math.abs(g));
  }
  return most;
}

/** −H⁻¹g over the stations that are free to move; nothing over those on a bound. */
function newtonStep(
  { band, place, factor }: Hessian,
  { rows = [] }: OutlineProblem,
  gradient: Float64Array,
  active: Active,
): Float64Array {
  const n = gradient.length;
  const held = new Uint8Array(n);
  const step = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const p = place[i] as number;
    if (active[i] !== 0) held[p] = 1;
    else step[p] = -(gradient[i] as number);
  }
  if (!factorizeFree(band, held, factor))
    throw new MisuseError('an outline whose weights differ beyond what numbers hold');
  solveFree(factor, step);
  if (rows.length > 0) withRows(factor, place, held, rows, step);
  const unfolded = new Float64Array(n);
  for (let i = 0; i < n; i++) unfolded[i] = step[place[i] as number] as number;
  return unfolded;
}

/** Woodbury: (B + AᵀMA)⁻¹r = B⁻¹r − B⁻¹Aᵀ(M⁻¹ + AB⁻¹Aᵀ)⁻¹AB⁻¹r, with M = 2·weight. */
function withRows(
  factor: FreeFactor,
  place: Int32Array,
  held: Uint8Array,
  rows: readonly OutlineRow[],
  step: Float64Array,
): void {
  const worth = rows.filter(({ weight }) => weight > 0);
  const across = worth.map(({ at }) => {
    const a = new Float64Array(factor.size);
    for (const [i, value] of at) {
      const p = place[i] as number;
      if (!held[p]) a[p] = (a[p] as number) + value;
    }
    return a;
  });
  const solved = across.map((a) => {
    const s = a.slice();
    solveFree(factor, s);
    return s;
  });
  const small = bandOf(worth.length, worth.length - 1);
  const right = new Float64Array(worth.length);
  worth.forEach(({ weight }, r) => {
    for (let c = 0; c <= r; c++)
      small.entries[r * worth.length + r - c] =
        dot(across[r] as Float64Array, solved[c] as Float64Array) + (r === c ? 1 / (2 * weight) : 0);
    right[r] = dot(across[r] as Float64Array, step);
  });
  if (worth.length === 0 || !factorize(small)) return;
  backSolve(small, right);
  solved.forEach((s, r) => {
    for (let p = 0; p < step.length; p++)
      step[p] = (step[p] as number) - (right[r] as number) * (s[p] as number);
  });
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number);
  return sum;
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
