import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { objectiveOf } from '../../testing/highs.ts';
import { problems } from '../../testing/problems.ts';
import { settleActive } from './activeSets.ts';
import { hessianOf } from './newtonStep.ts';
import type { OutlineProblem } from './problem.ts';
import { between } from './problem.ts';
import { projectedNewton } from './projectedNewton.ts';
import { solveOutline } from './solve.ts';

const RUNS = { numRuns: process.env['KURREL_MUTATED'] === undefined ? 600 : 150, seed: 7 };
const start = ({ target, lo, hi }: OutlineProblem) =>
  Float64Array.from({ length: target.length }, (_, i) => between(target[i] ?? 0, lo[i] ?? 0, hi[i] ?? 0));
const isAnswer = (problem: OutlineProblem, x: Float64Array) =>
  objectiveOf(problem, x) <= solveOutline(problem).objective * (1 + 1e-7) + 1e-7;

describe('each of the two ways to the answer, without the other', () => {
  it('active sets settle nearly every problem, in a few steps', () => {
    let [tried, settled, steps] = [0, 0, 0];
    fc.assert(
      fc.property(problems, (problem) => {
        const x = start(problem);
        const took = settleActive(hessianOf(problem), problem, x, new Int8Array(x.length));
        tried++;
        steps += took;
        if (took < 12) {
          settled++;
          expect(isAnswer(problem, x)).toBe(true);
        }
      }),
      RUNS,
    );
    expect(settled / tried).toBeGreaterThan(0.98);
    expect(steps / tried).toBeLessThan(3.2);
  });

  it('a long line that touches its bounds in few places is settled without going to and fro', () => {
    const waves = (n: number, by: number): OutlineProblem => {
      const wave = (turns: number) => (_: unknown, i: number) => Math.sin((2 * Math.PI * turns * i) / n + by);
      const [slow, quick, three, five] = [2, 7, 3, 5].map((turns) => Array.from({ length: n }, wave(turns)));
      return {
        target: (slow ?? []).map((v, i) => 12 * v + 6 * (quick?.[i] ?? 0)),
        weight: Array.from({ length: n }, (_, i) => (i % 9 === 0 ? 1e-3 : 1)),
        lo: (three ?? []).map((v) => -10 - 4 * v),
        hi: (five ?? []).map((v) => 6 + 3 * v),
        smoothness: 400,
        closed: true,
      };
    };
    const asked = [90, 140, 217, 260].flatMap((n) => [0, 1, 2, 3, 4].map((by) => waves(n, by)));
    const steps = asked.map((problem) => {
      const x = start(problem);
      const active = new Int8Array(x.length);
      const took = settleActive(hessianOf(problem), problem, x, active);
      expect(isAnswer(problem, x)).toBe(true);
      expect(active.some((at, i) => at === 1 && x[i] === problem.hi[i])).toBe(true);
      return took;
    });
    expect(Math.max(...steps)).toBeLessThan(15);
    expect(steps.reduce((a, b) => a + b, 0) / steps.length).toBeLessThan(8);
  });

  it('where nothing is bound one step is the answer', () => {
    fc.assert(
      fc.property(problems, ({ lo, hi, ...problem }) => {
        const free = { ...problem, lo: Array.from(lo, () => -Infinity), hi: Array.from(hi, () => Infinity) };
        const x = start(free);
        expect(settleActive(hessianOf(free), free, x, new Int8Array(x.length))).toBe(1);
        const { kkt, steps } = projectedNewton(hessianOf(free), free, start(free));
        expect(kkt).toBeLessThanOrEqual(1e-9);
        expect(steps).toBeLessThanOrEqual(3);
        expect(isAnswer(free, x)).toBe(true);
      }),
      RUNS,
    );
  });

  it('projected Newton comes to it from where the targets are put between their bounds, and needs no step once it is there', () => {
    let [tried, taken] = [0, 0];
    fc.assert(
      fc.property(problems, (problem) => {
        const x = start(problem);
        const { kkt, steps } = projectedNewton(hessianOf(problem), problem, x);
        tried++;
        taken += steps;
        expect(kkt).toBeLessThanOrEqual(1e-6);
        expect(isAnswer(problem, x)).toBe(true);
        expect(projectedNewton(hessianOf(problem), problem, x).steps).toBe(0);
      }),
      RUNS,
    );
    expect(taken / tried).toBeLessThan(2.1);
  });
});
