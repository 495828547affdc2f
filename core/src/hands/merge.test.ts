import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packs, sign } from '../../testing/packs.ts';
import { decided, mergeEntries } from '../terms/merge.ts';
import type { Hands } from './hands.ts';
import { freshHands } from './hands.ts';
import { handsEntries, handsOfEntries, staysOnSheet } from './merge.ts';

const dog = {
  measurements: { weightKg: 6 },
  findings: [],
  coatType: 'drop',
  coatModifiers: [],
  dense: false,
  signs: [],
};
const fresh: Hands = freshHands(dog, { handling: 'easy', standingMinutes: null });
const stop = packs.signs.signs.find((kind) => kind.stop !== null)?.id ?? '';
const length = (mm: number) => ({ mm, sdMm: null, readings: 1, by: 'rule' }) as const;
const mat = {
  id: 'm1',
  lengthCm: 3,
  widthCm: 2,
  tightness: 2,
  toSkinMm: 5,
  burr: false,
  sores: false,
} as const;

const merge = (base: Hands, mine: Hands, theirs: Hands) => {
  const stays = staysOnSheet(packs.signs);
  const merged = mergeEntries(handsEntries(base), handsEntries(mine), handsEntries(theirs), stays);
  return { ...merged, hands: handsOfEntries(merged.entries) };
};

describe('two people at one sheet', () => {
  it('a sheet taken apart and put together is the same sheet', () => {
    const full: Hands = {
      ...fresh,
      confirmed: ['weightKg'],
      findings: [{ finding: 'low-tail', severity: 'mild', side: null }],
      coatModifiers: ['neutered'],
      signs: [sign('lump', 'rib.left', { sizeMm: 8 }), sign('heart')],
      mats: [{ ...mat, zone: 'back' }],
      lengths: { back: length(22) },
      temper: { handling: 'wary', standingMinutes: 20 },
    };
    expect(handsOfEntries(handsEntries(full))).toEqual(full);
  });

  it('keeps both their finds where they found different things', () => {
    const mine = { ...fresh, lengths: { back: length(20) }, mats: [{ ...mat, zone: 'back' }] };
    const theirs = { ...fresh, signs: [sign('lump', 'rib.left')], mats: [{ ...mat, zone: 'loin' }] };
    const { hands, clashes } = merge(fresh, mine, theirs);
    expect(clashes).toEqual([]);
    expect(hands.lengths).toEqual(mine.lengths);
    expect(hands.signs).toEqual(theirs.signs);
    expect(hands.mats.map(({ id, zone }) => [id, zone])).toEqual([
      ['m1', 'loin'],
      ['m2', 'back'],
    ]);
  });

  it('shows both where both changed the same thing, and takes mine only when that is decided', () => {
    const at = (mm: number): Hands => ({ ...fresh, lengths: { back: length(mm) } });
    const [mine, theirs] = [at(20), at(30)];
    const merged = merge(fresh, mine, theirs);
    expect(merged.clashes).toMatchObject([{ key: 'length back', mine: { mm: 20 }, theirs: { mm: 30 } }]);
    expect(merged.hands.lengths.back?.mm).toBe(30);
    expect(handsOfEntries(decided(merged, ['length back'])).lengths.back?.mm).toBe(20);
    expect(merge(fresh, mine, mine).clashes).toEqual([]);
  });

  it('never takes a stop off, whoever took it off; anything else goes when one side took it away', () => {
    const base = { ...fresh, signs: [sign(stop, 'back'), sign('lump', 'back')] };
    const { hands: gone } = merge(base, fresh, { ...base, dense: true });
    expect(gone.signs.map((seen) => seen.sign)).toEqual([stop]);
    const { hands: theirsGone } = merge(base, { ...base, dense: true }, fresh);
    expect(theirsGone.signs.map((seen) => seen.sign)).toEqual([stop]);
    const added = merge(fresh, { ...fresh, signs: [sign(stop, 'back')] }, { ...fresh, dense: true });
    expect(added.hands.signs).toHaveLength(1);
    expect(added.hands.dense).toBe(true);
  });

  it('an untouched side gives way whole; nobody’s change is lost without a clash that names it', () => {
    const key = fc.constantFrom('a', 'b', 'c', 'd');
    const entries = fc.dictionary(key, fc.integer({ min: 0, max: 2 }), { maxKeys: 4 });
    fc.assert(
      fc.property(entries, entries, entries, (base, mine, theirs) => {
        expect(mergeEntries(base, base, theirs).entries).toEqual(theirs);
        expect(mergeEntries(base, mine, base).entries).toEqual(mine);
        const merged = mergeEntries(base, mine, theirs);
        const clashing = merged.clashes.map((clash) => clash.key);
        for (const one of ['a', 'b', 'c', 'd']) {
          if (clashing.includes(one)) continue;
          const expected = mine[one] === base[one] ? theirs[one] : mine[one];
          expect(merged.entries[one]).toBe(expected);
        }
        const all = decided(merged, clashing);
        for (const one of clashing) expect(all[one]).toBe(mine[one]);
      }),
    );
  });
});
