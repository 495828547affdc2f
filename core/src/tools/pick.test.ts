import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UNCALIBRATED } from './calibrate.ts';
import type { ToolOption } from './drawer.ts';
import type { Direction } from './pack.ts';
import type { ZoneDemand } from './pick.ts';
import { pickTools } from './pick.ts';

const policy = {
  changeoverCost: 0.6,
  irritation: { with: 0, across: 0.05, against: 0.15 },
  finishMismatchCost: 0.4,
  source: 'prior',
} as const;

function blade(
  toolId: string,
  leavesMm: number,
  direction: Direction = 'with',
  extra: Partial<ToolOption> = {},
): ToolOption {
  return {
    toolId,
    kindId: toolId,
    label: toolId,
    technique: 'clip',
    direction,
    leavesMm,
    sdMm: leavesMm * 0.15,
    calibration: UNCALIBRATED,
    finish: 'smooth',
    skipTooth: false,
    effort: 0,
    carrierLabel: null,
    ...extra,
  };
}
const shears = blade('shears', 0, 'with', {
  technique: 'scissor',
  leavesMm: null,
  finish: 'crafted',
  effort: 1.5,
});

function zone(id: string, targetMm: number, extra: Partial<ZoneDemand> = {}): ZoneDemand {
  return {
    id,
    targetMm,
    toleranceMm: targetMm * 0.1,
    loMm: 0,
    hiMm: 400,
    techniques: ['clip', 'scissor'],
    directions: ['with', 'against'],
    skipToothAllowed: true,
    finishes: ['smooth', 'even', 'crafted'],
    preferredDirection: 'with',
    irritability: 1,
    ...extra,
  };
}
const chosen = (zones: ZoneDemand[], options: ToolOption[]) =>
  Object.fromEntries(
    [...pickTools({ zones, options, policy }).choices].map(([id, c]) => [id, c.option.label]),
  );

describe('choosing tools for the whole dog', () => {
  it('takes the nearest blade', () => {
    expect(chosen([zone('back', 6)], [blade('5F', 6.3), blade('4F', 9.5)])).toEqual({ back: '5F' });
  });

  it('scissors when no blade is within reach', () => {
    expect(chosen([zone('legs', 40)], [blade('4F', 9.5), shears])).toEqual({ legs: 'shears' });
  });

  it('does two near lengths with one tool when a second is not worth picking up', () => {
    const zones = [zone('back', 6.3), zone('neck', 6.7)];
    expect(chosen(zones, [blade('5F', 6.3), blade('comb', 6.9)])).toEqual({ back: '5F', neck: '5F' });
  });

  it('never leaves less than the floor of the skin', () => {
    const zones = [zone('throat', 1.2, { loMm: 1.5, toleranceMm: 0.3 })];
    expect(chosen(zones, [blade('15', 1.2), blade('9', 2)])).toEqual({ throat: '9' });
  });

  it('keeps skip-tooth blades off folds', () => {
    const zones = [zone('flank', 6.3, { skipToothAllowed: false })];
    expect(chosen(zones, [blade('5', 6.3, 'with', { skipTooth: true }), blade('4F', 9.5)])).toEqual({
      flank: '4F',
    });
  });

  it('turns irritable skin away from the against-the-lay pass', () => {
    const options = [blade('10', 1.5), blade('7F', 1.6, 'against')];
    const at = (irritability: number) =>
      chosen(
        [zone('face', 1.6, { irritability, toleranceMm: 0.05, preferredDirection: 'against' })],
        options,
      );
    expect(at(1)).toEqual({ face: '7F' });
    expect(at(30)).toEqual({ face: '10' });
  });

  it('says which zones nothing in the drawer may do', () => {
    const picked = pickTools({
      zones: [zone('ears', 2, { techniques: ['strip'] })],
      options: [shears],
      policy,
    });
    expect(picked.unserved).toEqual(['ears']);
    expect(picked.choices.size).toBe(0);
  });

  it('names the runner-up, what it costs, and the tool it would save', () => {
    const options = [blade('mackerel', 13), blade('4F', 9.5)];
    const zones = [zone('back', 13, { toleranceMm: 2 }), zone('belly', 9.5, { toleranceMm: 0.5 })];
    const picked = pickTools({ zones, options, policy });
    expect(picked.choices.get('back')?.option.label).toBe('mackerel');
    const second = picked.runnersUp.get('back');
    expect(second?.option.label).toBe('4F');
    expect(second?.toolsDelta).toBe(-1);
    expect(second?.extraCost).toBeGreaterThan(0);
  });

  it('no other single change of tool makes the plan cheaper', () => {
    const targets = fc.array(fc.double({ min: 0.5, max: 60, noNaN: true }), { minLength: 1, maxLength: 12 });
    const options = [0.5, 1.5, 3.2, 6.3, 9.5, 13, 19, 25].flatMap((mm) => [
      blade(`b${mm}`, mm),
      blade(`b${mm}`, mm * 0.7, 'against'),
    ]);
    fc.assert(
      fc.property(targets, (mms) => {
        const zones = mms.map((mm, i) => zone(`z${i}`, mm));
        const picked = pickTools({ zones, options: [...options, shears], policy });
        const least = Math.min(...[...picked.runnersUp.values()].map((r) => r.extraCost));
        expect(least).toBeGreaterThanOrEqual(-1e-9);
        const sum = [...picked.choices.values()].reduce((s, c) => s + c.cost, 0);
        expect(picked.cost).toBeCloseTo(sum + picked.tools.length * policy.changeoverCost, 7);
      }),
    );
  });
});
