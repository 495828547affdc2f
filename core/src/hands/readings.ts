import type { MeasuredLength } from './hands.ts';

/** A reading further from the middle than this many spreads is a comb tooth or a fold of skin, not the coat. */
const OUTLIER_SPREADS = 3;
/** Below this spread nothing is called an outlier, mm: the gauge itself is no better. */
const LEAST_SPREAD_MM = 0.8;

/**
 * What a run of gauge readings in one zone says, mm: mean and sample sd without outliers (beyond three spreads of the
 * median, the spread being 1.4826 × the median absolute deviation). Null for no readings.
 */
export function summarise(readingsMm: readonly number[]): MeasuredLength | null {
  if (readingsMm.length === 0) return null;
  const middle = median(readingsMm);
  const spread = Math.max(LEAST_SPREAD_MM, 1.4826 * median(readingsMm.map((mm) => Math.abs(mm - middle))));
  const kept = readingsMm.filter((mm) => Math.abs(mm - middle) <= OUTLIER_SPREADS * spread);
  const mean = kept.reduce((sum, mm) => sum + mm, 0) / kept.length;
  const squares = kept.reduce((sum, mm) => sum + (mm - mean) ** 2, 0);
  return {
    mm: Math.round(mean * 10) / 10,
    sdMm: kept.length > 1 ? Math.round(Math.sqrt(squares / (kept.length - 1)) * 100) / 100 : null,
    readings: kept.length,
    by: 'gauge',
  };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? upper) + upper) / 2;
}
