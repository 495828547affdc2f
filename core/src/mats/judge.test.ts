import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Mat } from '../hands/hands.ts';
import { fallbackConflicts, judgeMats } from './judge.ts';

const felt = (zone: string, extra: Partial<Mat> = {}): Mat => ({
  id: zone,
  zone,
  lengthCm: 12,
  widthCm: 12,
  tightness: 4,
  toSkinMm: 1.6,
  burr: false,
  sores: false,
  ...extra,
});
const judged = (mats: readonly Mat[], extra: Extra = {}) =>
  judgeMats(caseFor('havanese', { hairMm: hairEverywhere(70), mats, ...extra }));
const [brings] = packs.mats.brings;
const broughtIn = ({ visit }: ReturnType<typeof judged>) =>
  visit.derived.restrictions.filter(({ kind }) => kind.id === brings?.restriction).map(({ zone }) => zone);

describe('mats judged', () => {
  it('a dog without any has no plan for them', () => {
    expect(judged([])).toMatchObject({ plan: null, fallbacks: [] });
  });

  it('clipped ears bring their restriction once, where they are; another place and a saved mat bring none', () => {
    const second = felt('ear-outside.left', { id: 'm2', lengthCm: 2, widthCm: 2 });
    expect(broughtIn(judged([felt('ear-outside.left'), second, felt('thigh.left')]))).toEqual([
      'ear-outside.left',
    ]);
    const loose = felt('ear-outside.left', { tightness: 1, lengthCm: 2, widthCm: 1, toSkinMm: 8 });
    expect(broughtIn(judged([loose]))).toEqual([]);
    expect(judged([loose]).lost.size).toBe(0);
  });

  it('an ear that no blade may touch is not clipped, so nothing follows from clipping it', () => {
    const healing = judged([felt('ear-outside.left')], { signs: [sign('healing-ear', 'ear-outside.left')] });
    expect(healing.plan?.mats[0]?.blade).toBeNull();
    expect(broughtIn(healing)).toEqual([]);
  });

  it('a place where clipping is taken away has no blade under its mat', () => {
    const lump = judged([felt('foreface.left')], { signs: [sign('lump', 'foreface.left', { sizeMm: 30 })] });
    expect(lump.plan?.mats[0]?.blade).toBeNull();
    expect(judged([felt('foreface.left')]).plan?.mats[0]?.blade).not.toBeNull();
  });

  it('of two mats in a place the closer to the skin decides, in whatever order they were found', () => {
    const close = felt('thigh.left', { id: 'close', toSkinMm: 0.9 });
    const far = felt('thigh.left', { id: 'far', toSkinMm: 9 });
    for (const mats of [
      [close, far],
      [far, close],
    ]) {
      const { lost, plan } = judged(mats);
      const blades = plan?.mats.map(({ blade }) => blade?.leavesMm ?? Infinity) ?? [];
      expect(lost.get('thigh.left')?.mat.id).toBe('close');
      expect(lost.get('thigh.left')?.blade?.leavesMm).toBe(Math.min(...blades));
    }
    const under = felt('thigh.left', { id: 'under', toSkinMm: 0.05 });
    for (const mats of [
      [under, far],
      [far, under],
    ]) {
      const decides = judged(mats).lost.get('thigh.left');
      expect(decides?.mat.id).toBe('under');
      expect(decides?.beyondFloor).toBe(true);
    }
  });

  it('a trim that is changed says where from, and what is kept to the end', () => {
    const ears = judged([felt('thigh.left'), felt('ear-outside.right')]);
    expect(ears.fallbacks).toHaveLength(1);
    const [conflict] = fallbackConflicts(ears);
    const keep = ears.fallbacks[0]?.keep ?? null;
    expect(conflict).toMatchObject({
      kind: 'mat-changes-trim',
      zone: 'ear-outside.right',
      about: ears.fallbacks[0]?.name,
      alternatives: keep === null ? [] : [keep],
    });
  });
});
