import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, mat, packs, planFor } from '../../testing/packs.ts';
import { bathPlan } from '../bath/bathPlan.ts';
import type { PlaceWish } from '../case/choices.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { freshContext } from '../../testing/order.ts';
import { estimateVisit } from '../estimate/estimate.ts';
import { createPlanner } from '../plan/planner.ts';
import { isAmong } from '../terms/zone.ts';
import { fitVisit } from '../estimate/fit.ts';
import { consentStatements } from './consent.ts';

const hairMm = hairEverywhere(120);
const asks = (place: string, ask: PlaceWish['ask'], mm: number | null = null): Extra => ({
  hairMm,
  wish: { ...AS_DRAWN, weeksBetween: 6, places: [{ place, ask, mm }] },
});
const zonesOf = (place: string) => packs.wishes.places.find(({ id }) => id === place)?.zones ?? [];
const jobs = packs.wishes.jobs.map(({ id }) => id);
const scopeOf = (id: string) => packs.wishes.scopes.find((one) => one.id === id)?.jobs ?? [];
/** The minutes of a breed's first trim, by the jobs asked for. */
const minutesIn = (breedId: string) => {
  const whole = caseFor(breedId, { hairMm });
  const planner = createPlanner(whole);
  return (scope: readonly string[]): number => {
    const choices = { ...whole.choices, scope };
    return estimateVisit(planner.caseWith(choices), planner.plan(choices), freshContext).minutes.mid;
  };
};

describe('a place as the owner asks for it', () => {
  it('comes to the length that is asked, or what stands against it is said; nothing else of the dog changes', () => {
    for (const { id, coat } of breeds) {
      const drawn = planFor(id, { hairMm, wish: { ...AS_DRAWN, weeksBetween: 6 } });
      const asked = planFor(id, asks('legs', 'length', 13));
      const spoken = asked.conflicts.map(({ kind }) => kind);
      for (const zone of asked.zones) {
        if (!isAmong(zonesOf('legs'), zone.zone)) continue;
        const off = Math.abs(zone.leftMm - 13);
        if (off > 2.5)
          expect(spoken, `${id} (${coat}) ${zone.zone} ${zone.leftMm}`).toContain('shaving-declined');
      }
      // A form or a run that a leg is part of may follow it; a head does not.
      for (const zone of drawn.zones.filter(({ zone }) => isAmong(zonesOf('face'), zone)))
        expect(asked.zones.find((one) => one.zone === zone.zone)?.leftMm, `${id} ${zone.zone}`).toBe(
          zone.leftMm,
        );
    }
  });

  it('is left as it is, with a reason, where that is asked, and no step goes there', () => {
    for (const { id } of breeds) {
      const { tasks, plan } = workOf(id, asks('ears', 'as-it-is'));
      for (const zone of plan.zones.filter(({ zone }) => isAmong(zonesOf('ears'), zone))) {
        expect(zone, `${id} ${zone.zone}`).toMatchObject({ leftAlone: true, tool: null, leftMm: 120 });
        expect(zone.reasons.some(({ rule }) => rule === 'wish-place')).toBe(true);
        expect(
          tasks.filter(({ zones }) => zones.includes(zone.zone)).map((one) => one.id),
          id,
        ).toEqual([]);
      }
    }
  });

  it('short, very short, none and long go the way they say', () => {
    const pets = breeds.filter(({ trims }) => trims[0]?.purposes.includes('pet'));
    let moved = 0;
    for (const { id } of pets) {
      const visit = caseFor(id, { hairMm });
      const planner = createPlanner(visit);
      for (const place of ['legs', 'underneath', 'ears', 'topknot']) {
        const meanOf = (ask: PlaceWish['ask'] | null) => {
          const places = ask === null ? [] : [{ place, ask, mm: null }];
          const plan = planner.plan({ ...visit.choices, wish: { ...visit.choices.wish, places } });
          const zones = plan.zones.filter(({ zone }) => isAmong(zonesOf(place), zone));
          return zones.reduce((sum, { leftMm }) => sum + leftMm, 0) / zones.length;
        };
        const [veryShort, short, drawn, long, none] = [
          meanOf('very-short'),
          meanOf('short'),
          meanOf(null),
          meanOf('long'),
          meanOf('without'),
        ];
        const where = `${id} ${place} ${[veryShort, short, drawn, long, none].map(Math.round).join(' ')}`;
        expect(veryShort, where).toBeLessThanOrEqual(short + 1);
        expect(short, where).toBeLessThanOrEqual(drawn + 1);
        expect(drawn, where).toBeLessThanOrEqual(long + 1);
        expect(none, where).toBeLessThanOrEqual(drawn + 1);
        if (veryShort < drawn - 1) moved++;
      }
    }
    expect(moved).toBeGreaterThan(60);
  });

  it('a part of a place goes before all of it: a face short, its beard long', () => {
    const both = planFor('miniature-schnauzer', {
      hairMm,
      wish: {
        ...AS_DRAWN,
        places: [
          { place: 'face', ask: 'short', mm: null },
          { place: 'beard', ask: 'as-it-is', mm: null },
        ],
      },
    });
    expect(both.zones.find(({ zone }) => zone === 'beard')?.leftMm).toBe(120);
    expect(both.zones.find(({ zone }) => zone === 'cheek.left')?.leftMm).toBeLessThan(20);
  });

  it('is signed for as it is asked', () => {
    const { visit, plan } = workOf('standard-poodle', asks('legs', 'length', 13));
    const estimate = estimateVisit(visit, plan, freshContext);
    const said = consentStatements(visit, plan, estimate, fitVisit(estimate, 240, packs.times));
    expect(said).toContainEqual({ about: 'place', name: 'legs', ask: 'length', mm: 13 });
  });
});

describe('part of a groom', () => {
  it('every place of the dog belongs to a job, and all jobs together are the whole groom', () => {
    const named = packs.wishes.jobs.flatMap(({ zones }) => zones);
    for (const { id } of packs.zones.zones)
      expect(
        named.filter((zone) => zone === id),
        id,
      ).toHaveLength(1);
    for (const { id } of breeds) {
      const whole = workOf(id, { hairMm });
      const all = workOf(id, { hairMm, scope: jobs });
      expect(
        all.plan.zones.map(({ leftMm }) => leftMm),
        id,
      ).toEqual(whole.plan.zones.map(({ leftMm }) => leftMm));
      expect(
        all.tasks.map((task) => task.id),
        id,
      ).toEqual(whole.tasks.map((task) => task.id));
      const minutes = minutesIn(id);
      expect(minutes(jobs), id).toBeCloseTo(minutes([]), 6);
    }
  });

  it('nothing is cut, washed or priced that is not asked for, on any breed', () => {
    for (const { id } of breeds) {
      const minutes = minutesIn(id);
      const whole = minutes([]);
      for (const scope of packs.wishes.scopes.filter((one) => one.jobs.length > 0)) {
        const where = `${id} ${scope.id}`;
        const { plan, tasks, visit } = workOf(id, { hairMm, scope: scope.jobs });
        const asked = packs.wishes.jobs.filter((job) => scope.jobs.includes(job.id));
        const zones = asked.flatMap((job) => job.zones);
        for (const zone of plan.zones)
          if (!isAmong(zones, zone.zone))
            expect(zone, `${where} ${zone.zone}`).toMatchObject({ leftAlone: true, tool: null, leftMm: 120 });
        const cut = tasks.filter(({ technique }) => technique !== null).flatMap((task) => task.zones);
        for (const zone of cut) expect(isAmong(zones, zone), `${where} ${zone}`).toBe(true);
        const washes = asked.some((job) => job.washes);
        expect(
          tasks.some(({ phase }) => phase === 'bath'),
          where,
        ).toBe(washes);
        expect(bathPlan(visit, plan).steps.length > 0, where).toBe(washes);
        const part = minutes(scope.jobs);
        expect(part, where).toBeLessThan(whole);
        const sum = tasks.reduce((all, { minutes }) => all + minutes, 0);
        expect(sum, where).toBeGreaterThan(0.8 * part);
        expect(sum, where).toBeLessThan(1.2 * part + 5);
      }
    }
  });

  it('another job is never less work', () => {
    for (const { id } of breeds) {
      const minutes = minutesIn(id);
      let before = 0;
      jobs.forEach((_, n) => {
        const mid = minutes(jobs.slice(0, n + 1));
        expect(mid, `${id} ${jobs.slice(0, n + 1).join()}`).toBeGreaterThanOrEqual(before - 1e-9);
        before = mid;
      });
    }
  });

  it('nails are a quarter of an hour, face, feet and tail half an hour and a little more', () => {
    for (const id of ['standard-poodle', 'bichon-frise', 'miniature-schnauzer', 'generic-smooth']) {
      const nails = minutesIn(id)(scopeOf('nails'));
      expect(nails, id).toBeGreaterThan(8);
      expect(nails, id).toBeLessThan(25);
    }
    const fft = minutesIn('standard-poodle')(scopeOf('face-feet-tail'));
    expect(fft).toBeGreaterThan(25);
    expect(fft).toBeLessThan(50);
  });

  it('what is on every visit stays: the dog is looked at, and its skin at the end', () => {
    const { tasks } = workOf('standard-poodle', { hairMm, scope: scopeOf('nails') });
    expect(tasks.map(({ id }) => id).sort()).toEqual(['nails', 'skin-check', 'stand', 'step-back']);
  });

  it('mats that nobody asks for stay, and the owner signs that they do', () => {
    const extra = { hairMm, mats: [mat('ear-behind.left'), mat('beard')] };
    const { plan, visit } = workOf('poodle-cross', { ...extra, scope: ['nails', 'feet'] });
    expect(plan.mats).toBeNull();
    const estimate = estimateVisit(visit, plan, freshContext);
    const said = consentStatements(visit, plan, estimate, fitVisit(estimate, 60, packs.times));
    expect(said).toContainEqual({
      about: 'scope',
      jobs: ['nails', 'feet'],
      matsLeft: ['ear-behind.left', 'beard'],
    });
    const faced = workOf('poodle-cross', { ...extra, scope: ['face'] });
    expect(faced.plan.mats?.mats.map(({ mat: { zone } }) => zone)).toEqual(['beard']);
  });

  it('the groomer may still decide for a place that was not asked for', () => {
    const { plan } = workOf('standard-poodle', {
      hairMm,
      scope: ['nails'],
      overrides: [
        {
          zone: 'brow.left',
          targetMm: 20,
          toolId: null,
          direction: null,
          reason: 'it cannot see',
          acknowledged: true,
        },
      ],
    });
    expect(plan.zones.find(({ zone }) => zone === 'brow.left')?.leftMm).toBeCloseTo(20, 0);
    expect(plan.zones.find(({ zone }) => zone === 'brow.right')?.leftMm).toBe(120);
  });
});
