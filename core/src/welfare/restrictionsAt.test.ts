import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseFor, packs, sign } from '../../testing/packs.ts';
import { restriction } from '../case/restrictions.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import { otherSide } from '../terms/zone.ts';
import { restrictionsAt } from './restrictionsAt.ts';

const zones = caseFor('standard-poodle').zones;
const at = (visit: Case, zone: string) => restrictionsAt(visit, byId('zone', visit.zones, zone));

describe('the one matcher of restrictions', () => {
  it('neighbourhood is symmetric', () => {
    for (const { id, near } of packs.zones.zones) {
      for (const other of near)
        expect(byId('zone', packs.zones.zones, other).near, `${other} of ${id}`).toContain(id);
    }
  });

  it('binds the whole organ where its entry says so, on its own side only', () => {
    const visit = caseFor('havanese', { signs: [sign('healing-ear', 'ear-fringe.left')] });
    for (const zone of ['ear-outside', 'ear-inside', 'ear-fringe', 'ear-behind']) {
      expect(at(visit, `${zone}.left`).leaveAlone, zone).not.toBeNull();
      expect(at(visit, `${zone}.right`).leaveAlone, zone).toBeNull();
    }
    const lump = caseFor('havanese', { signs: [sign('lump', 'ear-fringe.left')] });
    expect(at(lump, 'ear-outside.left').here).toEqual([]);
  });

  it('cover is left on every side of a protected place, organ or not, and not on the dog’s other side', () => {
    const found = { 'healing-patch': null, 'hot-spot': null, 'healing-ear': 'ear', 'painful-eye': 'eye' };
    for (const [place, organ] of Object.entries(found)) {
      for (const zone of zones.filter(({ kind }) => organ === null || kind.organs.includes(organ))) {
        const visit = { packs, restrictions: [restriction(packs, place, zone.id)] };
        const bound = zones.filter((one) => restrictionsAt(visit, one).leaveAlone !== null);
        for (const one of zones) {
          const { coverMm, leaveAlone } = restrictionsAt(visit, one);
          const beside = bound.some(
            (b) =>
              (b.kind.near.includes(one.kind.id) || one.kind.near.includes(b.kind.id)) &&
              (b.side === null || one.side === null || b.side === one.side),
          );
          const covered = beside && leaveAlone === null && otherSide(zone.id) !== one.id;
          expect(coverMm > 0, `${place} at ${zone.id}, ${one.id}`).toBe(covered);
        }
      }
    }
  });

  it('excepts the same places whether it is asked for a plan, a mat or an override', () => {
    const visit = caseFor('west-highland-white-terrier', { signs: [sign('allergic-skin')] });
    expect(at(visit, 'pads')).toMatchObject({ floorMm: 0.25, floorBy: null, restricted: false });
    expect(at(visit, 'back')).toMatchObject({ floorMm: 1.5, restricted: true, skipTooth: false });
    expect(at(visit, 'back').directions).toEqual(['with']);
  });

  it('one more restriction never widens anything in any zone', () => {
    const kinds = packs.safety.restrictions.map(({ id }) => id);
    const seen = fc
      .tuple(fc.constantFrom(...kinds), fc.constantFrom(...zones.map(({ id }) => id)), fc.boolean())
      .map(([id, zone, marked]) => restriction(packs, id, zone, marked));
    fc.assert(
      fc.property(fc.array(seen, { maxLength: 4 }), seen, (some, one) => {
        for (const zone of zones) {
          const was = restrictionsAt({ packs, restrictions: some }, zone);
          const is = restrictionsAt({ packs, restrictions: [...some, one] }, zone);
          expect(is.floorMm).toBeGreaterThanOrEqual(was.floorMm);
          expect(was.directions).toEqual(expect.arrayContaining([...is.directions]));
          expect(is.forbidden).toEqual(expect.arrayContaining([...was.forbidden]));
          expect(is.skipTooth && !was.skipTooth).toBe(false);
          expect(was.leaveAlone !== null && is.leaveAlone === null).toBe(false);
          expect(is.coverMm >= was.coverMm || is.leaveAlone !== null).toBe(true);
        }
      }),
      { numRuns: 40 },
    );
  });
});
