/**
 * A symmetric matrix with four diagonals on each side of its own, as a contour folded on itself has: entry k of row i is a(i, i−k),
 * 0 ≤ k ≤ 4, stored as `entries[5·i + k]`; of the first rows those left of the matrix are 0.
 */
export interface FourBand {
  readonly size: number;
  readonly entries: Float64Array;
}

export const WIDE = 5;
/** Rows of nothing before the first, so that no row has to ask whether it has neighbours. */
const PAD = 4;

/** The factor of the part of a matrix that is not held: L·D·Lᵀ, D in entry 0, rows padded in front. */
export interface FreeFactor {
  readonly size: number;
  readonly entries: Float64Array;
}

export function freeFactorOf(size: number): FreeFactor {
  const entries = new Float64Array((size + 2 * PAD) * WIDE);
  for (let i = 0; i < size + 2 * PAD; i++) entries[i * WIDE] = 1;
  return { size, entries };
}

/**
 * Factors the rows and columns that are not held into `into`; held ones become those of the unit matrix. False where they are not
 * positive definite to rounding.
 */
export function factorizeFree({ size, entries }: FourBand, held: Uint8Array, into: FreeFactor): boolean {
  const f = into.entries;
  for (let i = 0; i < size; i++) {
    const b = i * WIDE;
    const o = (i + PAD) * WIDE;
    if (held[i]) {
      f[o] = 1;
      f[o + 1] = f[o + 2] = f[o + 3] = f[o + 4] = 0;
      continue;
    }
    const [o1, o2, o3, o4] = [o - WIDE, o - 2 * WIDE, o - 3 * WIDE, o - 4 * WIDE];
    const v4 = i > 3 && !held[i - 4] ? (entries[b + 4] as number) : 0;
    let v3 = 0;
    let v2 = 0;
    let v1 = 0;
    if (i > 2 && !held[i - 3]) v3 = (entries[b + 3] as number) - v4 * (f[o3 + 1] as number);
    if (i > 1 && !held[i - 2])
      v2 = (entries[b + 2] as number) - v4 * (f[o2 + 2] as number) - v3 * (f[o2 + 1] as number);
    if (i > 0 && !held[i - 1])
      v1 =
        (entries[b + 1] as number) -
        v4 * (f[o1 + 3] as number) -
        v3 * (f[o1 + 2] as number) -
        v2 * (f[o1 + 1] as number);
    const l4 = v4 / (f[o4] as number);
    const l3 = v3 / (f[o3] as number);
    const l2 = v2 / (f[o2] as number);
    const l1 = v1 / (f[o1] as number);
    const d = (entries[b] as number) - v4 * l4 - v3 * l3 - v2 * l2 - v1 * l1;
    if (!(d > 0)) return false;
    f[o] = d;
    f[o + 1] = l1;
    f[o + 2] = l2;
    f[o + 3] = l3;
    f[o + 4] = l4;
  }
  // What lies behind the last row multiplies by nothing.
  f.fill(0, (size + PAD) * WIDE);
  return true;
}

/** Solves L·D·Lᵀ·x = b in place of b. */
export function solveFree({ size, entries: f }: FreeFactor, b: Float64Array): void {
  for (let i = 0; i < size; i++) {
    const o = (i + PAD) * WIDE;
    let sum = b[i] as number;
    if (i > 0) sum -= (f[o + 1] as number) * (b[i - 1] as number);
    if (i > 1) sum -= (f[o + 2] as number) * (b[i - 2] as number);
    if (i > 2) sum -= (f[o + 3] as number) * (b[i - 3] as number);
    if (i > 3) sum -= (f[o + 4] as number) * (b[i - 4] as number);
    b[i] = sum;
  }
  let x1 = 0;
  let x2 = 0;
  let x3 = 0;
  let x4 = 0;
  for (let i = size - 1; i >= 0; i--) {
    const o = (i + PAD) * WIDE;
    const x =
      (b[i] as number) / (f[o] as number) -
      (f[o + WIDE + 1] as number) * x1 -
      (f[o + 2 * WIDE + 2] as number) * x2 -
      (f[o + 3 * WIDE + 3] as number) * x3 -
      (f[o + 4 * WIDE + 4] as number) * x4;
    b[i] = x;
    x4 = x3;
    x3 = x2;
    x2 = x1;
    x1 = x;
  }
}
