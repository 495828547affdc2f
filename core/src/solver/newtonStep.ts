import { MisuseError } from '../terms/failure.ts';
import { backSolve, factorize } from './cholesky.ts';
import type { FourBand, FreeFactor } from './fourBand.ts';
import { factorizeFree, freeFactorOf, solveFree, WIDE } from './fourBand.ts';
import type { OutlineProblem, OutlineRow } from './problem.ts';
import { bendRange } from './problem.ts';

/** Of each station: on its upper bound 1, on its lower −1, free 0. */
export type Active = Int8Array;

/** The Hessian without the rows, folded so that a closed contour too is a band: 0, n−1, 1, n−2 … */
export interface Hessian {
  readonly band: FourBand;
  /** Place of each station in the band. */
  readonly place: Int32Array;
  /** Made anew for every step: the factor of its free part, which stations that is, and the step in their places. */
  readonly factor: FreeFactor;
  readonly held: Uint8Array;
  readonly folded: Float64Array;
}

export function hessianOf({ weight, smoothness, closed }: OutlineProblem): Hessian {
  const n = weight.length;
  const place = new Int32Array(n);
  for (let i = 0; i < n; i++) place[i] = !closed ? i : i < n / 2 ? 2 * i : 2 * (n - 1 - i) + 1;
  const band = { size: n, entries: new Float64Array(n * WIDE) };
  const add = (i: number, j: number, value: number) => {
    const p = place[i] as number;
    const q = place[j] as number;
    const at = p < q ? q * WIDE + q - p : p * WIDE + p - q;
    band.entries[at] = (band.entries[at] as number) + value;
  };
  for (let i = 0; i < n; i++) add(i, i, 2 * (weight[i] as number));
  const [first, last] = bendRange(n, closed);
  // (xₐ − 2xᵢ + x_c)²
  for (let i = first; i <= last; i++) {
    const a = i === 0 ? n - 1 : i - 1;
    const c = i === n - 1 ? 0 : i + 1;
    add(a, a, 2 * smoothness);
    add(i, i, 8 * smoothness);
    add(c, c, 2 * smoothness);
    add(a, i, -4 * smoothness);
    add(i, c, -4 * smoothness);
    add(a, c, 2 * smoothness);
  }
  return { band, place, factor: freeFactorOf(n), held: new Uint8Array(n), folded: new Float64Array(n) };
}

/** −H⁻¹g over the stations that are free to move, nothing over those on a bound, into `step`. */
export function newtonStep(
  { band, place, factor, held, folded }: Hessian,
  { rows = [] }: OutlineProblem,
  gradient: Float64Array,
  active: Active,
  step: Float64Array,
): void {
  const n = gradient.length;
  for (let i = 0; i < n; i++) {
    const p = place[i] as number;
    const free = active[i] === 0;
    held[p] = free ? 0 : 1;
    folded[p] = free ? -(gradient[i] as number) : 0;
  }
  if (!factorizeFree(band, held, factor))
    throw new MisuseError('an outline whose weights differ beyond what numbers hold');
  solveFree(factor, folded);
  if (rows.length > 0) withRows(factor, place, held, rows, folded);
  for (let i = 0; i < n; i++) step[i] = folded[place[i] as number] as number;
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
  const small = new Float64Array(worth.length ** 2);
  const right = new Float64Array(worth.length);
  worth.forEach(({ weight }, r) => {
    for (let c = 0; c <= r; c++)
      small[r * worth.length + c] =
        dot(across[r] as Float64Array, solved[c] as Float64Array) + (r === c ? 1 / (2 * weight) : 0);
    right[r] = dot(across[r] as Float64Array, step);
  });
  if (!factorize(small, worth.length)) return;
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
