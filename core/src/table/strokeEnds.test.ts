import { describe, expect, it } from 'vitest';
import { breed, packs } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import { strokeEnds } from './strokeEnds.ts';

const { side } = bodyOf(packs, breed('standard-poodle'), {}, []).views;
const run = (zone: string, direction: 'with' | 'against' | 'across' | null = 'with') => {
  const ends = strokeEnds(packs, side, { zone, direction });
  return ends && `${ends.from} > ${ends.to}`;
};

describe('from where to where a tool runs', () => {
  it.each([
    ['back', 'neck > loin'],
    ['loin', 'back > croup'],
    ['rib.left', 'shoulder > thigh'],
    ['rib.right', 'shoulder > thigh'],
    ['foreleg.left', 'shoulder > lower foreleg'],
    ['gaskin.right', 'thigh > hock'],
    ['topknot', 'brows > neck'],
  ])('with the lay through %s: %s', (zone, ends) => {
    expect(run(zone)).toBe(ends);
  });

  it('against the lay it is the other way round; across, or by hand, nothing runs', () => {
    expect(run('back', 'against')).toBe('loin > neck');
    expect(run('back', 'across')).toBeNull();
    expect(run('back', null)).toBeNull();
  });

  it('where nothing lies beyond, nothing is said', () => {
    expect(run('tail')).toBeNull();
    expect(strokeEnds(packs, side, { zone: null, direction: 'with' })).toBeNull();
  });
});
