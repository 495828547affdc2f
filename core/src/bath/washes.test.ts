import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { breeds, caseFor, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Extra } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { Bottle } from './bathPlan.ts';
import { bathPlan, USUAL_BATH } from './bathPlan.ts';

const bathOf = (
  id: string,
  extra: Extra = {},
  white: boolean | null = null,
  shelf: readonly Bottle[] = [],
) => {
  const visit = caseFor(id, { hairMm: hairEverywhere(45), ...extra });
  return bathPlan(visit, planGroom(visit), { ...USUAL_BATH, white }, shelf);
};
/** Washes of the coat and their share of a full dose. */
const washesOf = (bath: ReturnType<typeof bathOf>) =>
  bath.steps.flatMap(({ id, phase }) => {
    const dose = packs.treatments.steps.find((step) => step.id === id)?.dose ?? null;
    return phase === 'wash' && dose !== null ? [dose] : [];
  });

describe('the washes of any dog', () => {
  it('are one full, or one full and one of seven tenths: brightening and clarifying take the place of one', () => {
    const states: readonly (readonly string[])[] = [
      [],
      ['filthy'],
      ['product'],
      ['filthy', 'product'],
      ['allergic-skin', 'filthy'],
    ];
    for (const { id } of breeds)
      for (const white of [true, false])
        for (const signs of states) {
          const doses = washesOf(bathOf(id, { signs: signs.map((one) => sign(one)) }, white));
          if (doses.length > 0)
            expect([[1], [1, 0.7]], `${id} ${signs.join()} ${white}`).toContainEqual(doses);
        }
  });

  it('a white dog’s second wash is the brightening one, a dirty dog’s first the clarifying one', () => {
    const names = (id: string, extra: Extra, white: boolean) =>
      bathOf(id, extra, white)
        .steps.filter(({ phase }) => phase === 'wash')
        .map(({ id: step }) => step);
    expect(names('bichon-frise', {}, true)).toEqual(['mild', 'brighten', 'face']);
    expect(names('bichon-frise', { signs: [sign('filthy')] }, true)).toEqual(['clarify', 'brighten', 'face']);
    expect(names('airedale-terrier', { signs: [sign('filthy')] }, false)).toEqual([
      'clarify',
      'second-texture',
      'face',
    ]);
  });
});

describe('cords', () => {
  it('are rinsed, and never brushed nor combed', () => {
    const corded = { coatType: 'corded' } as const;
    expect(bathOf('generic-drop', corded).steps.map(({ id }) => id)).toContain('rinse-cords');
    const { tasks } = workOf('generic-drop', corded);
    const ids = tasks.map(({ id }) => id);
    expect(ids).toContain('cords');
    expect(ids).not.toContain('brush');
    expect(ids).not.toContain('comb-test');
  });
});

describe('a dog that must have no heat', () => {
  it('is told of none, in any breed: no step of drying speaks of heat or a warm room', () => {
    for (const { id } of breeds) {
      const extra = { signs: [sign('heart')] };
      const { drying } = bathOf(id, extra);
      const dryers = packs.treatments.dryers.filter(({ heat }) => heat).map((dryer) => dryer.id);
      expect(
        drying.dryers.filter((one) => dryers.includes(one.id)),
        id,
      ).toEqual([]);
      const { tasks } = workOf(id, extra);
      const said = [
        drying.name,
        drying.how,
        drying.why,
        ...tasks
          .filter(({ phase }) => phase === 'bath')
          .flatMap(({ name, how, tool }) => [name, tool, ...how]),
      ];
      expect(
        said.filter((text) => /\bheat|warm (?:room|air)|\bhot\b/i.test(text)),
        id,
      ).toEqual([]);
    }
  });
});

describe('what stands before the bath and what behind the clip', () => {
  it('a jacket that is stripped is stripped before the bath', () => {
    const { tasks } = workOf('airedale-terrier', { trimId: 'stripped' });
    const stripped = tasks.filter(({ technique, zone }) => technique === 'strip' && zone !== null);
    expect(stripped.length).toBeGreaterThan(3);
    const bath = Math.min(...tasks.filter(({ phase }) => phase === 'bath').map(({ stage }) => stage));
    for (const { stage, name } of stripped) expect(stage, name).toBeLessThan(bath);
  });

  it('a jacket that is clipped is carded once all of it is clipped, before the look back', () => {
    const { tasks } = workOf('airedale-terrier', { trimId: 'clip-and-card' });
    const card = tasks.find(({ id }) => id === 'finish:card');
    expect(card?.after).toContain('run:jacket');
    expect(tasks.find(({ id }) => id === 'step-back')?.after).toContain('finish:card');
  });
});

describe('a trigger', () => {
  it('of the clipper reaches the rough clip and what is clipped out of a mat; a sore spot its mat', () => {
    const felt = {
      id: 'm1',
      zone: 'rib.left',
      lengthCm: 4,
      widthCm: 4,
      tightness: 4,
      toSkinMm: 2,
      burr: false,
      sores: false,
    } as const;
    const on = (signs: Extra['signs']) =>
      workOf('poodle-cross', { signs: [sign('filthy'), ...(signs ?? [])], mats: [felt] })
        .tasks.filter(({ trigger }) => trigger)
        .map(({ id }) => id);
    expect(on([])).toEqual([]);
    expect(on([sign('trigger-clipper')])).toEqual(expect.arrayContaining(['mat:m1', 'rough-clip']));
    expect(on([sign('trigger', 'rib.left')])).toContain('mat:m1');
    expect(on([sign('trigger', 'rib.right')])).not.toContain('mat:m1');
  });
});

describe('bottles', () => {
  const bottle = (id: string, leftMl: number): Bottle => ({
    id,
    kindId: 'mild-shampoo',
    label: id,
    dilution: null,
    leftMl,
  });
  const taken = (shelf: readonly Bottle[]) =>
    bathOf('standard-poodle', {}, null, shelf).takes.find(({ kindId }) => kindId === 'mild-shampoo')?.bottle
      ?.id;

  it('an empty one is not chosen beside a full one; of those that are short the fullest', () => {
    expect(taken([bottle('empty', 0), bottle('full', 4000)])).toBe('full');
    expect(taken([bottle('full', 4000), bottle('other', 5000)])).toBe('full');
    expect(taken([bottle('dregs', 5), bottle('rest', 20)])).toBe('rest');
  });
});
