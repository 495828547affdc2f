import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, hairEverywhere, planFor, sign, zoneOf } from '../../testing/packs.ts';

const felt = (zone: string) =>
  ({
    id: 'm1',
    zone,
    lengthCm: 14,
    widthCm: 12,
    tightness: 4,
    toSkinMm: 1.6,
    burr: false,
    sores: false,
  }) as const;
const matted = (extra: Extra = {}) =>
  planFor('poodle-cross', { hairMm: hairEverywhere(60), mats: [felt('thigh.left')], ...extra });
const asks = (plan: ReturnType<typeof matted>) =>
  plan.conflicts.filter(({ kind }) => kind === 'one-side-lost').map(({ zone }) => zone);

describe('a loss on one side', () => {
  it('by a mat asks: match the other side, or leave it', () => {
    expect(asks(matted())).toEqual(['thigh.left']);
    expect(asks(matted({ sides: { 'thigh.left': 'match' } }))).toEqual([]);
    expect(asks(matted({ sides: { 'thigh.left': 'leave' } }))).toEqual([]);
  });

  it('matched, the other side comes to the same length and says why', () => {
    const plan = matted({ sides: { 'thigh.left': 'match' } });
    const [lost, other] = [zoneOf(plan, 'thigh.left'), zoneOf(plan, 'thigh.right')];
    expect(other.targetMm).toBeCloseTo(lost.leftMm, 6);
    expect(other.reasons.map(({ rule }) => rule)).toContain('matched-side');
    expect(other.reasons.find(({ rule }) => rule === 'trim')?.overruled).toBe(true);
    const left = matted({ sides: { 'thigh.left': 'leave' } });
    expect(zoneOf(left, 'thigh.right').targetMm).toBe(zoneOf(matted(), 'thigh.right').targetMm);
  });

  it('by a patch asks too, and matched is cut to the patch’s hair, or left alone where nobody knows it', () => {
    const patch: Extra = { signs: [sign('healing-patch', 'foreleg.left')] };
    const known = { ...patch, hairMm: { ...hairEverywhere(60), 'foreleg.left': 9 } };
    expect(asks(planFor('standard-poodle', known))).toEqual(['foreleg.left']);
    const match: Extra = { sides: { 'foreleg.left': 'match' } };
    expect(zoneOf(planFor('standard-poodle', { ...known, ...match }), 'foreleg.right').targetMm).toBe(9);
    expect(zoneOf(planFor('standard-poodle', { ...patch, ...match }), 'foreleg.right').leftAlone).toBe(true);
  });

  it('is asked in every breed, whether the sound side is cut, left alone or restyled', () => {
    for (const { id, trims } of breeds)
      for (const trim of trims) {
        const plan = planFor(id, {
          trimId: trim.id,
          mats: [felt('foreleg.left')],
          hairMm: hairEverywhere(70),
        });
        const [lost, sound] = [zoneOf(plan, 'foreleg.left'), zoneOf(plan, 'foreleg.right')];
        const even = Math.abs(lost.leftMm - sound.leftMm) <= 0.5;
        expect(asks(plan).includes('foreleg.left'), `${id} ${trim.id}`).toBe(!even);
      }
  });

  it('is not asked where both sides are gone, or are one length', () => {
    const both = [felt('thigh.left'), { ...felt('thigh.right'), id: 'm2' }];
    expect(asks(matted({ mats: both }))).toEqual([]);
    const even: Extra = {
      signs: [sign('healing-patch', 'foreleg.left')],
      hairMm: {
        'foreleg.left': zoneOf(planFor('standard-poodle'), 'foreleg.right').targetMm,
        'foreleg.right': 60,
      },
    };
    expect(asks(planFor('standard-poodle', even))).toEqual([]);
  });

  it('never takes the other side below its own floor', () => {
    const skin: Extra = {
      signs: [sign('redness', 'thigh.right', { level: 'mild' })],
      sides: { 'thigh.left': 'match' },
    };
    expect(zoneOf(matted(skin), 'thigh.right').targetMm).toBeGreaterThanOrEqual(2);
  });
});
