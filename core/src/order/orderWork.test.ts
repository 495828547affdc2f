import { describe, expect, it } from 'vitest';
import { problemOf, step, toOrder, workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import { changesIn, orderWork, priced, whyNot } from './orderWork.ts';
import { workedMinutes } from './rests.ts';

describe('the order of steps', () => {
  it('does everything a tool does while it is in the hand', () => {
    const { order, cost, exact } = orderWork(
      toOrder([
        step('a', { tool: 'x' }),
        step('b', { tool: 'y' }),
        step('c', { tool: 'x' }),
        step('d', { tool: 'y' }),
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
    const calm = ['a', 'b', 'c'].map((id) => step(id));
    const trigger = step('feet', { trigger: true, stress: 2, tool: 'nail clipper' });
    expect(orderWork(toOrder([trigger, ...calm])).order.at(-1)).toBe('feet');
    const waiting = [trigger, ...calm.map((one) => ({ ...one, after: ['feet'] }))];
    expect(orderWork(toOrder(waiting)).order[0]).toBe('feet');
  });

  it('gathers what wants a second pair of hands', () => {
    const help = { text: 'held', alone: 'later' };
    const tasks = ['a', 'b', 'c', 'd', 'e', 'f'].map((id, i) =>
      step(id, { secondHands: i % 2 ? help : null, stance: { id: `s${i % 3}`, name: '', side: null } }),
    );
    const { order } = orderWork(toOrder(tasks));
    const hands = order.map((id) => 'bdf'.includes(id));
    expect(hands.filter((one, i) => i > 0 && one !== hands[i - 1])).toHaveLength(1);
  });

  it('refuses steps that wait on each other, and on a later stage', () => {
    const ring = [step('a', { after: ['b'], tool: 'x' }), step('b', { after: ['a'], tool: 'y' })];
    expect(() => orderWork(toOrder(ring))).toThrow(/waits on/);
    const late = [step('a', { after: ['b'] }), step('b', { stage: 1 })];
    expect(() => orderWork(toOrder(late))).toThrow('later stage');
  });

  it('prices any order, and says which of its wishes cannot be', () => {
    const tasks = [
      step('wash', { phase: 'bath', tool: 'tub' }),
      step('a', { stage: 1 }),
      step('b', { stage: 1, after: ['a'] }),
    ];
    const own = ['b', 'a', 'wash'];
    expect(whyNot(tasks, own)).toEqual([
      { step: 'b', mustFollow: 'a', because: 'after' },
      { step: 'b', mustFollow: 'wash', because: 'stage' },
      { step: 'a', mustFollow: 'wash', because: 'stage' },
    ]);
    expect(whyNot(tasks, ['wash', 'a', 'b'])).toEqual([]);
    expect(priced(toOrder(tasks), ['wash', 'a', 'b']).cost).toBeLessThanOrEqual(
      priced(toOrder(tasks), own).cost + 1e-9,
    );
    expect(() => priced(toOrder(tasks), ['wash', 'a'])).toThrow('every step once');
    expect(() => priced(toOrder(tasks), ['wash', 'a', 'x'])).toThrow('no step "x"');
    expect(changesIn(tasks, packs.tasks.costs)).toEqual([0, packs.tasks.costs.tool, 0]);
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
