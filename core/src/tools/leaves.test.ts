import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { calibrate, MEASUREMENT_SD_MM, predictedRange, UNCALIBRATED } from './calibrate.ts';
import { leaves } from './leaves.ts';

const blade = (nominalMm: number) => ({ denseFactor: 1, nominalMm });
const comb = (nominalMm: number) => ({ denseFactor: 1.08, nominalMm });

describe('what a tool leaves', () => {
  it('a 7F with the lay on a flat jacket leaves its 3.2', () => {
    expect(leaves(blade(3.2), { direction: 'with', layDeg: 30, dense: false }).mm).toBeCloseTo(3.2, 9);
  });
  it('a 7F turned against a flat coat leaves half', () => {
    expect(leaves(blade(3.2), { direction: 'against', layDeg: 30, dense: false }).mm).toBeCloseTo(1.6, 9);
  });
  it('a 7F against an upright coat leaves nearly all', () => {
    expect(leaves(blade(3.2), { direction: 'against', layDeg: 70, dense: false }).mm).toBeCloseTo(2.88, 9);
  });
  it('a 10 across a half-lying coat leaves 1.275', () => {
    expect(leaves(blade(1.5), { direction: 'across', layDeg: 50, dense: false }).mm).toBeCloseTo(1.275, 9);
  });
  it('a 13 mm comb rides up to 14.04 on dense coat', () => {
    expect(leaves(comb(13), { direction: 'with', layDeg: 70, dense: true }).mm).toBeCloseTo(14.04, 9);
  });
  it('a blade does not ride up', () => {
    expect(leaves(blade(13), { direction: 'with', layDeg: 70, dense: true }).mm).toBe(13);
  });
  it('carries the spread of the calibration to millimetres', () => {
    const left = leaves(comb(10), {
      direction: 'with',
      layDeg: 70,
      dense: false,
      calibration: { k: 1.1, sd: 0.05, n: 9 },
    });
    expect(left.mm).toBeCloseTo(11, 9);
    expect(left.sdMm).toBeCloseTo(0.55, 9);
  });
  it('refuses lengths and angles that are none', () => {
    const use = { direction: 'with', layDeg: 30, dense: false } as const;
    expect(() => leaves(blade(NaN), use)).toThrow('nominalMm');
    expect(() => leaves(blade(3), { ...use, layDeg: 120 })).toThrow('layDeg');
  });
  it('never leaves more against the lay than with it', () => {
    fc.assert(
      fc.property(evenly(0, 90), (layDeg) => {
        const at = (direction: 'with' | 'across' | 'against') =>
          leaves(blade(10), { direction, layDeg, dense: false }).mm;
        return at('against') <= at('across') && at('across') <= at('with');
      }),
    );
  });
});

describe('learning what a tool leaves in this hand', () => {
  it('stays at the book without measurements', () => {
    expect(calibrate(UNCALIBRATED, [])).toEqual(UNCALIBRATED);
  });
  it('weighs one measurement against the prior in logs', () => {
    // ν = 4, r = 0.0953 − m in spreads of 0.6 / 13: solved by hand to m = 0.08768.
    const { k, sd, n } = calibrate(UNCALIBRATED, [{ measuredMm: 14.3, expectedMm: 13 }]);
    const base = (13 / MEASUREMENT_SD_MM) ** 2;
    const weight = (5 * base) / (4 + base * (Math.log(1.1) - Math.log(k)) ** 2);
    expect(Math.log(k)).toBeCloseTo((weight * Math.log(1.1)) / (1 / 0.15 ** 2 + weight), 9);
    expect(Math.log(k)).toBeCloseTo(0.0886, 3);
    expect(sd).toBeCloseTo(1 / Math.sqrt(1 / 0.15 ** 2 + weight), 9);
    expect(n).toBe(1);
  });
  const readings = fc.array(fc.record({ measuredMm: evenly(2, 40), expectedMm: evenly(3, 30) }), {
    minLength: 1,
    maxLength: 12,
  });
  it('learns the same in whatever order the readings came', () => {
    fc.assert(
      fc.property(readings, (all) => {
        const there = calibrate(UNCALIBRATED, all);
        const back = calibrate(UNCALIBRATED, [...all].reverse());
        expect(back.k).toBeCloseTo(there.k, 6);
        expect(back.sd).toBeCloseTo(there.sd, 6);
      }),
    );
  });
  it('a slip of the rule moves it by less than a hundredth', () => {
    const honest = [13.6, 13.9, 13.4, 13.7, 13.8, 13.5].map((measuredMm) => ({ measuredMm, expectedMm: 13 }));
    const { k } = calibrate(UNCALIBRATED, honest);
    for (const measuredMm of [3, 30, 136, 0.2])
      expect(
        Math.abs(calibrate(UNCALIBRATED, [...honest, { measuredMm, expectedMm: 13 }]).k / k - 1),
      ).toBeLessThan(0.01);
  });
  it('asks about a reading beyond what 99 of 100 give, and less and less as it learns', () => {
    const [lo, hi] = predictedRange(UNCALIBRATED, 13);
    expect(lo).toBeCloseTo(6.31, 1);
    expect(hi).toBeCloseTo(26.8, 1);
    const learned = calibrate(
      UNCALIBRATED,
      Array.from({ length: 12 }, () => ({ measuredMm: 13.5, expectedMm: 13 })),
    );
    const [close, far] = predictedRange(learned, 13);
    expect(close).toBeGreaterThan(lo);
    expect(far).toBeLessThan(17);
  });
  it('a close blade teaches less than a long comb, for the rule reads no finer', () => {
    const close = calibrate(UNCALIBRATED, [{ measuredMm: 0.6, expectedMm: 0.5 }]);
    const long = calibrate(UNCALIBRATED, [{ measuredMm: 30, expectedMm: 25 }]);
    expect(close.sd).toBeGreaterThan(long.sd);
    expect(close.k).toBeLessThan(long.k);
  });
  it('refuses a measure of nothing', () => {
    expect(() => calibrate(UNCALIBRATED, [{ measuredMm: 0, expectedMm: 13 }])).toThrow('measuredMm');
  });
});
