import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import type { Task } from '../tasks/tasks.ts';
import { fitOrder } from './fitOrder.ts';
import { changesIn, orderWork, priced, whyNot } from './orderWork.ts';
import { restsIn, stressCurve, workedMinutes } from './rests.ts';
import { costOf, searchedStage, stageBound } from './search.ts';
import type { Unit } from './sequence.ts';
import { EXACT, exactStage } from './sequence.ts';

const COSTS = { tool: 1, stance: 0.6, hands: 2 };
const unit = fc.record({
  minutes: fc.integer({ min: 1, max: 12 }),
  tool: fc.integer({ min: 0, max: 3 }),
  stance: fc.integer({ min: 0, max: 2 }),
  hands: fc.integer({ min: 0, max: 1 }),
  weight: fc.constantFrom(0, 0, 0, 0.05, 0.2),
});
/** Units of which one waits only on ones before it: never in a ring. */
const stage = (most: number): fc.Arbitrary<readonly Unit[]> =>
  fc
    .array(unit, { minLength: 1, maxLength: most })
    .chain((units) =>
      fc
        .array(fc.integer({ min: 0, max: 2 ** 20 }), { minLength: units.length, maxLength: units.length })
        .map((bits) =>
          units.map((one, i) => ({ ...one, before: (bits[i] ?? 0) & (bits[i + 1] ?? 0) & ((1 << i) - 1) })),
        ),
    );
function* orders(n: number): Generator<readonly number[]> {
  if (n === 0) yield [];
  else
    for (const rest of orders(n - 1))
      for (let at = 0; at < n; at++) yield [...rest.slice(0, at), n - 1, ...rest.slice(at)];
}
const allowed = (units: readonly Unit[], order: readonly number[]) =>
  order.every((index, i) => {
    const done = order.slice(0, i).reduce((bits, one) => bits | (1 << one), 0);
    const { before = 0 } = units[index] ?? {};
    return (before & done) === before;
  });
const leastByHand = (units: readonly Unit[], after: number) =>
  Math.min(
    ...[...orders(units.length)]
      .filter((order) => allowed(units, order))
      .map((order) => costOf(units, order, null, COSTS, after)),
  );

describe('one stage', () => {
  it('is ordered as cheaply as trying every order finds', () => {
    fc.assert(
      fc.property(stage(6), fc.integer({ min: 0, max: 60 }), (units, after) => {
        const { cost, path } = exactStage(units, null, COSTS, after);
        const least = Math.min(...cost);
        expect(least).toBeCloseTo(leastByHand(units, after), 8);
        const { order = [] } = path[cost.indexOf(least)] ?? {};
        expect(allowed(units, order)).toBe(true);
        expect(costOf(units, order, null, COSTS, after)).toBeCloseTo(least, 8);
      }),
      { numRuns: 120 },
    );
  });

  it('two stages are ordered together: the first ends where the second can go on', () => {
    const two = fc.tuple(stage(3), stage(3));
    fc.assert(
      fc.property(two, ([first, second]) => {
        const minutes = second.reduce((sum, one) => sum + one.minutes, 0);
        const entry = exactStage(first, null, COSTS, minutes);
        const least = Math.min(...exactStage(second, entry, COSTS, 0).cost);
        const both = [...first, ...second.map((one) => ({ ...one, before: one.before << first.length }))];
        const byHand = [...orders(both.length)]
          .filter(
            (order) => allowed(both, order) && order.findIndex((i) => i >= first.length) === first.length,
          )
          .map((order) => costOf(both, order, null, COSTS, 0));
        expect(least).toBeCloseTo(Math.min(...byHand), 8);
      }),
      { numRuns: 25 },
    );
  });

  it('searched, it is never below its bound nor below the exact answer, and near it', () => {
    fc.assert(
      fc.property(stage(9), (units) => {
        const exact = Math.min(...exactStage(units, null, COSTS, 20).cost);
        const { frontier, lowerBound } = searchedStage(units, null, COSTS, 20);
        const found = Math.min(...frontier.cost);
        expect(lowerBound).toBeLessThanOrEqual(exact + 1e-9);
        expect(found).toBeGreaterThanOrEqual(exact - 1e-9);
        expect(found).toBeLessThanOrEqual(exact * 1.1 + 1e-9);
        expect(stageBound(units, null, COSTS, 20)).toBe(lowerBound);
        const { order = [] } = frontier.path[0] ?? {};
        expect(allowed(units, order)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('of more units than can be tried is refused, not guessed', () => {
    const many = Array.from({ length: EXACT + 1 }, (_, i) => ({
      minutes: 1,
      tool: i,
      stance: 0,
      hands: 0,
      weight: 0,
      before: 0,
    }));
    expect(() => exactStage(many, null, COSTS, 0)).toThrow(RangeError);
  });
});

const task = (id: string, extra: Partial<Task> = {}): Task => ({
  id,
  name: id,
  phase: 'work',
  stage: 0,
  toolId: null,
  tool: 'comb',
  carrier: null,
  technique: 'comb',
  direction: null,
  zone: null,
  side: null,
  half: null,
  leavesMm: null,
  stance: { id: 'side', name: 'side', side: 'left' },
  secondHands: null,
  minutes: 5,
  stress: 1,
  trigger: false,
  safety: false,
  part: 'body',
  cautions: [],
  hold: null,
  how: [],
  craft: [],
  after: [],
  pair: null,
  again: null,
  ...extra,
});
const problem = (tasks: readonly Task[], patience = 60) => ({
  tasks,
  costs: packs.tasks.costs,
  patience,
  restMinutes: 10,
});

describe('the order of steps', () => {
  it('does everything a tool does while it is in the hand', () => {
    const { order, cost, exact } = orderWork(
      problem([
        task('a', { tool: 'x' }),
        task('b', { tool: 'y' }),
        task('c', { tool: 'x' }),
        task('d', { tool: 'y' }),
      ]),
    );
    expect(order).toHaveLength(4);
    expect([order.slice(0, 2).sort(), order.slice(2).sort()].sort()).toEqual([
      ['a', 'c'],
      ['b', 'd'],
    ]);
    expect([cost, exact]).toEqual([1, true]);
  });

  it('lets a trigger drift to the end, unless something waits on it', () => {
    const calm = ['a', 'b', 'c'].map((id) => task(id));
    const trigger = task('feet', { trigger: true, stress: 2, tool: 'nail clipper' });
    expect(orderWork(problem([trigger, ...calm])).order.at(-1)).toBe('feet');
    const waiting = [trigger, ...calm.map((one) => ({ ...one, after: ['feet'] }))];
    expect(orderWork(problem(waiting)).order[0]).toBe('feet');
  });

  it('gathers what wants a second pair of hands', () => {
    const help = { text: 'held', alone: 'later' };
    const tasks = ['a', 'b', 'c', 'd', 'e', 'f'].map((id, i) =>
      task(id, { secondHands: i % 2 ? help : null, stance: { id: `s${i % 3}`, name: '', side: null } }),
    );
    const { order } = orderWork(problem(tasks));
    const hands = order.map((id) => 'bdf'.includes(id));
    expect(hands.filter((one, i) => i > 0 && one !== hands[i - 1])).toHaveLength(1);
  });

  it('refuses steps that wait on each other, and on a later stage', () => {
    const ring = [task('a', { after: ['b'], tool: 'x' }), task('b', { after: ['a'], tool: 'y' })];
    expect(() => orderWork(problem(ring))).toThrow(/waits on/);
    const late = [task('a', { after: ['b'] }), task('b', { stage: 1 })];
    expect(() => orderWork(problem(late))).toThrow('later stage');
  });

  it('prices any order, and says which of its wishes cannot be', () => {
    const tasks = [
      task('wash', { phase: 'bath', tool: 'tub' }),
      task('a', { stage: 1 }),
      task('b', { stage: 1, after: ['a'] }),
    ];
    const own = ['b', 'a', 'wash'];
    expect(whyNot(tasks, own)).toEqual([
      { step: 'b', mustFollow: 'a', because: 'after' },
      { step: 'b', mustFollow: 'wash', because: 'stage' },
      { step: 'a', mustFollow: 'wash', because: 'stage' },
    ]);
    expect(whyNot(tasks, ['wash', 'a', 'b'])).toEqual([]);
    expect(priced(problem(tasks), ['wash', 'a', 'b']).cost).toBeLessThanOrEqual(
      priced(problem(tasks), own).cost + 1e-9,
    );
    expect(() => priced(problem(tasks), ['wash', 'a'])).toThrow('every step once');
    expect(() => priced(problem(tasks), ['wash', 'a', 'x'])).toThrow('no step "x"');
    expect(changesIn(tasks, packs.tasks.costs)).toEqual([0, packs.tasks.costs.tool, 0]);
  });
});

describe('breaks', () => {
  const worked = fc.array(
    fc.record({ minutes: fc.integer({ min: 1, max: 30 }), stress: fc.constantFrom(0.4, 1, 1.5, 3) }),
    { minLength: 1, maxLength: 20 },
  );
  const named = (list: readonly { minutes: number; stress: number }[]) =>
    list.map((one, i) => ({ id: `t${i}`, ...one }));

  it('never let the stress since the last pass the dog’s patience', () => {
    fc.assert(
      fc.property(worked, fc.integer({ min: 5, max: 60 }), (list, patience) => {
        for (const { share } of stressCurve(named(list), patience, 10))
          expect(share).toBeLessThanOrEqual(1 + 1e-6);
      }),
    );
  });

  it('a tighter budget never has fewer', () => {
    fc.assert(
      fc.property(
        worked,
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 1, max: 40 }),
        (list, patience, more) => {
          expect(restsIn(named(list), patience + more).length).toBeLessThanOrEqual(
            restsIn(named(list), patience).length,
          );
        },
      ),
    );
  });

  it('the curve lasts as long as the work and its breaks', () => {
    fc.assert(
      fc.property(worked, (list) => {
        const steps = named(list);
        const end = stressCurve(steps, 15, 10).at(-1)?.minutes ?? 0;
        expect(end).toBeCloseTo(workedMinutes(steps) + 10 * restsIn(steps, 15).length, 6);
      }),
    );
  });

  it('a step longer than all patience is parted', () => {
    expect(restsIn([{ id: 'long', minutes: 40, stress: 1 }], 15)).toEqual([
      { before: 'long', intoMinutes: 15 },
      { before: 'long', intoMinutes: 30 },
    ]);
    expect(() => restsIn([], 0)).toThrow('patience');
  });
});

describe('every dog of every breed', () => {
  const extras: readonly Extra[] = [
    {},
    { purpose: 'show' },
    {
      signs: [sign('trigger-feet'), sign('filthy')],
      temper: { handling: 'fights' },
      measurements: { weightKg: 34 },
    },
    { mats: [mat('thigh.left', { tightness: 2, toSkinMm: 8 })], signs: [sign('heart')] },
  ];

  it('is ordered exactly, keeping what comes before what, in the minutes of its estimate', () => {
    for (const { id, trims } of breeds) {
      for (const extra of extras) {
        const work = workOf(id, { trimId: trims[0]?.id ?? '', ...extra });
        const found = orderWork(problemOf(work));
        expect([...found.order].sort(), id).toEqual(work.tasks.map((one) => one.id).sort());
        expect(whyNot(work.tasks, found.order), id).toEqual([]);
        expect(found.cost, id).toBeLessThanOrEqual(found.lowerBound * 1.02 + 1e-9);
        expect(found.cost, id).toBeGreaterThanOrEqual(found.lowerBound - 1e-6);
        for (const one of work.tasks) expect(one.minutes, `${id} ${one.id}`).toBeGreaterThanOrEqual(0);
        const finish = work.tasks.filter(({ phase }) => phase === 'finish' || phase === 'check');
        const contact = 12;
        expect(Math.abs(workedMinutes(work.tasks) - workedMinutes(finish) - work.minutes), id).toBeLessThan(
          contact,
        );
      }
    }
  });

  it('is dried after it is washed and scissored after it is dry', () => {
    const { order } = orderWork(problemOf(workOf('standard-poodle', { hairMm: hairEverywhere(90) })));
    const at = (id: string) => order.indexOf(id);
    expect(at('dry')).toBeGreaterThan(at('bath:rinse'));
    expect(at('zone:topknot')).toBeGreaterThan(at('dry'));
    expect(at('brush')).toBeLessThan(at('bath:mild'));
    expect(at('step-back')).toBeGreaterThan(at('zone:topknot'));
  });
});

describe('golden days', () => {
  const box = (work: ReturnType<typeof workOf>, minutes: number | null) => ({
    minutes,
    patience: work.visit.standing.minutes,
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
    expect(fit.visits.flat().sort()).toEqual(work.tasks.map(({ id }) => id).sort());
  });

  it('a show dog is worked from the ground up, a pet body first', () => {
    const stageOf = (purpose: 'pet' | 'show', zone: string) =>
      workOf('standard-poodle', { purpose, hairMm: hairEverywhere(90) }).tasks.find(
        (one) => one.zone === zone,
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
    expect(ids.indexOf('rough-clip')).toBeLessThan(ids.indexOf('zone:back'));
  });

  it('ears are looked into before a blade is in them, whichever of them is tender', () => {
    for (const signs of [[], [sign('trigger', 'ear-inside.left')]]) {
      const ids = ordered(workOf('standard-poodle', { signs })).map(({ id }) => id);
      const inside = ids.indexOf('zone:ear-inside.left');
      expect(inside).toBeGreaterThan(-1);
      expect(ids.indexOf('ears')).toBeLessThan(inside);
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
    const jacket = order.filter(({ zone }) => ['back', 'loin', 'croup'].includes(zone ?? ''));
    expect(new Set(jacket.map(({ toolId, leavesMm }) => `${toolId} ${leavesMm}`)).size).toBe(1);
    let parted = 0;
    for (let minutes = 20; minutes < 140; minutes += 10) {
      const dropped = new Set(fitOrder(order, box(work, minutes)).drop.flatMap(({ ids }) => ids));
      expect(new Set(jacket.map(({ id }) => dropped.has(id))).size, `${minutes} min`).toBe(1);
      if (dropped.size > 0 && !dropped.has('zone:back')) parted++;
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
        .filter(({ zone }) => zone?.startsWith('rib.'))
        .map(({ side }) => side);
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
