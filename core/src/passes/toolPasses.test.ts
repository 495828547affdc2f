import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MisuseError } from '../terms/failure.ts';
import type { PassLabel, PassProblem } from './toolPasses.ts';
import { toolPasses } from './toolPasses.ts';

const HAND: PassLabel = { leavesMm: null, toleranceMm: 1 };
const comb = (leavesMm: number, toleranceMm = 1): PassLabel => ({ leavesMm, toleranceMm });
const problem = (wantedMm: readonly number[], labels: readonly PassLabel[], more = {}): PassProblem => ({
  wantedMm,
  spacingMm: 10,
  labels: [HAND, ...labels],
  handCost: 9,
  switchCost: 2,
  leastMm: 0,
  ...more,
});
const flat = (mm: number, count: number) => Array.from({ length: count }, () => mm);

/** Every way to cut the stretch into passes, by trying them all. */
function byTrying({ wantedMm, spacingMm, labels, handCost, switchCost, leastMm }: PassProblem): number {
  const n = wantedMm.length;
  const least = Math.min(n, Math.max(1, Math.round(leastMm / spacingMm)));
  const of = (label: PassLabel, from: number, to: number) => {
    let sum = 0;
    for (let i = from; i < to; i++) {
      const over = label.leavesMm === null ? null : (label.leavesMm - (wantedMm[i] ?? 0)) / label.toleranceMm;
      sum += ((over === null ? handCost : over < -1 ? Infinity : over ** 2) * spacingMm) / 100;
    }
    return sum;
  };
  const rest = (from: number, last: number): number => {
    if (from === n) return 0;
    let best = Infinity;
    for (let to = from + least; to <= n; to++) {
      labels.forEach((label, l) => {
        if (l !== last)
          best = Math.min(best, (last < 0 ? 0 : switchCost) + of(label, from, to) + rest(to, l));
      });
    }
    return best;
  };
  return rest(0, -1);
}

describe('combs run along a place before the hand', () => {
  it('one comb where one length is wanted', () => {
    expect(toolPasses(problem(flat(16, 20), [comb(13), comb(16), comb(19)])).passes).toEqual([
      { label: 2, from: 0, to: 20 },
    ]);
  });
  it('13 from the withers on, 10 behind, where the back is wanted so', () => {
    const wanted = [...flat(13, 14), ...flat(10, 12)];
    expect(toolPasses(problem(wanted, [comb(10), comb(13)])).passes).toEqual([
      { label: 2, from: 0, to: 14 },
      { label: 1, from: 14, to: 26 },
    ]);
  });
  it('never one that leaves too little: what is missing cannot be put back', () => {
    expect(toolPasses(problem(flat(20, 20), [comb(13), comb(16)])).passes).toEqual([
      { label: 0, from: 0, to: 20 },
    ]);
    expect(toolPasses(problem(flat(20, 20), [comb(19.2)])).passes[0]?.label).toBe(1);
  });
  it('the hand where a comb would leave it far too long', () => {
    expect(toolPasses(problem(flat(10, 20), [comb(14)])).passes[0]?.label).toBe(0);
    expect(toolPasses(problem(flat(10, 20), [comb(12)])).passes[0]?.label).toBe(1);
  });
  it('no change of comb for a short stretch, nor a pass shorter than a comb is run', () => {
    const wanted = [...flat(16, 10), 13, 13, ...flat(16, 10)];
    expect(toolPasses(problem(wanted, [comb(13), comb(16)])).passes).toHaveLength(1);
    const steep = [...flat(16, 10), 10, 10, ...flat(16, 10)];
    const cheap = { switchCost: 0 };
    expect(toolPasses(problem(steep, [comb(10), comb(16)], cheap)).passes).toHaveLength(3);
    const least = toolPasses(problem(steep, [comb(10), comb(16)], { ...cheap, leastMm: 50 })).passes;
    expect(Math.min(...least.map(({ from, to }) => to - from))).toBeGreaterThanOrEqual(5);
  });
  it('a place shorter than the shortest pass is one pass', () => {
    expect(toolPasses(problem(flat(16, 3), [comb(16)], { leastMm: 500 })).passes).toEqual([
      { label: 1, from: 0, to: 3 },
    ]);
    expect(toolPasses(problem([], [comb(16)]))).toEqual({ passes: [], cost: 0 });
  });
  it('is the cheapest of all ways, in one piece from end to end', () => {
    const length = fc.integer({ min: 5, max: 25 });
    fc.assert(
      fc.property(
        fc.array(length, { minLength: 1, maxLength: 7 }),
        fc.array(fc.record({ leavesMm: length, toleranceMm: fc.constantFrom(0.5, 2, 6) }), { maxLength: 2 }),
        fc.constantFrom(0, 0.3, 2),
        fc.constantFrom(0, 20, 35),
        (wanted, labels, switchCost, leastMm) => {
          const asked = problem(wanted, labels, { switchCost, leastMm });
          const { passes, cost } = toolPasses(asked);
          expect(cost).toBeCloseTo(byTrying(asked), 6);
          expect(passes[0]?.from).toBe(0);
          expect(passes[passes.length - 1]?.to).toBe(wanted.length);
          passes.slice(1).forEach(({ from, label }, i) => {
            expect(from).toBe(passes[i]?.to);
            expect(label).not.toBe(passes[i]?.label);
          });
        },
      ),
      { numRuns: 200 },
    );
  });
  it('refuses what is no problem by name', () => {
    const none = { ...problem([1], []), labels: [comb(3)] };
    expect(() => toolPasses(none)).toThrow(MisuseError);
    expect(() => toolPasses(problem([NaN], [comb(3)]))).toThrow(/wanted length/);
    expect(() => toolPasses(problem([1], [comb(3, 0)]))).toThrow(/tolerance/);
    expect(() => toolPasses(problem([1], [comb(3)], { spacingMm: 0 }))).toThrow(/spacing/);
    expect(() => toolPasses(problem([1], [comb(3)], { switchCost: -1 }))).toThrow(/switch cost/);
    expect(() => toolPasses(problem([1], [comb(3)], { handCost: -1 }))).toThrow(/hand cost/);
    expect(() => toolPasses(problem([1], [comb(3)], { leastMm: -1 }))).toThrow(/least pass/);
  });
});
