import { describe, expect, it } from 'vitest';
import { packs } from '../../testing/packs.ts';
import { bladesAt, isBare, mayEnter } from './mayEnter.ts';
import { zoneKind } from '../packs/zones.ts';

const kind = (id: string) => zoneKind(packs.zones, id);
const blade = (kindId: string) => ({ kindId, leavesMm: 1.5, carrierLabel: null });
const comb = { kindId: 'comb-10', leavesMm: 10, carrierLabel: '40' };
const shears = { kindId: 'straight-shears', leavesMm: null, carrierLabel: null };

describe('which machine may enter a place', () => {
  it('a blade with no comb on it is bare; a hand is not', () => {
    expect([blade('blade-10'), comb, shears].map(isBare)).toEqual([true, false, false]);
  });

  it.each([
    ['pads', 'blade-30', false, true],
    ['pads', 'blade-7f', false, false],
    ['armpit', 'blade-10', false, false],
    ['armpit', 'blade-10', true, true],
    ['armpit', 'blade-4f', true, false],
    ['back', 'blade-4f', false, true],
    ['back', 'blade-4f', true, true],
  ] as const)('%s, %s, matted %s: %s', (zone, id, matted, may) =>
    expect(mayEnter(kind(zone), blade(id), matted)).toBe(may),
  );

  it('there is no mat unless one is said', () =>
    expect(mayEnter(kind('armpit'), blade('blade-10'))).toBe(false));

  it('hands and guard combs go everywhere', () => {
    for (const zone of packs.zones.zones)
      for (const tool of [comb, shears]) expect(mayEnter(zone, tool), zone.id).toBe(true);
  });

  it('names the blades, none where any may', () => {
    expect(bladesAt(kind('back'), false)).toBeNull();
    expect(bladesAt(kind('armpit'), false)).toEqual([]);
    expect(bladesAt(kind('armpit'), true)).toContain('blade-10');
  });
});
