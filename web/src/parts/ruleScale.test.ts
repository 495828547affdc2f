import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { labelRows, mmAt, nextTick, RULE, shareOf, snap } from './ruleScale.ts';

const ticks = [1.5, 3.2, 6.3, 13.2].map((mm) => ({
  key: `${mm}`,
  toolId: `tool ${mm}`,
  label: `${mm}`,
  mm,
  sdMm: 0.1,
  against: false,
}));

describe('the coat rule', () => {
  it('runs from 0.2 to 150 mm and back again', () => {
    expect([shareOf(RULE.fromMm), shareOf(RULE.toMm)]).toEqual([0, 1]);
    fc.assert(
      fc.property(fc.double({ min: RULE.fromMm, max: RULE.toMm, noNaN: true }), (mm) => {
        expect(mmAt(shareOf(mm))).toBeCloseTo(mm, 6);
      }),
    );
  });

  it('gives the same room to every doubling', () => {
    expect(shareOf(2) - shareOf(1)).toBeCloseTo(shareOf(50) - shareOf(25), 9);
  });

  it('snaps to a tick it is near and is scissor work between', () => {
    expect(snap(shareOf(13), ticks, 0.01)).toMatchObject({ mm: 13.2, tick: { toolId: 'tool 13.2' } });
    expect(snap(shareOf(9), ticks, 0.01)).toEqual({ mm: 9, tick: null });
  });

  it('steps from tick to tick and stops at the last', () => {
    expect(nextTick(6.3, ticks, true).mm).toBe(13.2);
    expect(nextTick(6.3, ticks, false).mm).toBe(3.2);
    expect(nextTick(5, ticks, false).mm).toBe(3.2);
    expect(nextTick(13.2, ticks, true)).toEqual({ mm: 13.2, tick: null });
  });

  it('labels in a row never overlap', () => {
    const label = fc.record({
      at: fc.integer({ min: 0, max: 9000 }).map((tenths) => tenths / 10),
      width: fc.integer({ min: 10, max: 80 }),
    });
    fc.assert(
      fc.property(fc.array(label, { maxLength: 20 }), (labels) => {
        const rows = labelRows(labels, 2);
        labels.forEach((a, i) =>
          labels.forEach((b, j) => {
            if (i >= j || rows[i] !== rows[j] || rows[i] === -1) return;
            expect(Math.abs(a.at - b.at)).toBeGreaterThanOrEqual((a.width + b.width) / 2 - 1e-9);
          }),
        );
      }),
    );
  });
});
