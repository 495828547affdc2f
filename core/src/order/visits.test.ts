import { describe, expect, it } from 'vitest';
import { problemOf, step, workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import { zoneKindId } from '../terms/zone.ts';
import { orderWork } from './orderWork.ts';
import type { VisitBox } from './visits.ts';
import { visitsOf } from './visits.ts';

const roomy: VisitBox = { minutes: 30, patience: 60, restMinutes: 10, sittingsPerVisit: 3 };
const idsOf = (...of: Parameters<typeof visitsOf>) => visitsOf(...of).map(({ ids }) => ids);

describe('a groom in several visits', () => {
  const look = step('look', { minutes: 2, phase: 'prep', safety: true });
  const check = step('check', { minutes: 1, phase: 'check', safety: true, stage: 9 });
  const nails = step('nails', { minutes: 5, phase: 'small', safety: true, stage: 1 });
  const wash = step('wash', { minutes: 10, phase: 'bath', safety: true, stage: 3 });
  const dry = step('dry', { minutes: 14, phase: 'bath', safety: true, stage: 3 });
  const cut = step('cut', { minutes: 9, stage: 4 });
  const work = [look, nails, wash, dry, cut, check];

  it('looks and checks in each; wet is dried in the visit it was washed in', () => {
    expect(idsOf(work, roomy)).toEqual([
      ['look', 'nails', 'check'],
      ['look', 'wash', 'dry', 'check'],
      ['look', 'cut', 'check'],
    ]);
    expect(idsOf(work, { ...roomy, minutes: 36 })).toEqual([
      ['look', 'nails', 'wash', 'dry', 'check'],
      ['look', 'cut', 'check'],
    ]);
  });

  it('says what each takes, what is longer than a visit too', () => {
    expect(visitsOf(work, { ...roomy, minutes: 1 }).map(({ minutes }) => minutes)).toEqual([8, 27, 12]);
  });

  it('nothing but looks and checks is one visit', () => {
    expect(idsOf([look, check], { ...roomy, minutes: 1 })).toEqual([['look', 'check']]);
    expect(idsOf([], roomy)).toEqual([[]]);
  });

  it('what comes before a step is not done in a visit after it, also through what goes with the step', () => {
    const left = step('ear.left', { zone: 'ear.left', minutes: 10 });
    const face = step('face', { zone: 'face', minutes: 15 });
    const right = step('ear.right', { zone: 'ear.right', minutes: 4, after: ['face'] });
    expect(idsOf([left, face, right], { ...roomy, minutes: 20 })).toEqual([
      ['ear.left', 'face', 'ear.right'],
    ]);
  });
});

describe('a groom of any breed, in visits of any length', () => {
  const filthy = breeds.slice(0, 8).map(({ id }) => [id, 'filthy'] as const);
  it.each([...breeds.map(({ id }) => [id, null] as const), ...filthy])('%s %s', (breed, found) => {
    const work = workOf(breed, { hairMm: hairEverywhere(60), signs: found === null ? [] : [sign(found)] });
    const inOrder = new Map(work.tasks.map((task) => [task.id, task]));
    const order = orderWork(problemOf(work)).order.flatMap((id) => inOrder.get(id) ?? []);
    const byId = new Map(order.map((task) => [task.id, task]));
    for (const minutes of [25, 60, 110]) {
      const box = { ...roomy, minutes, patience: work.visit.derived.standing.minutes };
      const visits = visitsOf(order, box);
      const visitOf = (id: string) => visits.findIndex(({ ids }) => ids.includes(id));
      const times = (id: string) => visits.filter(({ ids }) => ids.includes(id)).length;
      for (const task of order) {
        const checks = task.safety && ['prep', 'check'].includes(task.phase);
        expect(times(task.id), task.id).toBe(checks ? visits.length : 1);
        for (const before of checks ? [] : task.after)
          if (byId.has(before)) expect(visitOf(before)).toBeLessThanOrEqual(visitOf(task.id));
        for (const other of order) {
          if (checks || other.zone === null || task.zone === null) continue;
          if (zoneKindId(other.zone) === zoneKindId(task.zone))
            expect(visitOf(other.id)).toBe(visitOf(task.id));
        }
      }
      const wet = order.filter(({ phase, id }) => phase === 'bath' || id.startsWith('bath:'));
      expect(new Set(wet.map(({ id }) => visitOf(id))).size).toBe(1);
      for (const { stage, id, phase } of order)
        if (phase === 'work' && stage > Math.max(...wet.map((one) => one.stage)))
          expect(visitOf(id)).toBeGreaterThanOrEqual(visitOf(wet[0]?.id ?? ''));
    }
    expect(packs.times.sittingsPerVisit).toBeGreaterThan(0);
  });
});
