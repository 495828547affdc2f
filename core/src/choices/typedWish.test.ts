import { describe, expect, it } from 'vitest';
import { packs } from '../../testing/packs.ts';
import { readWish } from './typedWish.ts';

const read = (typed: string, unit: 'mm' | 'in' = 'mm') => readWish(typed, packs.wishes, unit);
/** As `legs length 12.7`. */
const said = (typed: string, unit: 'mm' | 'in' = 'mm') => {
  const wish = read(typed, unit);
  return wish.ok
    ? wish.places.map(({ place, ask, mm }) => [place, ask, ...(mm === null ? [] : [mm])].join(' '))
    : wish.problem;
};

describe('what owners say by place', () => {
  it.each([
    [
      'body very short, legs 1/2 in, no skirt, ears natural, tied topknot',
      ['body very-short', 'legs length 12.7', 'underneath without', 'ears as-it-is', 'topknot as-it-is'],
    ],
    [
      'Body very short, legs half an inch, nothing underneath',
      ['body very-short', 'legs length 12.7', 'underneath without'],
    ],
    ['very short body legs short', ['body very-short', 'legs short']],
    ['legs and feet short', ['legs short', 'feet short']],
    ['legs, feet short', ['legs short', 'feet short']],
    ['short legs and ears', ['legs short', 'ears short']],
    ['short legs and ears natural', ['legs short', 'ears as-it-is']],
    ['no skirt and no beard', ['underneath without', 'beard without']],
    ['no skirt no beard', ['underneath without', 'beard without']],
    ['please leave her ears and tail alone', ['ears as-it-is', 'tail as-it-is']],
    ['legs 13', ['legs length 13']],
    ['13 mm on the legs; tail full', ['legs length 13', 'tail long']],
    ['the hair on the top of the head long', ['topknot long']],
    ['legs short, legs short', ['legs short']],
    ['eyebrows off', ['brows without']],
  ])('%s', (typed, places) => {
    expect(said(typed)).toEqual(places);
  });

  it('bare lengths are in the unit that is shown', () => {
    expect(said('legs 1/2', 'in')).toEqual(['legs length 12.7']);
    expect(said('legs 2', 'in')).toEqual(['legs length 50.8']);
  });

  it.each([
    ['', { kind: 'empty' }],
    ['the', { kind: 'empty' }],
    ['legs wibbly', { kind: 'not-understood', words: ['wibbly'] }],
    ['ears', { kind: 'how', about: 'ears' }],
    ['ears, tail', { kind: 'how', about: 'ears' }],
    ['short', { kind: 'where', about: 'short' }],
    ['short long', { kind: 'where', about: 'short' }],
    ['legs short, legs long', { kind: 'twice', about: 'legs' }],
    ['legs 900', { kind: 'no-length', about: '900' }],
    ['legs 1/0 in', { kind: 'no-length', about: '1/0 in' }],
    ['no body', { kind: 'cannot-be-none', about: 'body' }],
  ])('“%s” is asked about, and nothing is taken', (typed, problem) => {
    expect(said(typed)).toEqual(problem);
  });

  it('every word of the packs is read as what it stands for', () => {
    for (const { id, words } of packs.wishes.places)
      for (const word of words) expect(said(`${word} short`), word).toEqual([`${id} short`]);
    for (const { id, words } of packs.wishes.asks)
      for (const word of words) expect(said(`beard ${word}`), word).toEqual([`beard ${id}`]);
  });
});
