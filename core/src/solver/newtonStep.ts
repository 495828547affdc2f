import { MisuseError } from '../terms/failure.ts';
import { backSolve, factorize } from './cholesky.ts';
import type { FourBand, FreeFactor } from './fourBand.ts';
import { factorizeFree, freeFactorOf, solveFree, WIDE } from './fourBand.ts';
import type { OutlineProblem, OutlineRow } from './problem.ts';
import { bendRange } from './problem.ts';

/** Of each station: on its upper bound 1, on its lower −1, free 0. */
export type Active = Int8Array;

/** xᵢ₋₁ − 2xᵢ + xᵢ₊₁ */
const BEND = [1, -2, 1] as const;

/** The Hessian without the rows, folded so that a closed contour too is a band: 0, n−1, 1, n−2 … */
export interface Hessian {
  readonly band: FourBand;
  /** Place of each station in the band. */
  readonly place: Int32Array;
  /** Of its free part, made anew for every step. */
  readonly factor: FreeFactor;
}

export function hessianOf({ weight, smoothness, closed }: OutlineProblem): Hessian {
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

/** −H⁻¹g over the stations that are free to move; nothing over those on a bound. */
export function newtonStep(
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
