import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { restsIn, stressCurve, workedMinutes } from './rests.ts';

describe('breaks', () => {
  const worked = fc.array(
    fc.record({ minutes: fc.integer({ min: 1, max: 30 }), stress: fc.constantFrom(0.4, 1, 1.5, 3) }),
    { minLength: 1, maxLength: 20 },
  );
  const named = (list: readonly { minutes: number; stress: number }[]) =>
    list.map((one, i) => ({ id: `t${i}`, ...one }));

  it('never let the stress since the last pass the dog’s patience', () => {
    fc.assert(
      fc.property(worked, fc.integer({ min: 5, max: 60 }), (list, patience) => {
        for (const { share } of stressCurve(named(list), patience, 10))
          expect(share).toBeLessThanOrEqual(1 + 1e-6);
      }),
    );
  });

  it('a tighter budget never has fewer', () => {
    fc.assert(
      fc.property(
        worked,
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 1, max: 40 }),
        (list, patience, more) => {
          expect(restsIn(named(list), patience + more).length).toBeLessThanOrEqual(
            restsIn(named(list), patience).length,
          );
        },
      ),
    );
  });

  it('the curve lasts as long as the work and its breaks', () => {
    fc.assert(
      fc.property(worked, (list) => {
        const steps = named(list);
        const end = stressCurve(steps, 15, 10).at(-1)?.minutes ?? 0;
        expect(end).toBeCloseTo(workedMinutes(steps) + 10 * restsIn(steps, 15).length, 6);
      }),
    );
  });

  it('a step longer than all patience is parted', () => {
    expect(restsIn([{ id: 'long', minutes: 40, stress: 1 }], 15)).toEqual([
      { before: 'long', intoMinutes: 15 },
      { before: 'long', intoMinutes: 30 },
    ]);
    expect(() => restsIn([], 0)).toThrow('patience');
  });
});
