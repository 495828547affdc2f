import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { backSolve, factorize } from './cholesky.ts';

describe('a small system of equations', () => {
  it('is solved: A·x = b for A = M·Mᵀ + 1', () => {
    const sized = fc
      .integer({ min: 1, max: 5 })
      .chain((n) =>
        fc.tuple(
          fc.array(evenly(-3, 3), { minLength: n * n, maxLength: n * n }),
          fc.array(evenly(-9, 9), { minLength: n, maxLength: n }),
        ),
      );
    fc.assert(
      fc.property(sized, ([m, b]) => {
        const n = b.length;
        const at = (i: number, j: number) =>
          b.reduce((sum, _, k) => sum + (m[i * n + k] ?? 0) * (m[j * n + k] ?? 0), i === j ? 1 : 0);
        const a = Float64Array.from({ length: n * n }, (_, k) => at(Math.floor(k / n), k % n));
        const x = Float64Array.from(b);
        expect(factorize(a, n)).toBe(true);
        backSolve(a, x);
        b.forEach((wanted, i) => {
          expect(x.reduce((sum, one, j) => sum + at(i, j) * one, 0)).toBeCloseTo(wanted, 6);
        });
      }),
    );
  });

  it('is refused where it has no answer, or none that is safe', () => {
    expect(factorize(Float64Array.of(0), 1)).toBe(false);
    expect(factorize(Float64Array.of(1, 2, 2, 1), 2)).toBe(false);
    expect(factorize(Float64Array.of(NaN), 1)).toBe(false);
  });
});
