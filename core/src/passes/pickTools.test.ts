import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { blade, byHand, pick, shears, zone } from '../../testing/demands.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { ZoneDemand } from './pickTools.ts';

const chosen = (zones: readonly ZoneDemand[], options: readonly ToolOption[]) =>
  Object.fromEntries([...pick(zones, options).choices].map(([id, c]) => [id, c.option.label]));
const way = (target: ZoneDemand, ...options: readonly ToolOption[]) => {
  const choice = pick([target], options).choices.get(target.id);
  return choice ? `${choice.option.label} ${choice.option.direction}` : null;
};

describe('choosing tools for the whole dog', () => {
  it('takes the nearest blade', () => {
    expect(chosen([zone('back', 6)], [blade('5F', 6.3), blade('4F', 9.5)])).toEqual({ back: '5F' });
  });

  it('does two near lengths with one tool when a second is not worth picking up', () => {
    const zones = [zone('back', 6.3), zone('neck', 6.7)];
    expect(chosen(zones, [blade('5F', 6.3), blade('4½', 6.9)])).toEqual({ back: '5F', neck: '5F' });
  });

  it('does not move a length by a quarter to save picking up one tool', () => {
    const zones = [zone('nape', 26), zone('leg.left', 32), zone('leg.right', 32)];
    expect(chosen(zones, [blade('cod', 25.3), blade('ling', 32)])).toMatchObject({ nape: 'cod' });
  });

  it('a tool that costs more to set up is picked up less lightly', () => {
    const zones = [zone('back', 6.3), zone('neck', 7.1)];
    const neck = (setUp: number) =>
      chosen(zones, [blade('5F', 6.3), blade('comb', 7.1, 'with', { setUp })]).neck;
    expect(neck(0.1)).toBe('comb');
    expect(neck(5)).toBe('5F');
  });

  it('keeps skip-tooth blades off folds', () => {
    const zones = [zone('flank', 9, { skipTooth: false })];
    expect(chosen(zones, [blade('5', 9, 'with', { skipTooth: true }), blade('4F', 9.5)])).toEqual({
      flank: '4F',
    });
  });

  it('says which zones nothing in the drawer may do', () => {
    const picked = pick([zone('ears', 2, { techniques: ['strip'] })], [shears]);
    expect(picked.unserved).toEqual(['ears']);
    expect(picked.choices.size).toBe(0);
  });

  it('names the runner-up, what it costs, and the tool it would save', () => {
    const options = [blade('mackerel', 13), blade('4F', 10.5)];
    const zones = [zone('back', 13, { toleranceMm: 2 }), zone('belly', 10.5, { toleranceMm: 0.5 })];
    const picked = pick(zones, options);
    expect(picked.choices.get('back')?.option.label).toBe('mackerel');
    const second = picked.runnersUp.get('back');
    expect(second?.option.label).toBe('4F');
    expect(second?.toolsDelta).toBe(-1);
    expect(second?.extraCost).toBeGreaterThan(0);
  });

  it('a target below nothing or a tolerance of none is a slip', () => {
    expect(() => pick([zone('back', -1)], [])).toThrow('back target');
    expect(() => pick([zone('back', 6, { toleranceMm: 0 })], [])).toThrow('back tolerance');
  });

  it('no other single change of tool makes the plan cheaper', () => {
    const targets = fc.array(evenly(0.5, 60), { minLength: 1, maxLength: 12 });
    const options = [0.5, 1.5, 3.2, 6.3, 9.5, 13, 19, 25].flatMap((mm) => [
      blade(`b${mm}`, mm),
      blade(`b${mm}`, mm * 0.7, 'against'),
    ]);
    fc.assert(
      fc.property(targets, (mms) => {
        const picked = pick(
          mms.map((mm, i) => zone(`z${i}`, mm)),
          [...options, shears],
        );
        const least = Math.min(...[...picked.runnersUp.values()].map((r) => r.extraCost));
        expect(least).toBeGreaterThanOrEqual(-1e-9);
        const chosen = [...picked.choices.values()];
        const setUps = new Map(chosen.map(({ option }) => [option.toolId, option.setUp]));
        const sum = chosen.reduce((s, c) => s + c.cost, 0) + [...setUps.values()].reduce((s, c) => s + c, 0);
        expect(picked.cost).toBeCloseTo(sum, 7);
        expect(picked.lowerBound).toBeCloseTo(picked.cost, 7);
      }),
    );
  });
});

describe('the order of techniques', () => {
  const knife = byHand('knife', { technique: 'strip', finish: 'harsh', effort: 2.4 });

  it('a jacket to be stripped is stripped while there is a knife, whatever else is in hand', () => {
    const jacket = zone('back', 18, {
      techniques: ['strip', 'thin', 'clip'],
      finishes: ['harsh', 'soft', 'smooth'],
    });
    const thinners = byHand('thinners', { technique: 'thin', finish: 'soft', effort: 0 });
    expect(way(jacket, knife, thinners, blade('18', 18))).toBe('knife with');
    expect(way(jacket, thinners, blade('18', 18))).toBe('thinners with');
  });

  it('the first is taken though the second is less work, not though it is far off', () => {
    const leg = zone('leg', 25, { techniques: ['scissor', 'clip'], finishes: ['crafted', 'smooth'] });
    expect(way(leg, shears, blade('25', 25))).toBe('shears with');
    const body = zone('back', 13, { techniques: ['clip', 'scissor'] });
    expect(way(body, shears, blade('4F', 9.5))).toBe('shears with');
  });
});

describe('reach', () => {
  it('a length outside the trim’s range is no answer: the hand does it', () => {
    expect(way(zone('legs', 40), blade('4F', 9.5), shears)).toBe('shears with');
  });

  it('where no hand may, the nearest longer length is taken and said; the longest shorter one only where there is no longer', () => {
    const back = zone('back', 5, { techniques: ['clip'] });
    const choice = pick([back], [blade('9', 2), blade('4F', 9.5), blade('3F', 13)]).choices.get('back');
    expect(choice).toMatchObject({ leavesMm: 9.5, beyondReach: true });
    const short = pick([back], [blade('9', 2), blade('10', 1.5)]).choices.get('back');
    expect(short).toMatchObject({ leavesMm: 2, beyondReach: true });
    expect(pick([{ ...back, loMm: 3 }], [blade('9', 2)]).unserved).toEqual(['back']);
  });

  it('a 3F is no answer to a jacket of 5.5 mm, though nothing else is there: it is said', () => {
    const jacket = zone('back', 5.5, { techniques: ['clip'], rangeMm: [3.2, 10] });
    expect(pick([jacket], [blade('3F', 13)]).choices.get('back')?.beyondReach).toBe(true);
    expect(pick([jacket], [blade('4F', 9.5)]).choices.get('back')?.beyondReach).toBe(false);
    expect(pick([jacket], [blade('7F', 3.2), blade('3F', 13)]).choices.get('back')?.leavesMm).toBe(3.2);
  });

  it('where only a longer blade run with the lay is allowed, that is taken; where no machine is, tight shears', () => {
    const face = zone('face', 1.5, {
      techniques: ['clip'],
      directions: ['with'],
      drawnDirection: 'against',
      rangeMm: [1.2, 2],
      spare: ['scissor'],
    });
    expect(pick([face], [blade('9', 4)]).choices.get('face')).toMatchObject({
      beyondReach: true,
      leavesMm: 4,
    });
    const short = byHand('short', { suitsMm: [0.5, 20] });
    expect(pick([face], [short, shears]).choices.get('face')).toMatchObject({ beyondReach: true });
    expect(pick([face], [byHand('long', { suitsMm: [8, 400] })]).unserved).toEqual(['face']);
  });

  it('a blade that may not enter is not there; a comb may', () => {
    const fold = zone('fold', 6, { blades: ['10'], techniques: ['clip', 'comb'] });
    const comb = blade('comb', 6, 'with', { technique: 'comb', carrierLabel: '10' });
    expect(pick([fold], [blade('5F', 6)]).unserved).toEqual(['fold']);
    expect(pick([fold], [blade('5F', 6), comb]).choices.get('fold')?.option.toolId).toBe('comb');
  });

  it('the gentlest tool is taken where it is asked for, however far off; what is promised wherever it answers', () => {
    const pads = zone('pads', 0.5, { techniques: ['clip'], gentlest: true, rangeMm: [0.25, 1.5] });
    const gentle = blade('small', 2, 'with', { gentle: true });
    expect(way(pads, blade('30', 0.5), gentle)).toBe('small with');
    expect(way(pads, blade('30', 0.5))).toBe('30 with');
    const rib = zone('rib', 6, { techniques: ['comb', 'clip'], promised: ['comb'] });
    const comb = blade('comb', 6.9, 'with', { technique: 'comb', carrierLabel: '10' });
    expect(way(rib, blade('5F', 6), comb)).toBe('comb with');
    expect(way(rib, blade('5F', 6), { ...comb, leavesMm: 13 })).toBe('5F with');
  });

  it('nothing is ever left more than one step shorter than wanted without its being said', () => {
    const lengths = fc.array(evenly(0.3, 32), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(evenly(0.5, 40), lengths, (mm, blades) => {
        const target = zone('back', mm, { techniques: ['clip'] });
        const options = blades.flatMap((b, i) => [blade(`b${i}`, b), blade(`b${i}`, b * 0.6, 'against')]);
        const choice = pick([target], options).choices.get('back');
        if (!choice) return;
        const stepMm = Math.max(0.2 * mm, Math.min(3, mm / 2));
        const slackMm = choice.sdMm / 2;
        if (choice.leavesMm < mm - stepMm - slackMm - 1e-9) expect(choice.beyondReach).toBe(true);
        if (choice.leavesMm > 1.3 * mm + slackMm + 1e-9) expect(choice.beyondReach).toBe(true);
        const longer = options.some(
          ({ leavesMm, direction }) => direction === 'with' && (leavesMm ?? 0) >= mm,
        );
        if (choice.beyondReach && longer) expect(choice.leavesMm).toBeGreaterThanOrEqual(mm);
      }),
    );
  });

  it('a tool the groomer names is used however far off', () => {
    const only = { toolId: '9', direction: null };
    expect(way(zone('back', 13, { only }), blade('9', 2), blade('3F', 13))).toBe('9 with');
  });
});

describe('direction', () => {
  const face = (extra: Partial<ZoneDemand> = {}) =>
    zone('face', 1.5, { toleranceMm: 0.25, techniques: ['clip'], drawnDirection: 'against', ...extra });

  it('is not turned for a few tenths', () => {
    expect(way(face(), blade('10', 1.35, 'against'), blade('10', 1.5))).toBe('10 against');
    const body = zone('back', 4.8, { techniques: ['clip'] });
    expect(way(body, blade('5F', 5.1), blade('4F', 4.8, 'against'))).toBe('5F with');
  });

  it('is turned where that mends an error larger than tolerance, and says by how much', () => {
    const back = zone('back', 3, { techniques: ['clip'], toleranceMm: 0.3 });
    const options = [blade('4', 3.85), blade('5F', 3, 'against')];
    const choice = pick([back], options).choices.get('back');
    expect(choice?.option.label).toBe('5F');
    expect(choice?.turnedMendsMm).toBeCloseTo(0.85, 9);
  });

  it('is never turned against the lay for a number on restricted skin', () => {
    const back = zone('back', 3, { techniques: ['clip'], toleranceMm: 0.3, restricted: true });
    expect(way(back, blade('4', 3.85), blade('5F', 3, 'against'))).toBe('4 with');
  });

  it('the spread of the tool counts as tolerance', () => {
    const back = zone('back', 3, { techniques: ['clip'], toleranceMm: 0.3 });
    const options = [blade('4', 3.85), blade('5F', 3, 'against', { sdMm: 0.9 })];
    expect(way(back, ...options)).toBe('4 with');
  });
});

describe('floors, ceilings, wear', () => {
  it('never leaves less than the floor of the skin', () => {
    const zones = [zone('throat', 1.6, { loMm: 1.5, toleranceMm: 0.4 })];
    expect(chosen(zones, [blade('15', 1.2), blade('9', 2)])).toEqual({ throat: '9' });
  });

  it('a groomer’s own measure just under the floor does not make a tool vanish', () => {
    const throat = zone('throat', 1.5, { loMm: 1.5, toleranceMm: 0.3 });
    expect(way(throat, blade('10', 1.45, 'with', { sdMm: 0.1 }))).toBe('10 with');
    expect(way(throat, blade('10', 1.35, 'with', { sdMm: 0.1 }))).toBe(null);
  });

  it('never leaves more than there is', () => {
    expect(way(zone('back', 10, { hiMm: 10 }), blade('4F', 10.2), blade('herring', 9.8))).toBe(
      'herring with',
    );
  });

  it('a dull tool is a last resort, and never close to the skin', () => {
    const dull = { dull: true } as const;
    expect(way(zone('back', 6.3), blade('old', 6.3, 'with', dull), blade('5F', 7.2))).toBe('5F with');
    expect(way(zone('back', 6.3), blade('old', 6.3, 'with', dull))).toBe('old with');
    expect(way(zone('face', 1.5), blade('old', 1.5, 'with', dull))).toBe(null);
  });

  it('shears for the other hand, and tools outside the lengths they suit, come after those that fit', () => {
    const ear = zone('ear', 4, { techniques: ['scissor'] });
    const short = byHand('ball-tips', { suitsMm: [0.5, 20], effort: 1.6 });
    expect(way(ear, byHand('long', { suitsMm: [8, 400], effort: 1.2 }), short)).toBe('ball-tips with');
    expect(way(ear, byHand('left', { wrongHand: true, effort: 1.2 }), short)).toBe('ball-tips with');
    expect(way(ear, byHand('left', { wrongHand: true }))).toBe('left with');
  });

  it('what rides up does so more in a denser place', () => {
    const comb = blade('13', 13, 'with', { technique: 'comb', denseFactor: 1.08 });
    const at = (denserHere: boolean) =>
      pick([zone('back', 13, { techniques: ['comb'], denserHere })], [comb]).choices.get('back')?.leavesMm;
    expect(at(false)).toBe(13);
    expect(at(true)).toBeCloseTo(14.04, 9);
  });
});
