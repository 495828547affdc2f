import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { factorizeFree, freeFactorOf, solveFree, WIDE } from './fourBand.ts';

const number = evenly(-1, 1);

/** A positive definite band: what stands beside the diagonal is less than it. */
const bands = fc.integer({ min: 1, max: 14 }).chain((size) =>
  fc.record({
    size: fc.constant(size),
    beside: fc.array(number, { minLength: size * WIDE, maxLength: size * WIDE }),
    held: fc.array(fc.boolean(), { minLength: size, maxLength: size }),
    right: fc.array(number, { minLength: size, maxLength: size }),
  }),
);

function bandFrom(size: number, beside: readonly number[]) {
  const entries = new Float64Array(size * WIDE);
  for (let i = 0; i < size; i++) {
    entries[i * WIDE] = 9 + Math.abs(beside[i * WIDE] ?? 0);
    for (let k = 1; k < WIDE && k <= i; k++) entries[i * WIDE + k] = beside[i * WIDE + k] ?? 0;
  }
  return { size, entries };
}

describe('a matrix of four diagonals on each side', () => {
  it('is solved for what is free; what is held keeps its right side', () => {
    fc.assert(
      fc.property(bands, ({ size, beside, held, right }) => {
        const band = bandFrom(size, beside);
        const a = (i: number, j: number) => {
          const [p, q] = i > j ? [i, j] : [j, i];
          return p - q < WIDE ? (band.entries[p * WIDE + p - q] ?? 0) : 0;
        };
        const factor = freeFactorOf(size);
        expect(factorizeFree(band, Uint8Array.from(held, Number), factor)).toBe(true);
        const x = Float64Array.from(right, (value, i) => (held[i] ? 0 : value));
        solveFree(factor, x);
        for (let i = 0; i < size; i++) {
          if (held[i]) {
            expect(x[i]).toBe(0);
            continue;
          }
          let sum = 0;
          for (let j = 0; j < size; j++) if (!held[j]) sum += a(i, j) * (x[j] ?? 0);
          expect(sum).toBeCloseTo(right[i] ?? 0, 9);
        }
      }),
    );
  });

  it('is factored again and again in the same place', () => {
    const band = bandFrom(
      6,
      Array.from({ length: 30 }, (_, i) => Math.sin(i)),
    );
    const [used, fresh] = [freeFactorOf(6), freeFactorOf(6)];
    factorizeFree(band, Uint8Array.from([1, 0, 0, 1, 0, 0]), used);
    factorizeFree(band, new Uint8Array(6), used);
    factorizeFree(band, new Uint8Array(6), fresh);
    expect(used.entries).toEqual(fresh.entries);
  });

  it('is refused where it is not positive definite', () => {
    const band = { size: 2, entries: Float64Array.from([1, 0, 0, 0, 0, 1, 2, 0, 0, 0]) };
    expect(factorizeFree(band, new Uint8Array(2), freeFactorOf(2))).toBe(false);
    expect(factorizeFree(band, Uint8Array.from([1, 0]), freeFactorOf(2))).toBe(true);
  });
});
