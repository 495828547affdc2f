/**
 * A symmetric matrix with four diagonals on each side of its own, as a contour folded on itself has: entry k of
 * row i is a(i, i−k), 0 ≤ k ≤ 4, stored as `entries[5·i + k]`; of the first rows those left of the matrix are
 * 0.
 */
export interface FourBand {
  readonly size: number;
  readonly entries: Float64Array;
}

export const WIDE = 5;
/** Rows of nothing behind the last, so that none has to ask whether it has neighbours. */
const PAD = 4;

/** The factor of the part of a matrix that is not held: L·D·Lᵀ, 1/D in entry 0, a row for each of the matrix and `PAD`. */
export interface FreeFactor {
  readonly size: number;
  readonly entries: Float64Array;
}

export const freeFactorOf = (size: number): FreeFactor => ({
  size,
  entries: new Float64Array((size + PAD) * WIDE),
});

/**
 * Factors the rows and columns that are not held into `into`; held ones become those of the unit matrix. False
 * where they are not positive definite to rounding.
 */
export function factorizeFree({ size, entries }: FourBand, held: Uint8Array, into: FreeFactor): boolean {
  const f = into.entries;
  // Of the four rows before: 1/D, and the entries of L that the next row asks for, l12 the second of the row just before.
  let d1 = 1;
  let d2 = 1;
  let d3 = 1;
  let d4 = 1;
  let l11 = 0;
  let l12 = 0;
  let l13 = 0;
  let l21 = 0;
  let l22 = 0;
  let l31 = 0;
  for (let i = 0; i < size; i++) {
    const o = i * WIDE;
    const free = !held[i];
    const v4 = free && !held[i - 4] ? (entries[o + 4] as number) : 0;
    const v3 = free && !held[i - 3] ? (entries[o + 3] as number) - v4 * l31 : 0;
    const v2 = free && !held[i - 2] ? (entries[o + 2] as number) - v4 * l22 - v3 * l21 : 0;
    const v1 = free && !held[i - 1] ? (entries[o + 1] as number) - v4 * l13 - v3 * l12 - v2 * l11 : 0;
    const l4 = v4 * d4;
    const l3 = v3 * d3;
    const l2 = v2 * d2;
    const l1 = v1 * d1;
    const d = free ? (entries[o] as number) - v4 * l4 - v3 * l3 - v2 * l2 - v1 * l1 : 1;
    if (!(d > 0)) return false;
    const inverse = 1 / d;
    f[o] = inverse;
    f[o + 1] = l1;
    f[o + 2] = l2;
    f[o + 3] = l3;
    f[o + 4] = l4;
    d4 = d3;
    d3 = d2;
    d2 = d1;
    d1 = inverse;
    l31 = l21;
    l21 = l11;
    l22 = l12;
    l11 = l1;
    l12 = l2;
    l13 = l3;
  }
  return true;
}

/** Solves L·D·Lᵀ·x = b in place of b. */
export function solveFree({ size, entries: f }: FreeFactor, b: Float64Array): void {
  let x1 = 0;
  let x2 = 0;
  let x3 = 0;
  let x4 = 0;
  for (let i = 0; i < size; i++) {
    const o = i * WIDE;
    const x =
      (b[i] as number) -
      (f[o + 4] as number) * x4 -
      (f[o + 3] as number) * x3 -
      (f[o + 2] as number) * x2 -
      (f[o + 1] as number) * x1;
    b[i] = x;
    x4 = x3;
    x3 = x2;
    x2 = x1;
    x1 = x;
  }
  x1 = x2 = x3 = x4 = 0;
  for (let i = size - 1; i >= 0; i--) {
    const o = i * WIDE;
    const x =
      (b[i] as number) * (f[o] as number) -
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
