import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, sign, tool } from '../../testing/packs.ts';
import { orderWork } from '../order/orderWork.ts';
import type { Task } from './tasks.ts';

const hairMm = hairEverywhere(60);
const of = (breed: string, extra: Parameters<typeof workOf>[1] = {}) => workOf(breed, { hairMm, ...extra });
const step = (tasks: readonly Task[], id: string) => tasks.find((one) => one.id === id);
const ordered = (work: ReturnType<typeof workOf>) => orderWork(problemOf(work)).order;

describe('a run is one step', () => {
  it('a jacket on both sides, with its way, its minutes those of all its places', () => {
    const { tasks, plan } = of('miniature-schnauzer');
    const jacket = step(tasks, 'run:jacket');
    expect(jacket).toMatchObject({
      name: 'jacket',
      side: null,
      pair: null,
      tool: 'blade-7f',
      direction: 'with',
    });
    expect(jacket?.zones).toEqual(plan.runs.find(({ id }) => id === 'jacket')?.zones);
    expect(jacket?.lengths.every((mm) => mm === 3.2)).toBe(true);
    expect(jacket?.path).toMatchObject({ from: 'behind the ears', to: 'end of the tail' });
    expect(jacket?.minutes).toBeGreaterThan(3);
    expect(jacket?.cautions.length).toBe(new Set(jacket?.cautions).size);
  });

  it('a stretch that leaves it is a step of its own, and so is a trigger in it', () => {
    const long = of('standard-poodle', {
      findings: ['long-loin', 'low-tail-set'].map((finding) => ({ finding, severity: 'marked' as const })),
    });
    expect(step(long.tasks, 'run:body.breech')).toMatchObject({ name: 'back of thigh', path: null });
    const feet = of('standard-poodle', { signs: [sign('trigger-feet')] });
    expect(step(feet.tasks, 'run:feet')).toMatchObject({ trigger: true });
  });

  it('what falls to a hand, since no machine is there, is no run', () => {
    const { tasks } = of('airedale-terrier', { trimId: 'clip-and-card', drawer: [tool('short-shears')] });
    expect(tasks.filter(({ id }) => id.startsWith('run:'))).toEqual([]);
  });
});

describe('what a hand shapes together is one step', () => {
  it('a leg by itself with its foot, outside and inside, and the other leg is its pair', () => {
    const { tasks } = of('miniature-schnauzer');
    const leg = step(tasks, 'form:foreleg.left');
    expect(leg).toMatchObject({ name: 'foreleg', side: 'left', half: null, pair: 'form:foreleg.right' });
    expect(leg?.zones).toEqual(['foreleg.left', 'pastern.left', 'forefoot.left']);
    expect(leg?.lengths).toEqual([28, 28, 10]);
    expect(tasks.some(({ half }) => half !== null)).toBe(false);
  });

  it('both sides of a small place are one', () => {
    const { tasks } = of('miniature-schnauzer');
    expect(step(tasks, 'form:brows')).toMatchObject({
      zones: ['brow.left', 'brow.right'],
      side: null,
      pair: null,
    });
  });

  it('an order from the ground up takes feet before legs, and so apart from them', () => {
    const { tasks } = of('bichon-frise', {
      purpose: 'show',
      trimId: 'powder-puff',
      hairMm: hairEverywhere(90),
    });
    expect(step(tasks, 'form:foreleg.left')?.zones).not.toContain('forefoot.left');
    const [feet, leg] = [
      tasks.find(({ zones }) => zones.includes('forefoot.left')),
      step(tasks, 'form:foreleg.left'),
    ];
    expect(feet?.stage).toBeLessThan(leg?.stage ?? 0);
  });

  it('no hand works for more than twenty minutes at one step, but at stripping', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims)
        for (const one of of(id, { trimId, hairMm: hairEverywhere(90) }).tasks)
          if (one.id.startsWith('form:') && one.technique !== 'strip')
            expect(one.minutes, `${id} ${trimId} ${one.id}`).toBeLessThanOrEqual(20);
  });
});

describe('over all breeds', () => {
  it('every place that is worked is in one step, but for what is gone over once more, and no minute is lost', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const { tasks, plan } = of(id, { trimId });
        const cut = tasks.filter(({ again, technique }) => again === null && technique !== null);
        const passed = cut.flatMap(({ zones }) => zones);
        expect(new Set(passed).size, `${id} ${trimId}`).toBe(passed.length);
        const worked = plan.zones.flatMap(({ zone, tool: used, lost }) => (used && !lost ? [zone] : []));
        expect([...passed].sort(), `${id} ${trimId}`).toEqual([...worked].sort());
        for (const one of cut) expect(one.lengths).toHaveLength(one.zones.length);
        const known = new Set(tasks.map((one) => one.id));
        for (const one of tasks) {
          if (one.pair !== null) expect(known.has(one.pair), `${id} ${one.id} ↔ ${one.pair}`).toBe(true);
          for (const before of one.after)
            expect(known.has(before), `${id} ${one.id} after ${before}`).toBe(true);
        }
      }
  });

  it('a groom is about thirty steps, and half as many cut hair', () => {
    const counts = breeds.flatMap(({ id, trims }) =>
      trims.map(({ id: trimId }) => {
        const { tasks } = of(id, { trimId });
        return [
          tasks.length,
          tasks.filter(({ technique, again }) => technique !== null && again === null).length,
        ];
      }),
    );
    const median = (values: readonly number[]) =>
      [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
    expect(median(counts.map(([all = 0]) => all))).toBeLessThanOrEqual(34);
    expect(median(counts.map(([, cut = 0]) => cut))).toBeLessThanOrEqual(18);
  });
});

describe('customs', () => {
  it('the face is clipped before its topknot is set, the jacket before its front, feet before legs', () => {
    const lamb = ordered(of('standard-poodle'));
    expect(lamb.indexOf('run:face')).toBeGreaterThan(-1);
    expect(lamb.indexOf('run:face')).toBeLessThan(lamb.indexOf('zone:topknot'));
    expect(lamb.indexOf('run:body')).toBeLessThan(lamb.indexOf('run:underline'));
    const schnauzer = ordered(of('miniature-schnauzer'));
    expect(schnauzer.indexOf('run:jacket')).toBeLessThan(schnauzer.indexOf('run:front'));
    expect(schnauzer.indexOf('run:ears')).toBeLessThan(schnauzer.indexOf('form:ears'));
  });
});
