import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DayDog } from './day.ts';
import { estimateVisit } from '../estimate/estimate.ts';
import { freshContext } from '../../testing/order.ts';
import { caseFor, hairEverywhere, packs } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import { placeDay, SALON_PLACES, stretchesLeft } from './day.ts';
import { stretchesOf, usualStretches } from './stretches.ts';

const dog = (visitId: string, comesAt: number, groomer = 'Bram', dry = 30): DayDog => ({
  visitId,
  comesAt,
  groomer,
  stretches: [
    { station: 'table', minutes: 10 },
    { station: 'tub', minutes: 15 },
    { station: 'dryer', minutes: dry },
    { station: 'table', minutes: 40 },
  ],
});
const THREE = { table: 3, tub: 1, dryer: 1 };

describe('the day as it will go', () => {
  it('one dog goes through without waiting', () => {
    const { dogs, bottleneck } = placeDay([dog('a', 60)], THREE, 570);
    expect(dogs[0]).toMatchObject({ readyAt: 155, waits: 0 });
    expect(bottleneck).toBeNull();
  });

  it('fourteen dogs and one dryer: the dryer is what they wait for, and it is said', () => {
    const many = Array.from({ length: 14 }, (_, i) => dog(`d${i}`, 20 * i, `g${i % 5}`, 45));
    const day = placeDay(many, THREE, 570);
    expect(day.bottleneck).toBe('dryer');
    expect(day.load.dryer).toBeCloseTo((14 * 45) / 570, 9);
    expect(day.waited.dryer).toBeGreaterThan(200);
    expect(placeDay(many, { ...THREE, dryer: 3 }, 570).waited.dryer).toBeLessThan(day.waited.dryer / 5);
  });

  it('a groomer has two hands: two dogs at once wait for them, not for a dryer’s', () => {
    const day = placeDay([dog('a', 0), dog('b', 0)], { table: 3, tub: 2, dryer: 2 }, 570);
    const waits = day.dogs.reduce((sum, one) => sum + one.waits, 0);
    expect(waits).toBeGreaterThan(0);
    expect(day.waited).toEqual({ table: 0, tub: 0, dryer: 0, hands: waits });
    expect(day.bottleneck).toBe('hands');
    const apart = placeDay([dog('a', 0), dog('b', 0, 'Ottilie')], { table: 3, tub: 2, dryer: 2 }, 570).dogs;
    expect(apart.every(({ waits }) => waits === 0)).toBe(true);
  });

  it('no place holds two dogs, no dog is in two places, and none begins before it comes', () => {
    const dogs = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 2 })), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(dogs, fc.integer({ min: 1, max: 3 }), (list, tables) => {
        const places = { table: tables, tub: 1, dryer: 1 };
        const asked = list.map(([at, groomer], i) => dog(`v${i}`, at, `g${groomer}`));
        const day = placeDay(asked, places, 570);
        for (const one of day.dogs) {
          const { comesAt } = asked.find(({ visitId }) => visitId === one.visitId) ?? { comesAt: 0 };
          one.stretches.forEach(({ from, to }, i) => {
            expect(from).toBeGreaterThanOrEqual(i === 0 ? comesAt : (one.stretches[i - 1]?.to ?? 0));
            expect(to).toBeGreaterThanOrEqual(from);
          });
        }
        for (const station of SALON_PLACES) {
          const all = day.dogs.flatMap(({ stretches }) => stretches.filter((one) => one.station === station));
          for (const { from } of all) {
            expect(all.filter((one) => one.from <= from && from < one.to).length).toBeLessThanOrEqual(
              places[station],
            );
          }
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a visit as it goes through the salon', () => {
  it('is as long as its estimate, and dries after it is washed', () => {
    const visit = caseFor('standard-poodle', { hairMm: hairEverywhere(60) });
    const estimate = estimateVisit(visit, planGroom(visit), freshContext);
    const stretches = stretchesOf(estimate, packs.times);
    expect(stretches.map(({ station }) => station)).toEqual(['table', 'tub', 'dryer', 'table']);
    const whole = stretches.reduce((sum, { minutes }) => sum + minutes, 0);
    expect(Math.abs(whole - estimate.minutes.mid)).toBeLessThan(3);
    expect(usualStretches(100).reduce((sum, { minutes }) => sum + minutes, 0)).toBe(100);
  });

  it('what is done is gone from the front of it', () => {
    const stretches = usualStretches(100);
    expect(stretchesLeft(stretches, 0)).toEqual(stretches);
    expect(stretchesLeft(stretches, 25)).toEqual([
      { station: 'tub', minutes: 5 },
      { station: 'dryer', minutes: 20 },
      { station: 'table', minutes: 50 },
    ]);
    expect(stretchesLeft(stretches, 200)).toEqual([]);
  });
});
