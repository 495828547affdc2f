import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { calibrate, MEASUREMENT_SD_MM, UNCALIBRATED } from './calibrate.ts';
import { leaves } from './leaves.ts';

const blade = (nominalMm: number) => ({ technique: 'clip' as const, nominalMm });
const comb = (nominalMm: number) => ({ technique: 'comb' as const, nominalMm });

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
    const sdLog = MEASUREMENT_SD_MM / 13;
    const precision = 1 / 0.15 ** 2 + 1 / sdLog ** 2;
    const { k, sd, n } = calibrate(UNCALIBRATED, [{ measuredMm: 14.3, expectedMm: 13 }]);
    expect(Math.log(k)).toBeCloseTo(Math.log(1.1) / sdLog ** 2 / precision, 9);
    expect(sd).toBeCloseTo(1 / Math.sqrt(precision), 9);
    expect(n).toBe(1);
  });
  it('learns the same in one go as one at a time', () => {
    const measures = [
      { measuredMm: 13.9, expectedMm: 13 },
      { measuredMm: 13.2, expectedMm: 13 },
      { measuredMm: 14.1, expectedMm: 13 },
    ];
    const stepwise = measures.reduce((prior, m) => calibrate(prior, [m]), UNCALIBRATED);
    const atOnce = calibrate(UNCALIBRATED, measures);
    expect(stepwise.k).toBeCloseTo(atOnce.k, 12);
    expect(stepwise.sd).toBeCloseTo(atOnce.sd, 12);
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
