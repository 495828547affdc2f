/**
 * A symmetric positive definite band matrix, row by row: entry k of row i is a(i, i−k), 0 ≤ k ≤ half. Stored as
 * `entries[i * (half + 1) + k]`.
 */
export interface Band {
  readonly size: number;
  readonly half: number;
  readonly entries: Float64Array;
}

export const bandOf = (size: number, half: number): Band => ({
  size,
  half,
  entries: new Float64Array(size * (half + 1)),
});

/** Cholesky factor in place: A = L·Lᵀ, O(size · half²). False where A is not positive definite to rounding. */
export function factorize({ size, half, entries }: Band): boolean {
  const wide = half + 1;
  for (let i = 0; i < size; i++) {
    const row = i * wide + i;
    const first = i > half ? i - half : 0;
    for (let j = first; j <= i; j++) {
      const other = j * wide + j;
      let sum = entries[row - j] as number;
      for (let m = first; m < j; m++) sum -= (entries[row - m] as number) * (entries[other - m] as number);
      if (j < i) entries[row - j] = sum / (entries[other - j] as number);
      else if (sum > 0) entries[row - j] = Math.sqrt(sum);
      else return false;
    }
  }
  return true;
}

/** Solves L·Lᵀ·x = b in place of b. */
export function backSolve({ size, half, entries }: Band, b: Float64Array): void {
  const wide = half + 1;
  for (let i = 0; i < size; i++) {
    const row = i * wide + i;
    let sum = b[i] as number;
    for (let j = i > half ? i - half : 0; j < i; j++) sum -= (entries[row - j] as number) * (b[j] as number);
    b[i] = sum / (entries[row - i] as number);
  }
  for (let i = size - 1; i >= 0; i--) {
    const value = (b[i] as number) / (entries[i * wide] as number);
    b[i] = value;
    for (let j = i > half ? i - half : 0; j < i; j++)
      b[j] = (b[j] as number) - (entries[i * wide + i - j] as number) * value;
  }
}
