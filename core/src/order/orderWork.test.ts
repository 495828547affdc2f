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

  const at = (place: string) => ({ id: place, name: place, side: null });
  const kinds = (n: number, extra: Parameters<typeof step>[1] = {}) =>
    Array.from({ length: n }, (_, i) => step(`k${i}`, { stance: at(`s${i}`), ...extra }));

  it('names the step that waits on itself; no number of kinds of step is too many', () => {
    expect(() => orderWork(toOrder([step('a', { after: ['a'] })]))).toThrow('"a" waits on itself');
    const many = orderWork(toOrder(kinds(70)));
    expect(many.order).toHaveLength(70);
    expect(many.exact).toBe(false);
  });

  it('what a trigger leaves behind weighs on the minutes of every stage after it', () => {
    const { carried } = packs.tasks.costs;
    const trigger = step('feet', { trigger: true, stress: 3, minutes: 4 });
    const later = [step('b', { stage: 1, minutes: 20 }), step('c', { stage: 2, minutes: 11 })];
    const found = orderWork(toOrder([trigger, ...later]));
    expect(found.cost).toBeCloseTo(carried * 3 * 31, 9);
    expect(found.lowerBound).toBeCloseTo(found.cost, 9);
  });

  it('a stage too large to be ordered exactly has a bound, and those after it add to it', () => {
    const small = [step('y', { stage: 1, tool: 'y' }), step('z', { stage: 1, tool: 'z' })];
    const large = orderWork(toOrder(kinds(18)));
    const both = orderWork(toOrder([...kinds(18), ...small]));
    expect([large.exact, both.exact]).toEqual([false, false]);
    expect(large.cost).toBeGreaterThanOrEqual(large.lowerBound - 1e-9);
    // One change of tool inside the small stage, whatever it is entered with.
    expect(both.lowerBound).toBeCloseTo(large.lowerBound + packs.tasks.costs.tool, 9);
    expect(both.cost).toBeGreaterThanOrEqual(both.lowerBound - 1e-9);
  });

  it('a step that only waits on one like it comes right behind it, so that more is ordered exactly', () => {
    const first = kinds(9);
    const second = first.map((one) => ({ ...one, id: `${one.id} again`, after: [one.id] }));
    const third = second.map((one) => ({ ...one, id: `${one.id} and again`, after: [one.id] }));
    const found = orderWork(toOrder([...third, ...second, ...first]));
    expect(found.exact).toBe(true);
    for (const { id } of first) {
      const place = found.order.indexOf(id);
      expect(found.order.slice(place + 1, place + 3)).toEqual([`${id} again`, `${id} again and again`]);
    }
  });

  it('one with another tool does not: it waits for its like', () => {
    const steps = [
      step('a', { tool: 'x' }),
      step('b', { tool: 'y', after: ['a'] }),
      step('c', { tool: 'x' }),
      step('d', { tool: 'y' }),
    ];
    const found = orderWork(toOrder(steps));
    expect(found.cost).toBeCloseTo(packs.tasks.costs.tool, 9);
    expect([...found.order.slice(0, 2)].sort()).toEqual(['a', 'c']);
  });

  it('small things stand where the groomer puts them; what is not in the order is passed over', () => {
    const steps = [
      step('brush', { phase: 'prep' }),
      step('nails', { phase: 'small', stage: 1 }),
      step('wash', { phase: 'bath', stage: 2 }),
      step('back', { stage: 3 }),
    ];
    expect(whyNot(steps, ['nails', 'brush', 'wash', 'back'])).toEqual([]);
    expect(whyNot(steps, ['brush', 'wash', 'back', 'nails'])).toEqual([]);
    expect(whyNot(steps, ['wash', 'brush', 'nails', 'back'])).toEqual([
      { step: 'wash', mustFollow: 'brush', because: 'stage' },
    ]);
    expect(whyNot(steps, ['ghost', 'brush', 'nails', 'wash', 'back', 'other'])).toEqual([]);
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
    expect(at('form:topknot')).toBeGreaterThan(at('dry'));
    expect(at('brush')).toBeLessThan(at('bath:mild'));
    expect(at('step-back')).toBeGreaterThan(at('form:topknot'));
  });
});
