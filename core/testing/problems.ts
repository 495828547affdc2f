import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import type { OutlineProblem } from '../src/solver/problem.ts';
import { evenly } from './evenly.ts';

/** Problems as dogs pose them: changes of some centimetres, hidden stretches, bounds from skin and hair, a few rows. */
export const problems = fc
  .record({
    n: fc.integer({ min: 1, max: 40 }),
    seed: fc.integer(),
    smoothness: fc.oneof(fc.constant(0), fc.double({ min: 1e-3, max: 1e4, noNaN: true })),
    closed: fc.boolean(),
    tight: evenly(0, 1),
    rows: fc.integer({ min: 0, max: 3 }),
  })
  .map(({ n, seed, smoothness, closed, tight, rows }): OutlineProblem => {
    const random = mulberry(seed);
    const some = <T>(make: (i: number) => T) => Array.from({ length: n }, (_, i) => make(i));
    const target = some(() => 60 * random() - 30);
    const lo = some(() => (random() < tight ? 20 * random() - 15 : -Infinity));
    const hi = some((i) => (random() < tight ? Math.max(lo[i] ?? 0, -40) + 25 * random() : Infinity));
    return {
      target,
      lo,
      hi,
      weight: some(() => (random() < 0.2 ? 1e-3 : 0.1 + random())),
      smoothness,
      closed,
      rows: Array.from({ length: rows }, () => ({
        at: [...new Set(some(() => Math.floor(random() * n)).slice(0, 5))].map(
          (i) => [i, 2 * random() - 1] as const,
        ),
        value: 20 * random() - 10,
        weight: random() < 0.2 ? 0 : 10 * random(),
      })),
    };
  });

function mulberry(seed: number): () => number {
  let a = seed | 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A drawn problem in which one station lies a hair off its bound: its numbers have to stand to the last digit. */
export const stuckProblem = (): OutlineProblem =>
  JSON.parse(readFileSync(new URL('stuckOutline.json', import.meta.url), 'utf8')) as OutlineProblem;
