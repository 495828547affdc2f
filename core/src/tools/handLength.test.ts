import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { handLength, keptLength } from './handLength.ts';

describe('a length for the hand', () => {
  it('is told to half a millimetre in short hair and to a whole one in long', () => {
    expect([1.9, 4.8, 5.7, 7.3, 26.4].map((mm) => handLength(mm, 0, Infinity))).toEqual([2, 5, 5.5, 7, 26]);
  });

  it('is neither longer than the hair nor shorter than the least', () => {
    expect(handLength(7.6, 0, 7.8)).toBe(7);
    expect(handLength(7.3, 7.2, 20)).toBe(8);
    expect(handLength(7.3, 7.2, 7.4)).toBe(7.3);
    expect(handLength(0.2, 0, 1)).toBe(0.2);
  });

  it('is less than a step off, within its bounds', () => {
    const mm = fc.integer({ min: 1, max: 1500 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(mm, mm, mm, (a, b, c) => {
        const [least, wanted, most] = [a, b, c].sort((x, y) => x - y) as [number, number, number];
        const asked = handLength(wanted, least, most);
        expect(asked).toBeGreaterThanOrEqual(least);
        expect(asked).toBeLessThanOrEqual(most);
        expect(Math.abs(asked - wanted)).toBeLessThan(1);
      }),
    );
  });

  it('along a shape nobody keeps 19.7, 19.9, 20.2 and 19.1 apart', () => {
    expect([19.7, 19.9, 20.2].map(keptLength)).toEqual([20, 20, 20]);
    expect([3.3, 5.9, 6.4, 19.1, 25, 41.2].map(keptLength)).toEqual([3.5, 6, 6, 19, 26, 42]);
  });
});
