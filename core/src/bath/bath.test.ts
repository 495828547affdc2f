import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breeds, caseFor, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Extra } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { BathChoices, Bottle } from './bathPlan.ts';
import { bathPlan, USUAL_BATH } from './bathPlan.ts';
import { asPoured, dilute } from './dilute.ts';
import { coatWater, dryingTime, waterLeft } from './water.ts';

const bathOf = (
  breedId: string,
  extra: Extra = {},
  choices: Partial<BathChoices> = {},
  shelf: readonly Bottle[] = [],
  dryFactor = 1,
) => {
  const visit = caseFor(breedId, { hairMm: hairEverywhere(40), ...extra });
  return bathPlan(visit, planGroom(visit), { ...USUAL_BATH, ...choices }, shelf, dryFactor);
};
const steps = (...args: Parameters<typeof bathOf>) => bathOf(...args).steps.map(({ id }) => id);
const bottle = (kindId: string, extra: Partial<Bottle> = {}): Bottle => ({
  id: `our ${kindId}`,
  kindId,
  label: `our ${kindId}`,
  dilution: null,
  leftMl: 5000,
  ...extra,
});

describe('a mix', () => {
  it('2.2 L at 10 to 1 is 200 mL in 2 L', () => {
    expect(dilute(2200, { notation: 'to-1', n: 10 })).toMatchObject({ concentrateMl: 200, waterMl: 2000 });
  });

  it('at “1 in 10” it is 220 mL in 1 980', () => {
    const { concentrateMl, waterMl } = dilute(2200, { notation: '1-in', n: 10 });
    expect([concentrateMl, waterMl]).toEqual([220, 1980]);
  });

  it('on a coat that holds a litre the coat supplies that litre', () => {
    const mix = dilute(2000, { notation: 'to-1', n: 9 }, 1000);
    expect(mix).toMatchObject({ concentrateMl: 200, waterMl: 800, fromCoatMl: 1000, tooWetMl: 0 });
  });

  it('says by how much a soaked coat thins it past what was wanted', () => {
    expect(dilute(500, { notation: 'to-1', n: 9 }, 1000)).toMatchObject({ waterMl: 0, tooWetMl: 550 });
  });

  it('what is poured and what the coat has make the mix, whatever the label', () => {
    const dilution = fc.record({
      notation: fc.constantFrom('to-1' as const, '1-in' as const),
      n: fc.integer({ min: 1, max: 60 }),
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9000 }),
        dilution,
        fc.integer({ min: 0, max: 9000 }),
        (ml, d, held) => {
          const { concentrateMl, waterMl, fromCoatMl } = dilute(ml, d, held);
          expect(concentrateMl + waterMl + fromCoatMl).toBeCloseTo(ml, 6);
          expect(Math.min(concentrateMl, waterMl, fromCoatMl)).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it('refuses an amount below nothing and less than one part', () => {
    expect(() => dilute(-1, { notation: 'to-1', n: 10 })).toThrow('totalMl');
    expect(() => dilute(100, { notation: '1-in', n: 0.5 })).toThrow('n must be');
    expect(() => dilute(100, { notation: 'to-1', n: 10 }, -5)).toThrow('heldMl');
  });
});

describe('water and drying', () => {
  it('a litre of coat holds what its type holds, and its litres are surface times depth', () => {
    const visit = caseFor('golden-retriever', { hairMm: hairEverywhere(50), measurements: { weightKg: 30 } });
    const { litres, heldMl, meanMm } = coatWater(visit, planGroom(visit));
    const depth = 50 * visit.derived.coat.curl * Math.sin((visit.derived.coat.layDeg * Math.PI) / 180);
    expect(meanMm).toBeCloseTo(50, 6);
    expect(litres).toBeCloseTo(0.975 * depth, 1);
    expect(heldMl).toBeCloseTo(litres * visit.derived.coat.holdMlPerL, 6);
  });

  it('squeezing and towels leave four tenths, another towel three quarters of that', () => {
    const { drying } = packs.treatments;
    expect(waterLeft(1000, 0, drying)).toBe(1000);
    expect(waterLeft(1000, 1, drying)).toBeCloseTo(400, 6);
    expect(waterLeft(1000, 2, drying)).toBeCloseTo(300, 6);
  });

  it('two dryers take twice as much; no dryer takes nothing and is refused', () => {
    expect(dryingTime(900, [45])).toBe(20);
    expect(dryingTime(900, [45, 45])).toBe(10);
    expect(() => dryingTime(900, [])).toThrow('all dryers');
    expect(() => dryingTime(-1, [45])).toThrow('waterMl');
  });

  it('says what another towel and a second dryer save, and follows the water to nothing', () => {
    const { drying } = bathOf('standard-poodle');
    const again = bathOf('standard-poodle', {}, { towels: 2 }).drying;
    const two = bathOf('standard-poodle', {}, { dryers: ['high-velocity', 'high-velocity'] }).drying;
    expect(drying.minutes - again.minutes).toBeCloseTo(drying.anotherTowelSaves, 6);
    expect(drying.minutes - two.minutes).toBeCloseTo(drying.anotherDryerSaves, 6);
    expect(two.minutes).toBeCloseTo(drying.minutes / 2, 6);
    expect(drying.curve[0]?.waterMl).toBeCloseTo(drying.waterMl, 6);
    expect(drying.curve.at(-1)?.waterMl).toBeCloseTo(0, 6);
    const falls = drying.curve.every(
      ({ waterMl }, i) => waterMl <= (drying.curve[i - 1]?.waterMl ?? Infinity),
    );
    expect(falls).toBe(true);
  });

  it('takes what this dog’s dryings have taught', () => {
    const usual = bathOf('standard-poodle').drying;
    const slow = bathOf('standard-poodle', {}, {}, [], 1.5).drying;
    expect(slow.minutes).toBeCloseTo(1.5 * usual.minutes, 6);
    expect(slow.curve.at(-1)?.waterMl).toBeCloseTo(0, 6);
  });

  it('a heart patient gets no heat, whatever dryer is asked for', () => {
    const heart = bathOf('havanese', { signs: [sign('heart')] }, { dryers: ['stand'] }).drying;
    expect(heart.noHeat).toBe(true);
    expect(heart.dryers.map(({ id }) => id)).toEqual(['high-velocity']);
    expect(bathOf('havanese', {}, { dryers: ['stand'] }).drying.dryers.map(({ id }) => id)).toEqual([
      'stand',
    ]);
  });
});

describe('the programme', () => {
  it('washes every dog to the skin, once or by the vet, does its face apart and rinses it', () => {
    for (const { id, trims } of breeds) {
      for (const { id: trimId } of trims) {
        const { steps: all, drying } = bathOf(id, { trimId });
        const names = all.map((step) => step.id);
        expect(names, id).toContain('face');
        const washes = all.filter(({ phase, product }) => phase === 'wash' && product?.mix);
        const cords = names.includes('cord-wash');
        expect(washes.length > 0 || cords, id).toBe(true);
        expect(drying.minutes, id).toBeGreaterThan(0);
        expect(drying.minutes, id).toBeLessThan(180);
        for (const { why, how } of all) expect(Math.min(why.length, how.length)).toBeGreaterThan(8);
      }
    }
  });

  it('a wire jacket gets no conditioner, its furnishings do, and it says why', () => {
    const wire = bathOf('airedale-terrier');
    const names = wire.steps.map(({ id }) => id);
    expect(names).toEqual(expect.arrayContaining(['texturise', 'condition-furnishings']));
    expect(names).not.toContain('condition');
    expect(wire.notUsed.find(({ id }) => id === 'condition')?.why).toContain('bite');
  });

  it('allergic skin gets the bland wash and nothing else', () => {
    const names = steps('west-highland-white-terrier', { signs: [sign('allergic-skin'), sign('filthy')] });
    expect(names).toContain('bland');
    for (const strong of ['clarify', 'texturise', 'mild', 'second', 'brighten'])
      expect(names).not.toContain(strong);
  });

  it('white parts are brightened by the clock, on a breed that is white or where somebody says so', () => {
    const white = bathOf('bichon-frise').steps.find(({ id }) => id === 'brighten');
    expect(white?.contactMinutes).toBe(5);
    expect(steps('bichon-frise', {}, { white: false })).not.toContain('brighten');
    expect(steps('standard-poodle', {}, { white: true })).toContain('brighten');
    expect(steps('standard-poodle')).not.toContain('brighten');
  });

  it('a vet’s shampoo takes the place of every wash, with the label’s minutes', () => {
    const { steps: all, notUsed } = bathOf('standard-poodle', {}, { vet: { contactMinutes: 10 } });
    const washes = all.filter(({ phase, product }) => phase === 'wash' && product?.mix);
    expect(washes.map(({ id, contactMinutes }) => [id, contactMinutes])).toEqual([['medicated-shampoo', 10]]);
    expect(notUsed.map(({ id }) => id)).not.toContain('mild');
  });

  it('packed coat is misted before the comb and before water', () => {
    const names = steps('golden-retriever', { signs: [sign('packed-undercoat')] });
    expect(names[0]).toBe('slip-before');
    expect(names).toContain('rake');
  });

  it('the second wash is seven tenths of the first', () => {
    const all = bathOf('standard-poodle').steps;
    const [first, second] = ['mild', 'second'].map((id) => all.find((step) => step.id === id)?.product?.mix);
    expect(second?.totalMl).toBeCloseTo(0.7 * (first?.totalMl ?? 0), 6);
    expect([first?.fromCoatMl, second?.fromCoatMl]).toEqual([0, 0]);
  });

  it('on a coat that is said to be soaked a wash is mixed for the water it holds; conditioner never is', () => {
    const of = (id: string, coatWet: boolean) =>
      bathOf('standard-poodle', {}, { coatWet }).steps.find((step) => step.id === id)?.product?.mix;
    const { heldMl } = bathOf('standard-poodle');
    expect((of('mild', true)?.fromCoatMl ?? 0) + (of('mild', true)?.tooWetMl ?? 0)).toBeCloseTo(
      heldMl / 2,
      6,
    );
    expect(of('mild', true)?.concentrateMl).toBeCloseTo(of('mild', false)?.concentrateMl ?? 0, 6);
    expect(of('condition', true)?.fromCoatMl).toBe(0);
  });

  it('doses a smooth coat six, a medium ten, a long fifteen tenths of a litre a square metre', () => {
    const litres = (id: string, mm: number) => {
      const { steps: all, surfaceM2 } = bathOf(id, { hairMm: hairEverywhere(mm) });
      const mix = all.find(({ phase, product }) => phase === 'wash' && product?.mix)?.product?.mix;
      return (mix?.totalMl ?? 0) / 1000 / surfaceM2;
    };
    expect(litres('german-shorthaired-pointer', 8)).toBeCloseTo(0.6, 6);
    expect(litres('standard-poodle', 30)).toBeCloseTo(1.0, 6);
    expect(litres('standard-poodle', 70)).toBeCloseTo(1.5, 6);
    const dense = bathOf('standard-poodle', { hairMm: hairEverywhere(30), dense: true });
    expect(
      (dense.steps.find(({ id }) => id === 'mild')?.product?.mix?.totalMl ?? 0) / 1000 / dense.surfaceM2,
    ).toBeCloseTo(1.5, 6);
  });

  it('a filthy dog that is rough-clipped is bathed twice, the second time with less coat', () => {
    const filthy = { signs: [sign('filthy')], hairMm: hairEverywhere(90) };
    const twice = bathOf('standard-poodle', filthy);
    expect(twice.twice).toBe(true);
    expect(twice.steps.map(({ bath }) => bath)).toEqual([...twice.steps.map(({ bath }) => bath)].sort());
    expect(new Set(twice.steps.map(({ bath }) => bath))).toEqual(new Set([1, 2]));
    const once = bathOf('standard-poodle', { ...filthy, salon: { roughClip: 'never' } });
    expect(once.twice).toBe(false);
    expect(twice.heldMl).toBeLessThan(once.heldMl);
    expect(once.steps.some(({ id }) => id === 'dry-between')).toBe(false);
  });

  it('an allergic dog that is filthy is washed twice with nothing strong', () => {
    const itchy = bathOf('standard-poodle', {
      signs: [sign('filthy'), sign('allergic-skin')],
      hairMm: hairEverywhere(90),
    });
    const washes = itchy.steps.filter(({ product, phase }) => phase === 'wash' && product !== null);
    expect(washes.map(({ bath, product }) => [bath, product?.kindId])).toEqual([
      [1, 'bland-shampoo'],
      [2, 'bland-shampoo'],
      [2, 'face-wash'],
    ]);
  });

  it('a vet’s product goes on once, rough clip or not', () => {
    const filthy = { signs: [sign('filthy')], hairMm: hairEverywhere(90) };
    const asked = bathOf('standard-poodle', filthy, { vet: { contactMinutes: 10 } });
    expect(asked.twice).toBe(false);
    expect(asked.steps.filter(({ contactMinutes }) => contactMinutes === 10)).toHaveLength(1);
  });

  it('the conditioner goes on before the last rinse', () => {
    const ids = bathOf('standard-poodle').steps.map(({ id }) => id);
    expect(ids.indexOf('condition')).toBeLessThan(ids.indexOf('rinse'));
    expect(ids).toContain('condition');
  });
});

describe('bottles', () => {
  it('the salon’s own bottle gives its own dilution, and is low below five baths', () => {
    const own = bottle('mild-shampoo', { dilution: { notation: '1-in', n: 30 }, leftMl: 60 });
    const used = bathOf('standard-poodle', {}, {}, [own]).steps.find(({ id }) => id === 'mild')?.product;
    expect(used?.bottle).toEqual(own);
    expect(used?.mix?.concentrateMl).toBeCloseTo((used?.mix?.totalMl ?? 0) / 30, 6);
    expect(used?.low).toBe(true);
    const full = bathOf('standard-poodle', {}, {}, [{ ...own, leftMl: 5000 }]).steps;
    expect(full.find(({ id }) => id === 'mild')?.product?.low).toBe(false);
  });

  it('of two bottles of a kind the named one is taken, and both washes are counted', () => {
    const [a, b] = ['a', 'b'].map((id) =>
      bottle('mild-shampoo', { id, dilution: { notation: 'to-1', n: 10 } }),
    );
    if (!a || !b) throw new Error('no bottles');
    const { takes, steps: all } = bathOf('standard-poodle', {}, { bottles: { 'mild-shampoo': 'b' } }, [a, b]);
    const taken = takes.find((one) => one.bottle?.id === 'b');
    const both = all.filter(({ product }) => product?.bottle?.id === 'b');
    expect(both).toHaveLength(2);
    expect(taken?.takesMl).toBeCloseTo(
      both.reduce((sum, { product }) => sum + (product?.takesMl ?? 0), 0),
      6,
    );
    expect(takes.find((one) => one.bottle?.id === 'a')).toBeUndefined();
    // As much as the steps say, to the millilitre: a jug has no tenths.
    for (const { takesMl } of takes) expect(takesMl).toBe(Math.round(takesMl));
    expect([asPoured(19.4), asPoured(66.2), asPoured(197)]).toEqual([19, 65, 195]);
  });
});

describe('set for a show', () => {
  const finish = (id: string, extra: Extra = {}) => bathOf(id, { purpose: 'show', ...extra }).finishing;

  it('lifts the roots where this dog’s topline is low, and nowhere on one that is level', () => {
    const dip = finish('golden-retriever', {
      findings: [{ finding: 'dip-behind-withers', severity: 'mild' }],
    });
    expect(dip.find(({ id }) => id === 'root-lift')?.where).toEqual(['back', 'loin']);
    expect(finish('golden-retriever').map(({ id }) => id)).not.toContain('root-lift');
  });

  it('wets the curl that is shown as curl, the neck after it has risen', () => {
    const curl = finish('irish-water-spaniel').find(({ id }) => id === 'wet-curl');
    expect(curl?.how).toContain('neck after it has risen');
  });

  it('a pet is not packed or sprayed', () => {
    for (const { id } of breeds) {
      for (const one of bathOf(id).finishing) expect(one.ringRules, `${id} ${one.id}`).toBe(false);
    }
  });

  it('what is put in for the ring and not worn there is said to come out', () => {
    const legs = finish('airedale-terrier');
    expect(legs.filter(({ comesOut }) => comesOut !== null).map(({ id }) => id)).toEqual([
      'pack-bone',
      'furnish',
    ]);
    expect(legs.at(-1)?.id).toBe('lead-last');
  });
});
