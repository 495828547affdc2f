import { orderWork } from '@kurrel/core';
import fc from 'fast-check';
import { problemOf, workOf } from '../../../core/testing/order.ts';
import { anyVisit } from '../../../core/testing/visits.ts';
import { sampled } from './coreParts.ts';
import { spread } from './quantiles.ts';

const DRAWN = 400;
const SEED = 19;
/** What a worker may take for an order. */
const LIMIT_MS = 1000;

/** Orders of visits drawn at random over all breeds, signs and triggers: of how many the best is proven, and how far the others may be off. */
export function anyOrders(): void {
  const found = fc.sample(anyVisit, { numRuns: DRAWN, seed: SEED }).map(({ breed, extra }) => {
    const problem = problemOf(workOf(breed, extra));
    const { cpuMs } = sampled(() => orderWork(problem));
    const { cost, lowerBound, exact } = orderWork(problem);
    return { cpuMs, exact, gap: cost > 0 ? (cost - lowerBound) / cost : 0 };
  });
  const { p50, p95, worst } = spread(found.map(({ cpuMs }) => cpuMs));
  const share = (ms: number) => `${((100 * ms) / LIMIT_MS).toFixed(1)} %`;
  console.log(
    `order of ${DRAWN} visits drawn at random, of the second a worker has: median ${share(p50)}, p95 ${share(p95)}, worst ${share(worst)}; ` +
      `${found.filter(({ exact }) => exact).length} proven, gap at most ${(100 * Math.max(...found.map(({ gap }) => gap))).toFixed(1)} %`,
  );
}
