import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breeds, caseFor, packs, sign } from '../../testing/packs.ts';
import { bodySurface } from '../body/surface.ts';
import type { Mat } from '../hands/hands.ts';
import type { Extra } from '../../testing/packs.ts';
import type { Case } from '../case/resolveCase.ts';
import { planGroom } from '../plan/planGroom.ts';
import { dogZones } from '../packs/zones.ts';
import type { EstimateContext } from './estimate.ts';
import { estimateVisit } from './estimate.ts';
import { fitVisit } from './fit.ts';
import type { LoggedPart } from './pace.ts';
import { isOddLog, paceOf } from './pace.ts';

const rates = { perHour: 60, least: 20, currency: 'EUR' };
const fresh: EstimateContext = { trainee: false, dogHistory: [], groomerHistory: [], rates };
const of = (visit: Case, context: Partial<EstimateContext> = {}) =>
  estimateVisit(visit, planGroom(visit), { ...fresh, ...context });
const mid = (breedId: string, extra: Extra = {}, context: Partial<EstimateContext> = {}) =>
  of(caseFor(breedId, extra), context).minutes.mid;
const mat = (id: string, zone = 'thigh.left', lengthCm = 4): Mat => ({
  id,
  zone,
  lengthCm,
  widthCm: 3,
  tightness: 2,
  toSkinMm: 6,
  burr: false,
  sores: false,
});
const log = (part: string, ratio: number): LoggedPart => ({ part, minutes: 20 * ratio, expectedMinutes: 20 });

describe('the surface of a dog', () => {
  it.each([
    [5, 0.295],
    [10, 0.469],
    [20, 0.744],
    [30, 0.975],
    [40, 1.181],
  ])('%d kg has %f m²', (kg, m2) => expect(bodySurface(kg)).toBeCloseTo(m2, 3));

  it('nothing weighs nothing', () => expect(() => bodySurface(0)).toThrow('kg'));
});

describe('a pace', () => {
  const spread = { observed: 0.15, history: 0.2 };

  it('starts at 1 and moves toward what is logged, surer with every log', () => {
    expect(paceOf([], spread)).toEqual({ factor: 1, logSd: 0.2, n: 0 });
    const one = paceOf([log('body', 1.5)], spread);
    const many = paceOf(
      Array.from({ length: 20 }, () => log('body', 1.5)),
      spread,
    );
    expect(one.factor).toBeGreaterThan(1);
    expect(one.factor).toBeLessThan(many.factor);
    expect(many.factor).toBeCloseTo(1.5, 1);
    expect(many.logSd).toBeLessThan(one.logSd);
  });

  it('passes over parts that took no time', () => {
    expect(paceOf([{ part: 'body', minutes: 0, expectedMinutes: 10 }], spread).n).toBe(0);
  });

  it('a drying tapped through is asked about, and does not make the next one four minutes long', () => {
    const usual = [25, 27, 26].map((minutes) => ({ part: 'dry', minutes, expectedMinutes: 26 }));
    const slip = { part: 'dry', minutes: 4, expectedMinutes: 26 };
    expect([...usual, slip].map((one) => isOddLog(one, spread))).toEqual([false, false, false, true]);
    expect(paceOf([...usual, slip], spread)).toEqual(paceOf(usual, spread));
    expect(paceOf([...usual, { ...slip, counts: false }], spread)).toEqual(paceOf(usual, spread));
    const counted = paceOf([...usual, { ...slip, counts: true }], spread);
    expect(counted.n).toBe(4);
    expect(counted.factor).toBeLessThan(paceOf(usual, spread).factor);
    expect(counted.factor * 26).toBeGreaterThan(22);
  });

  it('what is as expected can be taken out, as if it had never been', () => {
    const logs = [30, 31, 22].map((minutes) => ({ part: 'dry', minutes, expectedMinutes: 26 }));
    const without = logs.map((one, i) => (i === 1 ? { ...one, counts: false } : one));
    expect(paceOf(without, spread)).toEqual(paceOf([logs[0], logs[2]] as typeof logs, spread));
  });
});

describe('how long a visit takes', () => {
  it('is a range around the parts, which add up', () => {
    for (const { id } of breeds) {
      const { parts, minutes, price } = of(caseFor(id));
      expect(minutes.lo).toBeLessThan(minutes.mid);
      expect(minutes.mid).toBeLessThan(minutes.hi);
      expect(minutes.mid).toBeCloseTo(
        parts.reduce((sum, part) => sum + part.minutes.mid, 0),
        6,
      );
      expect(minutes.mid, id).toBeGreaterThan(25);
      expect(minutes.mid, id).toBeLessThan(300);
      expect(price.work.mid).toBeCloseTo(Math.max(rates.least, minutes.mid), 6);
    }
  });

  it('is longer for a bigger, a denser, a wary, a first-time dog, and with a trainee', () => {
    const usual = mid('standard-poodle');
    expect(mid('standard-poodle', { measurements: { weightKg: 40 } })).toBeGreaterThan(usual);
    expect(mid('standard-poodle', { coatType: 'tight-curl', modifiers: [], dense: true })).toBeGreaterThan(
      usual,
    );
    const wary = { handling: 'wary', standingMinutes: 60 } as const;
    expect(mid('standard-poodle', { temper: wary })).toBeGreaterThan(1.15 * usual);
    const first = { firstVisit: true };
    expect(mid('standard-poodle', first)).toBeGreaterThan(usual);
    expect(mid('standard-poodle', {}, { trainee: true })).toBeCloseTo(packs.times.traineeFactor * usual, 6);
  });

  it('stripping takes longer than clipping the same dog', () => {
    expect(mid('giant-schnauzer', { trimId: 'stripped' })).toBeGreaterThan(
      1.5 * mid('giant-schnauzer', { trimId: 'clip-and-card' }),
    );
  });

  it('every factor is shown with its reason', () => {
    const input = caseFor('golden-retriever', {
      coatType: 'double',
      modifiers: ['shedding'],
      dense: true,
      restricted: [['trigger-dryer', null]],
    });
    const dry = of(input).parts.find(({ id }) => id === 'dry');
    expect(dry?.because).toMatchObject([
      { of: 'found', text: 'low speed, more towel' },
      { of: 'found', text: 'shedding: blown and raked out' },
      { of: 'dense-coat' },
    ]);
  });

  it('this dog’s and this groomer’s logs move it, narrow it, and are counted', () => {
    const slow = Array.from({ length: 9 }, () => log('body', 1.6));
    const before = of(caseFor('standard-poodle'));
    const after = of(caseFor('standard-poodle'), { dogHistory: slow });
    const body = (e: typeof before) => e.parts.find(({ id }) => id === 'body')?.minutes;
    expect(body(after)?.mid).toBeGreaterThan(1.3 * (body(before)?.mid ?? 0));
    const width = (r: { lo: number; hi: number } | undefined) => (r?.hi ?? 0) / (r?.lo ?? 1);
    expect(width(body(after))).toBeLessThan(width(body(before)));
    expect(after.logsBehind).toBe(9);
  });

  it('mats come on top with a fee of their own', () => {
    const hairMm = Object.fromEntries(dogZones(packs.zones).map(({ id }) => [id, 60]));
    const without = of(caseFor('havanese', { hairMm }));
    const matted = of(caseFor('havanese', { hairMm, mats: [mat('m1')] }));
    expect(matted.mats.mid).toBeCloseTo(4.8, 6);
    expect(matted.minutes.mid).toBeCloseTo(without.minutes.mid + 4.8, 6);
    expect(matted.price.mats.mid).toBeCloseTo(4.8, 6);
    expect(matted.price.work).toEqual(without.price.work);
  });

  it('one more mat never shortens the visit, whatever it takes from the trim', () => {
    const hairMm = Object.fromEntries(dogZones(packs.zones).map(({ id }) => [id, 60]));
    const zones = fc.constantFrom('beard', 'ear-outside.left', 'thigh.left', 'rib.right', 'armpit.left');
    const some = fc.array(fc.tuple(zones, fc.integer({ min: 1, max: 10 }), fc.constantFrom(1, 2, 3, 4)), {
      minLength: 1,
      maxLength: 4,
    });
    fc.assert(
      fc.property(some, (list) => {
        const mats = list.map(([zone, size, tightness], i) => ({
          ...mat(`m${i}`, zone, size),
          tightness: tightness as 1,
        }));
        const fewer = of(caseFor('havanese', { hairMm, mats: mats.slice(0, -1) })).minutes.mid;
        const more = of(caseFor('havanese', { hairMm, mats })).minutes.mid;
        expect(more).toBeGreaterThanOrEqual(fewer - 1e-9);
      }),
      { numRuns: 40 },
    );
  });

  it.each([
    ['a rough clip for it', []],
    ['a rough clip that the dirt asks for', [sign('filthy')]],
  ])('nor does %s shorten the drying', (_what, signs) => {
    const hairMm = Object.fromEntries(dogZones(packs.zones).map(({ id }) => [id, 60]));
    const mats = [
      { ...mat('m0', 'beard', 4), tightness: 3 as const },
      { ...mat('m1', 'beard', 7), tightness: 2 as const },
      { ...mat('m2', 'beard', 5), tightness: 2 as const },
    ];
    const minutes = [0, 1, 2, 3].map((n) =>
      of(caseFor('havanese', { hairMm, signs, mats: mats.slice(0, n) })),
    );
    const dry = minutes.map(({ parts }) => parts.find(({ id }) => id === 'dry')?.minutes.mid ?? 0);
    expect(dry[0]).toBeGreaterThan(0);
    for (const n of [1, 2, 3]) {
      expect(dry[n]).toBeGreaterThanOrEqual((dry[n - 1] ?? 0) - 1e-9);
      expect(minutes[n]?.minutes.mid).toBeGreaterThanOrEqual((minutes[n - 1]?.minutes.mid ?? 0) - 1e-9);
    }
  });
});

describe('a heart patient with fifteen minutes', () => {
  const input = caseFor('havanese', {
    signs: [sign('heart')],
    temper: { handling: 'easy', standingMinutes: 25 },
    hairMm: Object.fromEntries(dogZones(packs.zones).map(({ id }) => [id, 120])),
  });
  const estimate = of(input);

  it('stands a quarter of an hour at a time, with rests, and dries without heat', () => {
    expect(estimate.standingMinutes).toBe(15);
    const fit = fitVisit(estimate, 60, packs.times);
    expect(fit.sittings).toBe(Math.ceil(estimate.minutes.mid / 15));
    expect(fit.pauseMinutes).toBe((fit.sittings - 1) * packs.times.pauseMinutes);
    const dry = estimate.parts.find(({ id }) => id === 'dry');
    expect(dry?.because).toContainEqual({
      of: 'found',
      text: 'no heat: towels and a cool dryer',
      factor: 1.4,
    });
  });

  it('drops cosmetic work first, never washing, drying or nails, and says how many visits it would take', () => {
    const fit = fitVisit(estimate, 60, packs.times);
    expect(fit.drop[0]?.part).toBe('tail');
    for (const { part } of fit.drop) expect(packs.times.cosmetic).toContain(part);
    expect(fit.visits).toBeGreaterThan(1);
  });

  it('a calm dog with time to spare drops nothing', () => {
    const fit = fitVisit(of(caseFor('havanese')), 180, packs.times);
    expect(fit).toMatchObject({ overMinutes: 0, drop: [], visits: 1 });
  });
});
