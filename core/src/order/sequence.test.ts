import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costOf, searchedStage, stageBound } from './search.ts';
import type { Unit } from './sequence.ts';
import { EXACT, exactStage } from './sequence.ts';

const COSTS = { tool: 1, stance: 0.6, hands: 2 };
const unit = fc.record({
  minutes: fc.integer({ min: 1, max: 12 }),
  tool: fc.integer({ min: 0, max: 3 }),
  stance: fc.integer({ min: 0, max: 2 }),
  hands: fc.integer({ min: 0, max: 1 }),
  weight: fc.constantFrom(0, 0, 0, 0.05, 0.2),
});
/** Units of which one waits only on ones before it: never in a ring. */
const stage = (most: number): fc.Arbitrary<readonly Unit[]> =>
  fc.array(unit, { minLength: 1, maxLength: most }).chain((units) =>
    fc
      .array(fc.integer({ min: 0, max: 2 ** 20 }), { minLength: units.length, maxLength: units.length })
      .map((bits) =>
        units.map((one, i) => ({
          ...one,
          before: [...units.keys()].filter(
            (j) => j < i && (((bits[i] ?? 0) & (bits[i + 1] ?? 0)) >> (j % 20)) & 1,
          ),
        })),
      ),
  );
function* orders(n: number): Generator<readonly number[]> {
  if (n === 0) yield [];
  else
    for (const rest of orders(n - 1))
      for (let at = 0; at < n; at++) yield [...rest.slice(0, at), n - 1, ...rest.slice(at)];
}
const allowed = (units: readonly Unit[], order: readonly number[]) =>
  order.every((index, i) => {
    const done = order.slice(0, i);
    return units[index]?.before.every((one) => done.includes(one)) ?? false;
  });
const leastByHand = (units: readonly Unit[], after: number) =>
  Math.min(
    ...[...orders(units.length)]
      .filter((order) => allowed(units, order))
      .map((order) => costOf(units, order, null, COSTS, after)),
  );

describe('one stage', () => {
  it('is ordered as cheaply as trying every order finds', () => {
    fc.assert(
      fc.property(stage(6), fc.integer({ min: 0, max: 60 }), (units, after) => {
        const { cost, path } = exactStage(units, null, COSTS, after);
        const least = Math.min(...cost);
        expect(least).toBeCloseTo(leastByHand(units, after), 8);
        const { order = [] } = path[cost.indexOf(least)] ?? {};
        expect(allowed(units, order)).toBe(true);
        expect(costOf(units, order, null, COSTS, after)).toBeCloseTo(least, 8);
      }),
      { numRuns: 120 },
    );
  });

  it('two stages are ordered together: the first ends where the second can go on', () => {
    const two = fc.tuple(stage(3), stage(3));
    fc.assert(
      fc.property(two, ([first, second]) => {
        const minutes = second.reduce((sum, one) => sum + one.minutes, 0);
        const entry = exactStage(first, null, COSTS, minutes);
        const least = Math.min(...exactStage(second, entry, COSTS, 0).cost);
        const both = [
          ...first,
          ...second.map((one) => ({ ...one, before: one.before.map((index) => index + first.length) })),
        ];
        const byHand = [...orders(both.length)]
          .filter(
            (order) => allowed(both, order) && order.findIndex((i) => i >= first.length) === first.length,
          )
          .map((order) => costOf(both, order, null, COSTS, 0));
        expect(least).toBeCloseTo(Math.min(...byHand), 8);
      }),
      { numRuns: 25 },
    );
  });

  it('searched, it is never below its bound nor below the exact answer, and near it', () => {
    fc.assert(
      fc.property(stage(9), (units) => {
        const exact = Math.min(...exactStage(units, null, COSTS, 20).cost);
        const { frontier, lowerBound } = searchedStage(units, null, COSTS, 20);
        const found = Math.min(...frontier.cost);
        expect(lowerBound).toBeLessThanOrEqual(exact + 1e-9);
        expect(found).toBeGreaterThanOrEqual(exact - 1e-9);
        expect(found).toBeLessThanOrEqual(exact * 1.1 + 1e-9);
        expect(stageBound(units, null, COSTS, 20)).toBe(lowerBound);
        const { order = [] } = frontier.path[0] ?? {};
        expect(allowed(units, order)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('of any size is searched: 60 units keep what comes before what, and are no dearer than as they came', () => {
    fc.assert(
      fc.property(stage(60), (units) => {
        const { frontier, lowerBound } = searchedStage(units, null, COSTS, 5);
        const found = Math.min(...frontier.cost);
        const { order = [] } = frontier.path[0] ?? {};
        expect([...order].sort((a, b) => a - b)).toEqual([...units.keys()]);
        expect(allowed(units, order)).toBe(true);
        expect(costOf(units, order, null, COSTS, 5)).toBeCloseTo(found, 6);
        expect(found).toBeLessThanOrEqual(costOf(units, [...units.keys()], null, COSTS, 5) + 1e-9);
        expect(lowerBound).toBeLessThanOrEqual(found + 1e-9);
      }),
      { numRuns: 40 },
    );
  });

  it('of more units than can be tried is refused, not guessed', () => {
    const many = Array.from({ length: EXACT + 1 }, (_, i) => ({
      minutes: 1,
      tool: i,
      stance: 0,
      hands: 0,
      weight: 0,
      before: [],
    }));
    expect(() => exactStage(many, null, COSTS, 0)).toThrow(`${EXACT + 1} units are more than ${EXACT}`);
    expect(Math.min(...exactStage(many.slice(1), null, COSTS, 0).cost)).toBeCloseTo(EXACT - 1, 9);
  });
});
