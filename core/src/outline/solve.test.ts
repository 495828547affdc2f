import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { byHighs, objectiveOf } from '../../testing/highs.ts';
import type { OutlineProblem } from './solve.ts';
import { solveOutline } from './solve.ts';

const even = (target: readonly number[], extra: Partial<OutlineProblem> = {}): OutlineProblem => ({
  target,
  weight: target.map(() => 1),
  lo: target.map(() => -Infinity),
  hi: target.map(() => Infinity),
  smoothness: 0,
  closed: false,
  ...extra,
});

/** Problems as dogs pose them: changes of some centimetres, hidden stretches, bounds from skin and hair, a few rows. */
const problems = fc
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

describe('what to leave along a contour', () => {
  it('is what is wanted where nothing stands against it', () => {
    expect([...solveOutline(even([3, -4, 12])).x]).toEqual([3, -4, 12]);
  });

  it('is the bound where the skin or the hair ends', () => {
    const { x } = solveOutline(even([3, -4, 12], { lo: [0, -1, 0], hi: [9, 9, 5] }));
    expect([...x]).toEqual([3, -1, 5]);
  });

  it('smooths a single tuft away and keeps a long rise', () => {
    const tuft = Array.from({ length: 40 }, (_, i) => (i === 20 ? 10 : 0));
    const rise = Array.from({ length: 200 }, (_, i) => 10 * Math.sin((2 * Math.PI * i) / 200));
    expect(solveOutline(even(tuft, { smoothness: 100 })).x[20]).toBeLessThan(1.5);
    expect(solveOutline(even(rise, { smoothness: 100, closed: true })).x[50]).toBeGreaterThan(9.98);
  });

  it('a straight run costs nothing, a closed contour joins its ends', () => {
    const ramp = Array.from({ length: 30 }, (_, i) => i);
    const open = solveOutline(even(ramp, { smoothness: 1e4 })).x;
    const closed = solveOutline(even(ramp, { smoothness: 1e4, closed: true })).x;
    expect(open[29]).toBeCloseTo(29, 6);
    expect(Math.abs((closed[29] ?? 0) - (closed[0] ?? 0))).toBeLessThan(1);
  });

  it('a row binds two places as firmly as it weighs', () => {
    const apart = even([0, 10]);
    const row = (weight: number) => ({ at: [[0, 1] as const, [1, -1] as const], value: 0, weight });
    const gap = (weight: number) => {
      const { x } = solveOutline({ ...apart, rows: [row(weight)] });
      return (x[1] ?? 0) - (x[0] ?? 0);
    };
    expect(gap(0.5)).toBeCloseTo(5, 9);
    expect(gap(1e6)).toBeLessThan(1e-4);
  });

  it('is optimal: no move that is allowed pays, over thousands of problems', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const { x, objective, kkt } = solveOutline(problem);
        expect(kkt).toBeLessThanOrEqual(1e-6);
        expect(objective).toBeCloseTo(objectiveOf(problem, x), 6);
        expect(x.every((v, i) => v >= (problem.lo[i] ?? NaN) && v <= (problem.hi[i] ?? NaN))).toBe(true);
        const pays = [...x.keys()].filter((i) =>
          [-0.01, 0.01].some((by) => {
            const moved = x.slice();
            moved[i] = Math.min(problem.hi[i] ?? 0, Math.max(problem.lo[i] ?? 0, (x[i] ?? 0) + by));
            return objectiveOf(problem, moved) < objective * (1 - 1e-12);
          }),
        );
        expect(pays).toEqual([]);
      }),
      { numRuns: process.env['KURREL_MUTATED'] === undefined ? 2000 : 100 },
    );
  }, 60_000);

  it('is what HiGHS finds', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const own = solveOutline(problem);
        const other = byHighs(problem);
        expect(own.objective).toBeLessThanOrEqual(other.objective * (1 + 1e-6) + 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it.each<[Partial<OutlineProblem>, RegExp]>([
    [{ target: [], weight: [], lo: [], hi: [] }, /without stations/],
    [{ target: [1, NaN] }, /station 1: a target of NaN/],
    [{ weight: [1, 0] }, /station 1: a weight of 0/],
    [{ weight: [1] }, /1 numbers of weight for 2 stations/],
    [{ lo: [0, 3], hi: [9, 2] }, /station 1: bounds cross, 3 to 2/],
    [{ lo: [Infinity, 0] }, /station 0/],
    [{ smoothness: -1 }, /smoothness of -1/],
    [{ smoothness: NaN }, /smoothness of NaN/],
    [{ rows: [{ at: [[2, 1]], value: 0, weight: 1 }] }, /row 0: 1 at station 2 of 2/],
    [{ rows: [{ at: [[0, 1]], value: NaN, weight: 1 }] }, /row 0: a value of NaN/],
  ])('refuses by name what is no problem: %o', (wrong, says) => {
    expect(() => solveOutline({ ...even([1, 2]), ...wrong })).toThrow(says);
  });
});
