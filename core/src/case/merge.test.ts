import { describe, expect, it } from 'vitest';
import { mergeEntries } from '../terms/merge.ts';
import type { Choices, PlaceWish } from './choices.ts';
import { AS_DRAWN } from './choices.ts';
import { choicesEntries, choicesOfEntries } from './merge.ts';

const over = (zone: string, targetMm: number) => ({
  zone,
  targetMm,
  toolId: null,
  direction: null,
  reason: '',
  acknowledged: false,
});
const asks = (place: string, ask: PlaceWish['ask'], mm: number | null = null): PlaceWish => ({
  place,
  ask,
  mm,
});
const base: Choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: AS_DRAWN,
  schools: {},
  sides: {},
  overrides: [],
  scope: [],
};

describe('two people at one draft', () => {
  it('choices taken apart and put together are the same', () => {
    const full: Choices = {
      ...base,
      schools: { face: 'with' },
      sides: { 'ear-outside.left': 'match' },
      overrides: [over('back', 9), over('rib.left', 12)],
      wish: { ...AS_DRAWN, places: [asks('legs', 'length', 13), asks('ears', 'as-it-is')] },
      scope: ['nails', 'feet'],
    };
    expect(choicesOfEntries(choicesEntries(full))).toEqual(full);
  });

  it('merge zone by zone; the same zone at two lengths clashes', () => {
    const mine = { ...base, overrides: [over('back', 9), over('loin', 11)] };
    const theirs = { ...base, wish: { ...AS_DRAWN, weeksBetween: 6 }, overrides: [over('back', 10)] };
    const merged = mergeEntries(choicesEntries(base), choicesEntries(mine), choicesEntries(theirs));
    const { overrides, wish } = choicesOfEntries(merged.entries);
    expect(merged.clashes.map(({ key }) => key)).toEqual(['override back']);
    expect(overrides.map(({ zone, targetMm }) => [zone, targetMm])).toEqual([
      ['back', 10],
      ['loin', 11],
    ]);
    expect(wish.weeksBetween).toBe(6);
  });

  it('what is asked is merged place by place; the same place asked two ways clashes', () => {
    const asking = (...places: readonly PlaceWish[]): Choices => ({ ...base, wish: { ...AS_DRAWN, places } });
    const mine = asking(asks('legs', 'short'), asks('ears', 'long'));
    const theirs = { ...asking(asks('tail', 'short'), asks('ears', 'as-it-is')), scope: ['nails'] };
    const merged = mergeEntries(choicesEntries(base), choicesEntries(mine), choicesEntries(theirs));
    const { wish, scope } = choicesOfEntries(merged.entries);
    expect(merged.clashes.map(({ key }) => key)).toEqual(['asked ears']);
    expect(wish.places.map(({ place, ask }) => `${place} ${ask}`).sort()).toEqual([
      'ears as-it-is',
      'legs short',
      'tail short',
    ]);
    expect(scope).toEqual(['nails']);
  });
});
