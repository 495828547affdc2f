/**
 * A = L·Lᵀ of a symmetric positive definite n × n matrix, in place of its lower half; entry (i, j) is `a[i·n + j]`. False where A is not
 * positive definite to rounding.
 */
export function factorize(a: Float64Array, n: number): boolean {
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j] as number;
      for (let m = 0; m < j; m++) sum -= (a[i * n + m] as number) * (a[j * n + m] as number);
      if (j === i && !(sum > 0)) return false;
      a[i * n + j] = j === i ? Math.sqrt(sum) : sum / (a[j * n + j] as number);
    }
  }
  return true;
}

/** Solves L·Lᵀ·x = b in place of b. */
export function backSolve(l: Float64Array, b: Float64Array): void {
  const n = b.length;
  for (let i = 0; i < n; i++) {
    let sum = b[i] as number;
    for (let j = 0; j < i; j++) sum -= (l[i * n + j] as number) * (b[j] as number);
    b[i] = sum / (l[i * n + i] as number);
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i] as number;
    for (let j = i + 1; j < n; j++) sum -= (l[j * n + i] as number) * (b[j] as number);
    b[i] = sum / (l[i * n + i] as number);
  }
}
