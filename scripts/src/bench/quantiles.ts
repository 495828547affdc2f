import { performance } from 'node:perf_hooks';

const quantile = (sorted: readonly number[], q: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;

/** The quartiles, the 95th percentile and the worst of samples. */
export function spread(samples: readonly number[]) {
  const sorted = [...samples].sort((a, b) => a - b);
  const at = (q: number) => quantile(sorted, q);
  return { p25: at(0.25), p50: at(0.5), p75: at(0.75), p95: at(0.95), worst: at(1) };
}

/** What some work takes by the clock, ms. */
export function wallMs(work: () => unknown): number {
  const before = performance.now();
  work();
  return performance.now() - before;
}
