import { describe, expect, it } from 'vitest';
import { mat, packs, sign } from '../../testing/packs.ts';
import type { SeenRestriction } from './restrictions.ts';
import { dedupeByPlace, restriction, restrictionsOf } from './restrictions.ts';

const calm = { signs: [], modifiers: [], handling: 'easy', firstVisit: false, mats: [] } as const;
const seen = (dog: Partial<Parameters<typeof restrictionsOf>[1]>) =>
  restrictionsOf(packs, { ...calm, ...dog }).map(({ kind, zone }) => [kind.id, zone]);
const effectsOf = ([one]: readonly SeenRestriction[]) => one?.effects;
const kindOf = (id: string) => {
  const kind = packs.safety.restrictions.find((one) => one.id === id);
  if (!kind) throw new Error(`no restriction ${id}`);
  return kind;
};

describe('what restricts the work on a dog', () => {
  it('nothing on a calm, known dog with sound skin', () => {
    expect(seen({})).toEqual([]);
  });

  it('a sign brings its restriction where it was seen; one that restricts nothing brings none', () => {
    expect(seen({ signs: [sign('lump', 'rib.left'), sign('dark', 'ear-outside.left')] })).toEqual([
      ['lump', 'rib.left'],
    ]);
  });

  it('a restriction of the whole dog has no place, wherever its sign was ticked', () => {
    expect(seen({ signs: [sign('allergic-skin', 'belly')] })).toEqual([['allergic-skin', null]]);
  });

  it('the coat, the handling, a mat with sores and a first visit restrict without a sign', () => {
    expect(seen({ modifiers: ['puppy', 'senior'] })).toEqual([['senior-skin', null]]);
    expect(seen({ handling: 'bites' })).toEqual([['fights', null]]);
    expect(seen({ firstVisit: true })).toEqual([['first-visit', null]]);
    const mats = [mat('rump', { sores: true }), mat('belly')];
    expect(seen({ mats })).toEqual([['sores-beneath', 'rump']]);
  });

  it('marked redness is left alone, mild redness is not', () => {
    const red = (level: 'mild' | 'marked' | null) =>
      effectsOf(restrictionsOf(packs, { ...calm, signs: [sign('redness', 'belly', { level })] }));
    expect(red(null)).toBe(kindOf('red-skin').effects);
    expect(red('mild')).toBe(kindOf('red-skin').effects);
    expect(red('marked')).toEqual({ ...kindOf('red-skin').effects, ...kindOf('red-skin').whenMarked });
    expect(red('marked')).toMatchObject({ leaveAlone: true, floorMm: 2 });
  });

  it('a lump of two centimetres is a large one, whatever was ticked; one without a size is as ticked', () => {
    const lump = (sizeMm: number | null) =>
      effectsOf(restrictionsOf(packs, { ...calm, signs: [sign('lump', 'loin', { sizeMm })] }));
    expect(lump(20)?.forbidTechniques).toEqual(['clip', 'comb']);
    expect(lump(19.9)?.forbidTechniques).toBeUndefined();
    expect(lump(null)?.forbidTechniques).toBeUndefined();
  });

  it('a size makes nothing marked that is not told by size', () => {
    const red = restrictionsOf(packs, { ...calm, signs: [sign('redness', 'loin', { sizeMm: 300 })] });
    expect(effectsOf(red)).toBe(kindOf('red-skin').effects);
  });

  it('the same restriction twice in a place counts once, the marked one; in two places twice', () => {
    const marked = sign('redness', 'belly', { level: 'marked' });
    const mild = sign('redness', 'belly', { level: 'mild' });
    for (const signs of [
      [marked, mild],
      [mild, marked],
    ])
      expect(restrictionsOf(packs, { ...calm, signs }).map(({ effects }) => effects.leaveAlone)).toEqual([
        true,
      ]);
    expect(seen({ signs: [mild, sign('redness', 'loin')] })).toHaveLength(2);
    const other = [restriction(packs, 'lump', 'loin'), restriction(packs, 'red-skin', 'loin')];
    expect(dedupeByPlace(other)).toEqual(other);
    expect(dedupeByPlace([restriction(packs, 'wary', null), restriction(packs, 'wary', null)])).toHaveLength(
      1,
    );
  });

  it('an id no pack has is refused by what it is', () => {
    expect(() => restriction(packs, 'moon', null)).toThrow(/restriction/);
    expect(() => seen({ signs: [sign('moon')] })).toThrow(/sign/);
    expect(() => seen({ modifiers: ['moon'] })).toThrow(/coat modifier/);
    expect(() => seen({ handling: 'moon' as 'easy' })).toThrow(/handling/);
  });

  it('a sign whose restriction the packs lack is refused', () => {
    const safety = {
      ...packs.safety,
      restrictions: packs.safety.restrictions.filter(({ id }) => id !== 'lump'),
    };
    expect(() => restrictionsOf({ ...packs, safety }, { ...calm, signs: [sign('lump', 'loin')] })).toThrow(
      /restriction/,
    );
  });
});
