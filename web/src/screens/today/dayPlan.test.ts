import type { TodayLine } from '@kurrel/contract';
import { describe, expect, it } from 'vitest';
import { dayPlan } from './dayPlan.ts';

const midnight = Date.UTC(2030, 0, 2);
const at = (hour: number, minute = 0) => new Date(midnight + (hour * 60 + minute) * 60_000).toISOString();
const line = (extra: Partial<TodayLine> = {}): TodayLine => ({
  visitId: 'v',
  dogId: 'd',
  dog: 'Juniper',
  breedId: 'standard-poodle',
  breedCalled: '',
  startsAt: at(9),
  minutes: 100,
  what: '',
  groomer: 'Bram',
  groomerId: 'g',
  planVersion: null,
  remember: [],
  stretches: null,
  startedAt: null,
  absentAt: null,
  finishedAt: null,
  doneMinutes: 0,
  tookMinutes: 0,
  lastActAt: null,
  ...extra,
});
const places = { table: 3, tub: 1, dryer: 2 };
const ready = (one: Partial<TodayLine>, now = Date.parse(at(8))) =>
  dayPlan([line(one)], places, midnight, now, 570).dogs[0]?.readyAt;

describe('a day from now on', () => {
  it('a dog that has not come is ready when its minutes are over', () => {
    expect(ready({})).toBe(9 * 60 + 100);
  });

  it('one in work is ready when what is left is done, later when it runs late', () => {
    const inWork = { startedAt: at(9), doneMinutes: 60, tookMinutes: 80, lastActAt: at(10, 20) };
    expect(ready(inWork, Date.parse(at(10, 25)))).toBe(10 * 60 + 25 + 40);
    expect(ready(inWork, Date.parse(at(12)))).toBeGreaterThan(10 * 60 + 25 + 40);
  });

  it('one that did not come takes no room, and one that has gone home no time', () => {
    expect(dayPlan([line({ absentAt: at(9, 30) })], places, midnight, Date.parse(at(10)), 570).dogs).toEqual(
      [],
    );
    expect(ready({ finishedAt: at(10, 5) })).toBe(10 * 60 + 5);
  });
});
