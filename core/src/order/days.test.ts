import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import { fitOrder } from './fitOrder.ts';
import { orderWork } from './orderWork.ts';

describe('golden days', () => {
  const box = (work: ReturnType<typeof workOf>, minutes: number | null) => ({
    minutes,
    patience: work.visit.derived.standing.minutes,
    restMinutes: packs.times.pauseMinutes,
    sittingsPerVisit: packs.times.sittingsPerVisit,
    cosmetic: packs.times.cosmetic,
  });
  const ordered = (work: ReturnType<typeof workOf>) => {
    const { order } = orderWork(problemOf(work));
    const byId = new Map(work.tasks.map((one) => [one.id, one]));
    return order.flatMap((id) => byId.get(id) ?? []);
  };

  it('the heart patient stands fifteen minutes at a time, and the visit is parted when that is too often', () => {
    const work = workOf('havanese', { signs: [sign('heart')], hairMm: hairEverywhere(110) });
    const { breaks } = orderWork(problemOf(work));
    expect(breaks.length).toBeGreaterThanOrEqual(3);
    const fit = fitOrder(ordered(work), { ...box(work, null), sittingsPerVisit: 2 });
    expect(fit.visits.length).toBeGreaterThan(1);
    const done = new Set(fit.visits.flatMap(({ ids }) => ids));
    expect([...done].sort()).toEqual(work.tasks.map(({ id }) => id).sort());
  });

  it('a show dog is worked from the ground up, a pet body first', () => {
    const stageOf = (purpose: 'pet' | 'show', zone: string) =>
      workOf('standard-poodle', { purpose, hairMm: hairEverywhere(90) }).tasks.find(({ zones }) =>
        zones.includes(zone),
      )?.stage ?? -1;
    expect(stageOf('show', 'forefoot.left')).toBeLessThan(stageOf('show', 'back'));
    expect(stageOf('pet', 'back')).toBeLessThan(stageOf('pet', 'forefoot.left'));
    expect(stageOf('pet', 'topknot')).toBeGreaterThan(stageOf('pet', 'back'));
  });

  it('a matted dog is rough-clipped before the bath and clipped again after it', () => {
    const work = workOf('standard-poodle', {
      mats: [mat('thigh.left', { toSkinMm: 4 })],
      signs: [sign('filthy')],
    });
    const ids = ordered(work).map(({ id }) => id);
    expect(ids.indexOf('rough-clip')).toBeLessThan(ids.indexOf('dry'));
    // Filthy as well: bathed before the rough clip too, and dried enough for a blade.
    const inTurn = [
      'brush',
      'bath:clarify',
      'bath:rinse-between',
      'bath:dry-between',
      'rough-clip',
      'bath:second',
      'bath:rinse',
      'dry',
    ];
    expect(ids.filter((id) => inTurn.includes(id))).toEqual(inTurn);
    expect(ids.indexOf('mat:m1')).toBeGreaterThan(ids.indexOf('brush'));
    expect(ids.indexOf('rough-clip')).toBeLessThan(ids.indexOf('run:body'));
  });

  it('ears are looked into before a blade is in them, whichever of them is tender', () => {
    for (const signs of [[], [sign('trigger', 'ear-inside.left')]]) {
      const order = ordered(workOf('standard-poodle', { signs }));
      const inside = order.findIndex(({ zones }) => zones.includes('ear-inside.left'));
      expect(inside).toBeGreaterThan(-1);
      expect(order.findIndex(({ id }) => id === 'ears')).toBeLessThan(inside);
    }
  });

  it('ninety minutes for more work: what drops is cosmetic, on both sides, and the fewest places', () => {
    const work = workOf('poodle-cross', {
      hairMm: hairEverywhere(90),
      dense: true,
      measurements: { weightKg: 28 },
    });
    const order = ordered(work);
    const fit = fitOrder(order, box(work, 90));
    expect(fit.overMinutes).toBeGreaterThan(0);
    expect(fit.drop.length).toBeGreaterThan(0);
    const dropped = new Set(fit.drop.flatMap(({ ids }) => ids));
    for (const one of order) {
      if (!dropped.has(one.id)) continue;
      expect(one.safety, one.id).toBe(false);
      if (one.pair && order.some(({ id }) => id === one.pair))
        expect(dropped.has(one.pair), one.id).toBe(true);
    }
    expect(fitOrder(order, box(work, 400)).drop).toEqual([]);
  });

  it('what one tool runs through at one length is left out whole or not at all', () => {
    const work = workOf('standard-poodle', { hairMm: hairEverywhere(90) });
    const order = ordered(work);
    const jacket = order.filter(({ zones }) =>
      zones.some((zone) => ['back', 'loin', 'croup'].includes(zone)),
    );
    expect(jacket.map(({ id }) => id)).toEqual(['run:body']);
    let parted = 0;
    for (let minutes = 20; minutes < 220; minutes += 10) {
      const dropped = new Set(fitOrder(order, box(work, minutes)).drop.flatMap(({ ids }) => ids));
      expect(new Set(jacket.map(({ id }) => dropped.has(id))).size, `${minutes} min`).toBe(1);
      if (dropped.size > 0 && !dropped.has('run:body')) parted++;
    }
    expect(parted, 'some of the work goes before the jacket').toBeGreaterThan(0);
  });

  it('the neck of a curl is cut once the curl has risen, or with the body where the house says so', () => {
    const neck = (salon: NonNullable<Extra['salon']>) => {
      const work = workOf('irish-water-spaniel', { purpose: 'show', hairMm: hairEverywhere(90), salon });
      const order = ordered(work);
      const ids = order.map(({ id }) => id);
      const look = order.findIndex(({ name }) => name.startsWith('step back'));
      expect(look).toBeGreaterThan(ids.indexOf('zone:nape'));
      return ids.indexOf('zone:nape') - ids.indexOf('finish:wet-curl');
    };
    expect(neck({})).toBeGreaterThan(0);
    expect(neck({ curlNeck: 'before' })).toBeLessThan(0);
  });

  it('by hand the harder side comes first, and the easy one is matched to it', () => {
    const sides = (hand: 'left' | 'right' | null) =>
      ordered(workOf('bichon-frise', { hand, hairMm: hairEverywhere(90) }))
        .filter(({ zones }) => zones.some((zone) => zone.startsWith('gaskin.')))
        .flatMap(({ side }) => side ?? []);
    expect(sides('right')).toEqual(['right', 'left']);
    expect(sides('left')).toEqual(['left', 'right']);
  });

  it('feet that are a trigger come last, their nails too, or first where the house says so', () => {
    const feet = { signs: [sign('trigger-feet')] };
    const last = ordered(workOf('standard-poodle', feet)).filter(
      ({ phase }) => phase === 'work' || phase === 'small',
    );
    expect(last.slice(-1)[0]?.trigger).toBe(true);
    expect(last.findLastIndex(({ trigger }) => !trigger)).toBeLessThan(
      last.findIndex(({ trigger }) => trigger),
    );
    const first = ordered(workOf('standard-poodle', { ...feet, salon: { triggerSpots: 'first' } })).filter(
      ({ phase }) => phase === 'work',
    );
    expect(first[0]?.trigger).toBe(true);
  });
});
