import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byHighs, objectiveOf } from '../../testing/highs.ts';
import { problems, stuckProblem } from '../../testing/problems.ts';
import type { OutlineProblem } from './problem.ts';
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

/** Drawn once: no bends, no bound below. HiGHS calls it unbounded where it is not told how far is far. */
const OPEN_BELOW: OutlineProblem = {
  target: [-20.52536676172167, -2.104893922805786, -21.529504749923944],
  lo: [-Infinity, -Infinity, -Infinity],
  hi: [-20.875422747340053, -28.330580049660057, -18.75976751674898],
  weight: [0.24333142363466323, 0.45850591072812674, 0.001],
  smoothness: 0,
  closed: false,
  rows: [],
};

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

  it('does not stop short where a station lies a hair off its bound', () => {
    const stuck = stuckProblem();
    const { kkt, objective } = solveOutline(stuck);
    expect(kkt).toBeLessThanOrEqual(1e-9);
    expect(objective).toBeCloseTo(2403.424975, 5);
  });

  it('comes out the same whatever it starts from, nearly always to the last digit, and at once from its own answer', () => {
    let [tried, tooLong, unlike] = [0, 0, 0];
    fc.assert(
      fc.property(
        problems,
        fc.array(fc.constantFrom(-1, 0, 1), { minLength: 40, maxLength: 40 }),
        (problem, wild) => {
          const cold = solveOutline(problem);
          const again = solveOutline(problem, cold);
          const pressed = Int8Array.from(wild.slice(0, cold.x.length));
          const from = solveOutline(problem, { pressed });
          tried++;
          if (again.iterations > 1) tooLong++;
          if (String(again.x) !== String(cold.x) || String(from.x) !== String(cold.x)) unlike++;
          expect(from.objective).toBeCloseTo(cold.objective, 6);
          cold.pressed.forEach((at, i) => {
            if (at !== 0) expect(cold.x[i]).toBe(at > 0 ? problem.hi[i] : problem.lo[i]);
          });
        },
      ),
      { numRuns: 400, seed: 11 },
    );
    expect([tooLong / tried, unlike / tried].every((share) => share < 0.02)).toBe(true);
  });

  it('refuses by name to start from a solution of another outline', () => {
    const like = { pressed: new Int8Array(3) };
    expect(() => solveOutline(even([1, 2]), like)).toThrow(/solution of 3 stations for an outline of 2/);
  });

  it('is what HiGHS finds', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const own = solveOutline(problem);
        const other = byHighs(problem);
        expect(own.objective).toBeLessThanOrEqual(other.objective * (1 + 1e-6) + 1e-6);
      }),
      { numRuns: 60, examples: [[OPEN_BELOW]] },
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
