import { describe, expect, it } from 'vitest';
import { mat, override, packs, sign, trimOf } from '../../testing/packs.ts';
import { inPlaces, placesIn } from './inPlaces.ts';

const crowned = trimOf('american-cocker-spaniel', 'companion');
const plain = trimOf('barbet', 'rustic');
const NOTHING = { mats: [], signs: [], hairMm: {}, measuredHair: [], overrides: [], sides: {} };
describe('what was said by place, in the places of this trim', () => {
  it('stays as it was said where the trim has those places', () => {
    const signs = [sign('lump', 'back'), sign('allergic-skin')];
    const said = { ...NOTHING, hairMm: { back: 20, 'topknot#crown': 30 }, signs };
    expect(inPlaces(packs.zones, crowned, said)).toBe(said);
  });

  it('of all of a place is said of its parts, on its own side', () => {
    expect(placesIn(packs.zones, crowned, 'topknot')).toEqual(['topknot#crown', 'topknot#skull']);
    expect(placesIn(packs.zones, crowned, 'ear-outside.right')).toEqual([
      'ear-outside#leather.right',
      'ear-outside#feather.right',
    ]);
    const placed = inPlaces(packs.zones, crowned, {
      ...NOTHING,
      signs: [sign('lump', 'topknot'), sign('allergic-skin')],
      hairMm: { topknot: 40 },
      measuredHair: ['topknot'],
      overrides: [override('topknot', { targetMm: 9 })],
      sides: { 'ear-outside.left': 'leave' },
    });
    expect(placed.signs.map(({ zone }) => zone)).toEqual(['topknot#crown', 'topknot#skull', null]);
    expect(placed.hairMm).toEqual({ 'topknot#crown': 40, 'topknot#skull': 40 });
    expect(placed.measuredHair).toEqual(['topknot#crown', 'topknot#skull']);
    expect(placed.overrides.map(({ zone, targetMm }) => [zone, targetMm])).toEqual([
      ['topknot#crown', 9],
      ['topknot#skull', 9],
    ]);
    expect(placed.sides).toEqual({
      'ear-outside#leather.left': 'leave',
      'ear-outside#feather.left': 'leave',
    });
  });

  it('of a part is said of the place where no line divides it: hair as short as its shortest part', () => {
    const placed = inPlaces(packs.zones, plain, {
      ...NOTHING,
      signs: [sign('lump', 'topknot#crown')],
      hairMm: { 'topknot#crown': 30, 'topknot#skull': 2, back: 10 },
      overrides: [override('topknot#crown', { targetMm: 9 }), override('topknot#skull', { targetMm: 8 })],
    });
    expect(placed.signs.map(({ zone }) => zone)).toEqual(['topknot']);
    expect(placed.hairMm).toEqual({ topknot: 2, back: 10 });
    expect(placed.overrides.map(({ zone }) => zone)).toEqual(['topknot']);
  });

  it('what was measured of a part goes before what was grown for all of it', () => {
    const hairMm = { topknot: 40, 'topknot#skull': 3 };
    expect(inPlaces(packs.zones, crowned, { ...NOTHING, hairMm }).hairMm).toEqual({
      'topknot#crown': 40,
      'topknot#skull': 3,
    });
  });

  it('a mat of all of a place lies in its parts, no larger than it was, each with a name of its own', () => {
    const one = mat('topknot', { lengthCm: 5, widthCm: 4 });
    const { mats } = inPlaces(packs.zones, crowned, { ...NOTHING, mats: [one] });
    expect(mats.map(({ zone }) => zone)).toEqual(['topknot#crown', 'topknot#skull']);
    expect(mats.map(({ id }) => id)).toEqual([one.id, `${one.id}-2`]);
    expect(mats.map(({ widthCm }) => widthCm)).toEqual([expect.closeTo(2.2, 9), expect.closeTo(1.8, 9)]);
    expect(mats.reduce((sum, { lengthCm, widthCm }) => sum + lengthCm * widthCm, 0)).toBeCloseTo(20, 9);
    expect(inPlaces(packs.zones, plain, { ...NOTHING, mats }).mats.map(({ zone }) => zone)).toEqual([
      'topknot',
      'topknot',
    ]);
  });

  it('a place no pack knows is left for whoever reads it to say so', () => {
    expect(placesIn(packs.zones, crowned, 'wing')).toEqual(['wing']);
    expect(placesIn(packs.zones, crowned, 'topknot#horn')).toEqual(['topknot#crown', 'topknot#skull']);
  });
});
