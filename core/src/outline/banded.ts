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
    for (let k = Math.min(half, i); k >= 0; k--) {
      const j = i - k;
      let sum = entries[i * wide + k] as number;
      for (let m = Math.max(0, i - half, j - half); m < j; m++)
        sum -= (entries[i * wide + i - m] as number) * (entries[j * wide + j - m] as number);
      if (k > 0) entries[i * wide + k] = sum / (entries[j * wide] as number);
      else if (sum > 0) entries[i * wide] = Math.sqrt(sum);
      else return false;
    }
  }
  return true;
}

/** Solves L·Lᵀ·x = b in place of b. */
export function backSolve({ size, half, entries }: Band, b: Float64Array): void {
  const wide = half + 1;
  for (let i = 0; i < size; i++) {
    let sum = b[i] as number;
    for (let k = 1; k <= Math.min(half, i); k++)
      sum -= (entries[i * wide + k] as number) * (b[i - k] as number);
    b[i] = sum / (entries[i * wide] as number);
  }
  for (let i = size - 1; i >= 0; i--) {
    let sum = b[i] as number;
    for (let k = 1; k <= Math.min(half, size - 1 - i); k++)
      sum -= (entries[(i + k) * wide + k] as number) * (b[i + k] as number);
    b[i] = sum / (entries[i * wide] as number);
  }
}
