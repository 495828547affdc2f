const quantile = (sorted: readonly number[], q: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;

/** The median and the 95th percentile of samples. */
export function p50p95(samples: readonly number[]): { readonly p50: number; readonly p95: number } {
  const sorted = [...samples].sort((a, b) => a - b);
  return { p50: quantile(sorted, 0.5), p95: quantile(sorted, 0.95) };
}
