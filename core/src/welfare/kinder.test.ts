import { describe, expect, it } from 'vitest';
import { caseFor, packs } from '../../testing/packs.ts';
import type { TrimArea } from '../packs/breed.ts';
import { byId } from '../terms/failure.ts';
import { kinderFloorMm } from './kinder.ts';
import type { Welfare } from './restrictionsAt.ts';
import { restrictionsAt } from './restrictionsAt.ts';

const visit = caseFor('standard-poodle', {});
const sound = restrictionsAt(visit, byId('zone', visit.derived.zones, 'cheek.left'));
const drawn = visit.derived.trim.areas['cheek'];
const floor = (welfare: Partial<Welfare>, area: Partial<TrimArea>) => {
  if (!drawn) throw new Error('no cheek is drawn');
  return kinderFloorMm(packs.tools, { ...sound, ...welfare }, { ...drawn, ...area });
};
const { oneLonger, noWish } = restrictionsAt(
  caseFor('standard-poodle', { firstVisit: true }),
  byId('zone', visit.derived.zones, 'cheek.left'),
);
const TENDER = { oneLonger, noWish: null };

describe('how short a tender place may be', () => {
  it('as short as it likes where nothing asks for more', () => {
    expect(floor({ oneLonger: null, noWish: null }, { mm: 1.5 })).toBe(0);
  });

  it('as drawn where no wish shortens it', () => {
    expect(floor({ oneLonger: null, noWish }, { mm: 1.5 })).toBe(1.5);
    expect(floor({ oneLonger, noWish }, { mm: 40, techniques: ['scissor'] })).toBe(40);
  });

  it('nearer to one blade longer than to the blade that is drawn', () => {
    // Of a 10 (1.5 mm) the next that reads longer is the 9 (2 mm).
    expect(floor(TENDER, { mm: 1.5, techniques: ['clip'] })).toBeCloseTo(Math.sqrt(1.5 * 2), 9);
    expect(floor({ oneLonger, noWish }, { mm: 1.5, techniques: ['clip'] })).toBeCloseTo(Math.sqrt(3), 9);
  });

  it('as it likes by hand, or where no technique is drawn', () => {
    expect(floor(TENDER, { mm: 20, techniques: ['scissor'] })).toBe(0);
    expect(floor(TENDER, { mm: 20, techniques: [] })).toBe(0);
  });

  it('by a comb one comb longer', () => {
    expect(floor(TENDER, { mm: 13, techniques: ['comb'] })).toBeGreaterThan(13);
  });

  it('as it likes where nothing longer is made', () => {
    expect(floor(TENDER, { mm: 500, techniques: ['comb'] })).toBe(0);
  });
});
