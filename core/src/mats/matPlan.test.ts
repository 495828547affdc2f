import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { fullDrawer, packs } from '../../testing/packs.ts';
import { coatOf } from '../coat/hair.ts';
import type { Mat } from '../hands/hands.ts';
import { dogZones } from '../packs/zones.ts';
import { toolOptions } from '../tools/drawer.ts';
import type { MattedDog, SkinUnderMat } from './matPlan.ts';
import { matPlan } from './matPlan.ts';
import type { MatPolicy } from '../packs/mats.ts';

const coat = coatOf(packs.coats, 'drop', []);
const options = toolOptions(fullDrawer, packs.tools, coat);
const context = {
  pack: packs.mats,
  zones: packs.zones,
  options,
  techniques: packs.tools.techniques,
  dullCloseMm: 3,
};
const skin = (extra: Partial<SkinUnderMat>) => ({
  skinAt: () => ({
    floorMm: 0,
    skipTooth: true,
    blade: true,
    leaveAlone: false,
    tender: false,
    blades: null,
    ...extra,
  }),
});
const calm: MattedDog = {
  handling: 'easy',
  standingMinutes: 75,
  surfaceM2: 0.5,
  ...skin({}),
  hairMm: {},
};
const salon: MatPolicy = { school: 'save', limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 60 };
const mat = (extra: Partial<Mat> = {}): Mat => ({
  id: 'm1',
  zone: 'thigh.left',
  lengthCm: 4,
  widthCm: 3,
  tightness: 2,
  toSkinMm: 6,
  burr: false,
  sores: false,
  ...extra,
});
const judge = (
  mats: readonly Mat[],
  dog: Partial<MattedDog> = {},
  policy: Partial<MatPolicy> = {},
  dense = false,
) => matPlan(mats, { dense }, { ...calm, ...dog }, { ...salon, ...policy }, context);

describe('what a mat costs', () => {
  it.each([
    [1, false, 12 * 0.15],
    [2, false, 12 * 0.4],
    [3, false, 12 * 1.0],
    [2, true, 12 * 0.4 * 1.3],
  ] as const)('a 4 × 3 cm mat of tightness %d (dense %s) takes %f minutes', (tightness, dense, minutes) => {
    const plan = judge([mat({ tightness, toSkinMm: 6 })], {}, {}, dense);
    expect(plan.brushMinutes).toBeCloseTo(minutes, 9);
    expect(plan.fee).toBeCloseTo(plan.minutes, 9);
  });

  it('hurts more the nearer it is to the skin, and on thin skin', () => {
    const pain = (extra: Partial<Mat>) => judge([mat(extra)]).pain;
    expect(pain({ toSkinMm: 0 })).toBeCloseTo(2 * pain({ toSkinMm: 5 }), 9);
    expect(pain({ zone: 'ear-outside.left' })).toBeGreaterThan(pain({}));
  });

  it.each([1, 2, 3, 4] as const)(
    'clipped off at tightness %d: a start and its area at the pack’s rate',
    (tightness) => {
      const [one] = judge([mat({ tightness, sores: true, toSkinMm: 4 })]).mats;
      const rate = packs.mats.clipMinutesPerCm2[tightness - 1] ?? NaN;
      expect(one?.clipMinutes).toBeCloseTo(packs.mats.clipStartMinutes + 12 * rate, 9);
    },
  );

  it('saved in part, what is left of it is clipped; wholly saved, nothing is', () => {
    const plan = judge([mat()], {}, { limitMinutes: 3 });
    const [one] = plan.mats;
    const share = 3 / (12 * 0.4);
    expect(one).toMatchObject({ decision: 'part', reason: 'no-minutes-left', beyondFloor: false });
    expect(one?.savedShare).toBeCloseTo(share, 9);
    const clipped = packs.mats.clipStartMinutes + (1 - share) * 12 * (packs.mats.clipMinutesPerCm2[1] ?? NaN);
    expect(one?.clipMinutes).toBeCloseTo(clipped, 9);
    expect(plan.patienceLeftMinutes).toBe(0);
    const saved = judge([mat()]);
    expect(saved.mats[0]).toMatchObject({
      decision: 'save',
      reason: 'loose-enough',
      clipMinutes: 0,
      lostMm: 0,
    });
    expect(saved.mats[0]).toMatchObject({ takesZone: false, beyondFloor: false, steps: [] });
    expect(saved.patienceLeftMinutes).toBeCloseTo(20 - 12 * 0.4, 9);
  });

  it('a clipped mat takes its zone from the pack’s share of it on', () => {
    const kind = packs.zones.zones.find(({ id }) => id === 'thigh');
    const zoneCm2 = (0.5 * 10_000 * (kind?.share ?? NaN)) / 2;
    const takes = (share: number) =>
      judge([mat({ sores: true, lengthCm: 10, widthCm: (share * zoneCm2) / 10 })]).mats[0]?.takesZone;
    expect(takes(packs.mats.coverShare * 1.01)).toBe(true);
    expect(takes(packs.mats.coverShare * 0.99)).toBe(false);
  });

  it('the hair that goes with it is what is known to be there', () => {
    expect(judge([mat({ sores: true })], { hairMm: { 'thigh.left': 40 } }).mats[0]?.lostMm).toBe(40);
    expect(judge([mat({ sores: true })]).mats[0]?.lostMm).toBeNull();
  });

  it('a mat without size is a slip', () => {
    expect(() => judge([mat({ widthCm: 0 })])).toThrow('mat width');
  });
});

describe('save, save part, or clip', () => {
  const decide = (m: Partial<Mat>, dog: Partial<MattedDog> = {}, policy: Partial<MatPolicy> = {}) =>
    judge([mat(m)], dog, policy).mats[0];

  it('a firm mat on a calm dog is combed out, and needs no blade', () => {
    expect(decide({})).toMatchObject({ decision: 'save', blade: null, steps: [], lostMm: 0 });
  });

  it('felt is never brushed out, sores never brushed over', () => {
    expect(decide({ tightness: 4 })).toMatchObject({ decision: 'clip', reason: 'felted' });
    expect(decide({ sores: true })).toMatchObject({ decision: 'clip', reason: 'sores' });
  });

  it('a mat that would hurt too much goes, sooner on a dog that is wary', () => {
    const tight = { tightness: 3, lengthCm: 5, widthCm: 4, toSkinMm: 5 } as const;
    expect(decide(tight)).toMatchObject({ decision: 'save' });
    expect(decide(tight, { handling: 'wary' })).toMatchObject({ decision: 'clip', reason: 'hurts' });
  });

  it('patience and the salon’s minutes are spent where hair is worth most, and one mat is saved in part', () => {
    const plan = judge(
      [
        mat({ id: 'm1', zone: 'rib.left', lengthCm: 6, widthCm: 6 }),
        mat({ id: 'm2', zone: 'topknot', lengthCm: 5, widthCm: 4 }),
      ],
      {},
      { limitMinutes: 15 },
    );
    expect(plan.mats.map(({ decision }) => decision)).toEqual(['part', 'save']);
    expect(plan.brushMinutes).toBeCloseTo(15, 9);
    expect(plan.patienceLeftMinutes).toBeCloseTo(0, 9);
  });

  it('a dog that stands a quarter of an hour gives half of it to mats, one that bites none', () => {
    expect(judge([mat()], { standingMinutes: 15 }).budgetMinutes).toBe(7.5);
    expect(judge([mat()], { handling: 'bites' }).mats[0]?.decision).toBe('clip');
  });

  it('a salon that clips mats still combs loose ones', () => {
    const clips = { school: 'clip' } as const;
    expect(decide({ tightness: 1 }, {}, clips)?.decision).toBe('save');
    expect(decide({ tightness: 2 }, {}, clips)).toMatchObject({ decision: 'clip', reason: 'school' });
  });
});

describe('under the mat', () => {
  it('the longest blade that clears is found one step at a time, first one longer', () => {
    const [felt] = judge([mat({ tightness: 4, toSkinMm: 2.5 })]).mats;
    expect(felt?.blade?.label).toBe('blade-9');
    expect(felt?.steps[0]).toMatchObject({ label: 'blade-8h', clears: false });
    const lengths = felt?.steps.map(({ leavesMm }) => leavesMm) ?? [];
    expect(lengths).toEqual([...lengths].sort((a, b) => b - a));
  });

  it('stops at the salon’s floor and at the skin’s, and says that it is not ours to force', () => {
    const felt = mat({ tightness: 4, toSkinMm: 1 });
    expect(judge([felt]).mats[0]).toMatchObject({ blade: { label: 'blade-30' }, beyondFloor: false });
    expect(judge([felt], {}, { bladeFloorMm: 1.5 }).mats[0]).toMatchObject({
      blade: null,
      beyondFloor: true,
    });
    expect(judge([felt], skin({ floorMm: 1.5 })).mats[0]?.beyondFloor).toBe(true);
  });

  it('a comb is never tried, nor a skip-tooth where welfare keeps it off', () => {
    const [felt] = judge([mat({ tightness: 4, toSkinMm: 4 })], skin({ skipTooth: false })).mats;
    expect(felt?.steps.length).toBeGreaterThan(0);
    for (const { label } of felt?.steps ?? []) {
      const kind = packs.tools.kinds.find(({ id }) => id === label);
      expect(kind?.technique, label).toBe('clip');
      expect(kind?.skipTooth, label).toBe(false);
    }
  });

  it('a dull blade goes under a mat only well away from the skin', () => {
    const dull = fullDrawer.map((one) => ({ ...one, dull: true }));
    const blunt = { ...context, options: toolOptions(dull, packs.tools, coat) };
    const under = (toSkinMm: number) =>
      matPlan([mat({ tightness: 4, toSkinMm })], coat, calm, salon, blunt).mats[0]?.steps ?? [];
    expect(under(2).every(({ leavesMm }) => leavesMm >= 3)).toBe(true);
    expect(under(2).some(({ clears }) => clears)).toBe(false);
    expect(under(7).some(({ clears }) => clears)).toBe(true);
  });

  it('where nothing may go, nothing is taken and nothing is charged', () => {
    const plan = judge([mat({ tightness: 4 })], skin({ leaveAlone: true }));
    expect(plan.mats[0]).toMatchObject({ reason: 'left-alone', blade: null, beyondFloor: true, lostMm: 0 });
    expect(plan.minutes).toBe(0);
    const bladeless = judge([mat({ tightness: 4 })], skin({ blade: false }));
    expect(bladeless.mats[0]).toMatchObject({ blade: null, beyondFloor: true });
  });

  it('a burr costs a minute, and a mat nearer the skin takes a shorter blade', () => {
    expect(judge([mat({ burr: true })]).minutes).toBeCloseTo(judge([mat()]).minutes + 1, 9);
    const leaves = (toSkinMm: number) => judge([mat({ tightness: 4, toSkinMm })]).mats[0]?.blade?.leavesMm;
    expect(leaves(1.4)).toBeLessThan(leaves(6) ?? 0);
  });

  it('a small hole is covered by its neighbours, a big one takes the zone', () => {
    const felt = (size: number) => judge([mat({ tightness: 4, lengthCm: size, widthCm: size })]).mats[0];
    expect(felt(1)?.takesZone).toBe(false);
    expect(felt(9)?.takesZone).toBe(true);
  });
});

const zones = dogZones(packs.zones).map(({ id }) => id);
const anyMat = fc.record({
  zone: fc.constantFrom(...zones),
  lengthCm: evenly(0.5, 12),
  widthCm: evenly(0.5, 12),
  tightness: fc.constantFrom(1, 2, 3, 4),
  toSkinMm: evenly(0, 20),
  burr: fc.boolean(),
  sores: fc.boolean(),
});

describe('whatever the mats', () => {
  it('one more never shortens the work, and never saves more of another', () => {
    fc.assert(
      fc.property(fc.array(anyMat, { maxLength: 6 }), anyMat, (some, one) => {
        const name = (list: readonly object[]) => list.map((m, i) => ({ ...m, id: `m${i}` }) as Mat);
        const fewer = judge(name(some));
        const more = judge(name([...some, one]));
        expect(more.minutes).toBeGreaterThanOrEqual(fewer.minutes - 1e-9);
        fewer.mats.forEach((was, i) => {
          expect(more.mats[i]?.savedShare).toBeLessThanOrEqual(was.savedShare + 1e-9);
        });
      }),
    );
  });
});
