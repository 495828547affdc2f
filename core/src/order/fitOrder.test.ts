import { describe, expect, it } from 'vitest';
import { step } from '../../testing/order.ts';
import type { OrderBox } from './fitOrder.ts';
import { fitOrder } from './fitOrder.ts';

const roomy: OrderBox = {
  minutes: null,
  patience: 60,
  restMinutes: 10,
  sittingsPerVisit: 4,
  cosmetic: ['tail', 'head', 'legs', 'body'],
};
const place = (zone: string, minutes: number, part: string, extra: Parameters<typeof step>[1] = {}) =>
  step(zone, { zone, minutes, part, ...extra });
const groom = [
  step('brush', { minutes: 10, part: 'prep', phase: 'prep', safety: true }),
  place('back', 20, 'body'),
  place('foreleg.left', 6, 'legs'),
  place('foreleg.right', 6, 'legs'),
  place('topknot', 10, 'head'),
  place('tail', 8, 'tail'),
];
const ids = groom.map(({ id }) => id);
const dropped = (box: Partial<OrderBox>, steps = groom) =>
  fitOrder(steps, { ...roomy, ...box }).drop.map((group) => group.ids);

describe('work in the minutes there are', () => {
  it('with nobody limiting them, all is done in one visit, and nothing is over', () => {
    const fit = fitOrder(groom, roomy);
    expect(fit).toEqual({
      needMinutes: 60,
      leftMinutes: 60,
      overMinutes: 0,
      drop: [],
      visits: [{ ids, minutes: 60 }],
    });
  });

  it('just as many as it needs are enough, one fewer are not', () => {
    expect(dropped({ minutes: 60 })).toEqual([]);
    expect(fitOrder(groom, { ...roomy, minutes: 60 }).overMinutes).toBe(0);
    const short = fitOrder(groom, { ...roomy, minutes: 59 });
    expect([short.overMinutes, short.leftMinutes]).toEqual([1, 52]);
    expect(short.drop).toEqual([{ ids: ['tail'], minutes: 8 }]);
  });

  it('drops by part, the longest first, both sides of a place together, and no safety step', () => {
    expect(dropped({ minutes: 45 })).toEqual([['tail'], ['topknot']]);
    expect(dropped({ minutes: 41 })).toEqual([['tail'], ['topknot'], ['foreleg.left', 'foreleg.right']]);
    expect(dropped({ minutes: 1 }).flat()).not.toContain('brush');
  });

  it('counts the breaks', () => {
    const fit = fitOrder(groom, { ...roomy, patience: 30, minutes: 70 });
    expect([fit.needMinutes, fit.drop]).toEqual([70, []]);
    expect(fitOrder(groom, { ...roomy, patience: 30, minutes: 69 }).drop).toHaveLength(1);
  });

  it('as many sittings as a visit has are enough; more part it into visits', () => {
    const twice = { patience: 30, sittingsPerVisit: 2 };
    const idsOf = (box: Partial<OrderBox>) =>
      fitOrder(groom, { ...roomy, ...twice, ...box }).visits.map((visit) => visit.ids);
    expect(idsOf({})).toEqual([ids]);
    expect(idsOf({ sittingsPerVisit: 1 })).toEqual([
      ['brush', 'back'],
      ['brush', 'foreleg.left', 'foreleg.right'],
      ['brush', 'topknot', 'tail'],
    ]);
    expect(fitOrder(groom, { ...roomy, ...twice, sittingsPerVisit: 1 }).drop.length).toBeGreaterThan(0);
  });

  it('what a tool runs through at one length goes with the last of its parts; another length goes for itself', () => {
    const run = { toolId: 'comb-13', direction: 'with', leavesMm: 13 } as const;
    const jacket = [place('back', 9, 'body', run), place('croup', 4, 'legs', run), place('hock', 3, 'legs')];
    expect(dropped({ minutes: 14 }, jacket)).toEqual([['hock']]);
    expect(dropped({ minutes: 5 }, jacket)).toEqual([['hock'], ['back', 'croup']]);
    const other = jacket.map((one) => (one.zone === 'croup' ? { ...one, leavesMm: 10 } : one));
    expect(dropped({ minutes: 12 }, other)).toEqual([['croup']]);
    const shears = jacket.map((one) => ({ ...one, direction: null }));
    expect(dropped({ minutes: 14 }, shears)).toEqual([['hock']]);
    expect(dropped({ minutes: 5 }, shears)).toEqual([['hock'], ['back', 'croup']]);
  });
});
