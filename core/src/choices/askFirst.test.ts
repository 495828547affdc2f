import { describe, expect, it } from 'vitest';
import { freshContext } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, packs } from '../../testing/packs.ts';
import { zoneKind } from '../packs/zones.ts';
import { planGroom } from '../plan/planGroom.ts';
import { askFirst } from './askFirst.ts';

const asked = (breedId: string, extra: Extra = {}) => {
  const visit = caseFor(breedId, extra);
  return askFirst(visit, planGroom(visit), freshContext);
};
const lookOf = (zone: string) => zoneKind(packs.zones, zone).look;

describe('the lengths to measure first', () => {
  it('are two or three on a dog in a coat, each of another look, the one that matters most first', () => {
    for (const { id, coat } of breeds) {
      const lengths = asked(id);
      expect(lengths.length, id).toBeLessThanOrEqual(3);
      if (coat !== 'smooth') expect(lengths.length, id).toBeGreaterThanOrEqual(1);
      expect(new Set(lengths.map(({ zone }) => lookOf(zone))).size, id).toBe(lengths.length);
      const minutes = lengths.map(({ byMinutes }) => byMinutes);
      expect(
        [...minutes].sort((a, b) => b - a),
        id,
      ).toEqual(minutes);
    }
  });

  it('begin with the body of a new Newfoundland', () => {
    const [first] = asked('newfoundland');
    expect(lookOf(first?.zone ?? '')).toBe('body');
    expect(first?.rangeMm[0]).toBeLessThan(first?.guessMm ?? 0);
    expect(first?.rangeMm[1]).toBeGreaterThan(first?.guessMm ?? 0);
  });

  it('are not asked again where they are known', () => {
    const extra: Extra = { trimId: 'lamb' };
    const known = Object.fromEntries(
      planGroom(caseFor('standard-poodle', extra)).zones.map(({ zone }) => [zone, 40]),
    );
    expect(asked('standard-poodle', { ...extra, hairMm: known })).toEqual([]);
    const bodyless = Object.fromEntries(Object.entries(known).filter(([zone]) => lookOf(zone) !== 'body'));
    expect(asked('standard-poodle', { ...extra, hairMm: bodyless }).map(({ zone }) => lookOf(zone))).toEqual([
      'body',
    ]);
  });
});

describe('a dog that was cut elsewhere', () => {
  const lastCut = { weeks: 6, mm: 3 };
  const hair = (breedId: string, extra: Extra = {}) =>
    new Map(planGroom(caseFor(breedId, extra)).zones.map((one) => [one.zone, one] as const));

  it('has what has grown since, on body, legs and beneath; head, ears and tail stay a guess', () => {
    const cut = hair('standard-poodle', { lastCut });
    // Twelve millimetres a month, for six weeks.
    expect(cut.get('back')?.hairMm).toBeCloseTo(3 + (12 * 42) / 30.4375, 6);
    expect(cut.get('topknot')?.hairMm).toBeNull();
    expect(hair('standard-poodle').get('back')?.hairMm).toBeNull();
  });

  it('has no more than such a dog grows, however long it was cut and ago', () => {
    const long = { weeks: 60, mm: 40 };
    for (const { id } of breeds) {
      const guess = hair(id);
      for (const [zone, { hairMm }] of hair(id, { lastCut: long }))
        if (hairMm !== null)
          expect(hairMm, `${id} ${zone}`).toBeLessThanOrEqual(guess.get(zone)?.thereMm ?? 0);
    }
  });

  it('is told by a measurement or a record where there is one', () => {
    const hairMm = { back: 40 };
    expect(hair('standard-poodle', { lastCut, hairMm }).get('back')?.hairMm).toBe(40);
  });

  it('takes less brushing, and lengths that are not there are said', () => {
    const visit = caseFor('bichon-frise', { lastCut });
    const plan = planGroom(visit);
    expect(plan.conflicts.some(({ kind, zone }) => kind === 'hair-missing' && zone.startsWith('rib'))).toBe(
      true,
    );
    expect(planGroom(caseFor('bichon-frise')).conflicts.map(({ kind }) => kind)).not.toContain(
      'hair-missing',
    );
  });
});
