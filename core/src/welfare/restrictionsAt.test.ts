import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseFor, packs, sign } from '../../testing/packs.ts';
import { restriction } from '../case/restrictions.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import { isAmong, otherSide, wholeKindId } from '../terms/zone.ts';
import { restrictionsAt } from './restrictionsAt.ts';
import { zoneKind } from '../packs/zones.ts';

const zones = caseFor('standard-poodle').derived.zones;
const at = (visit: Case, zone: string) => restrictionsAt(visit, byId('zone', visit.derived.zones, zone));

describe('the one matcher of restrictions', () => {
  it('neighbourhood is symmetric', () => {
    for (const { id, near } of packs.zones.zones) {
      for (const other of near) expect(zoneKind(packs.zones, other).near, `${other} of ${id}`).toContain(id);
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
        const visit = { packs, derived: { restrictions: [restriction(packs, place, zone.id)] } };
        const bound = zones.filter((one) => restrictionsAt(visit, one).leaveAlone !== null);
        for (const one of zones) {
          const { coverMm, leaveAlone } = restrictionsAt(visit, one);
          const beside = bound.some(
            (b) =>
              (isAmong(b.kind.near, one.id) || wholeKindId(b.kind.id) === wholeKindId(one.kind.id)) &&
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
          const was = restrictionsAt({ packs, derived: { restrictions: some } }, zone);
          const is = restrictionsAt({ packs, derived: { restrictions: [...some, one] } }, zone);
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

describe('what restrictions come to at a place', () => {
  const poodle = (extra: Parameters<typeof caseFor>[1]) => caseFor('standard-poodle', extra);
  const id = (id: string) => byId('restriction', packs.safety.restrictions, id);

  it('nothing on sound skin: its own floor, every way, every tool', () => {
    expect(at(poodle({}), 'back')).toMatchObject({
      here: [],
      beside: [],
      floorBy: null,
      directions: ['with', 'across', 'against'],
      forbidden: [],
      preferences: [],
      skipTooth: true,
      restricted: false,
      oneLonger: null,
      noWish: null,
      gentlest: null,
      leaveAlone: null,
      coverMm: 0,
    });
    expect(at(poodle({}), 'armpit.left').directions).toEqual(['with']);
  });

  it('the highest floor, by whoever asks for it, whichever was found first', () => {
    const signs = [sign('allergic-skin'), sign('redness', 'back', { level: 'mild' as const })];
    for (const seen of [signs, [...signs].reverse()]) {
      expect(at(poodle({ signs: seen }), 'back')).toMatchObject({ floorMm: 2, floorBy: id('red-skin') });
    }
    expect(at(poodle({ signs }), 'loin')).toMatchObject({ floorMm: 1.5, floorBy: id('allergic-skin') });
    expect(at(poodle({ signs }), 'back').directions).toEqual(['with']);
  });

  it('a floor of some places is that of those places', () => {
    const senior = poodle({ modifiers: ['senior'] });
    expect(at(senior, 'beard').floorMm).toBe(1);
    expect(at(senior, 'back')).toMatchObject({ floorBy: null, skipTooth: false });
  });

  it('a first visit: one longer, no wish, the gentlest tool where it is finest', () => {
    const first = poodle({ firstVisit: true });
    expect(at(first, 'cheek.left')).toMatchObject({
      oneLonger: { kind: id('first-visit') },
      noWish: { kind: id('first-visit') },
      gentlest: null,
    });
    expect(at(first, 'pads')).toMatchObject({ oneLonger: null, gentlest: { kind: id('first-visit') } });
    expect(at(first, 'back')).toMatchObject({ oneLonger: null, noWish: null, gentlest: null, here: [] });
  });

  it('what is taken away and what is preferred come from those that say so', () => {
    const lump = poodle({ signs: [sign('lump', 'back', { level: 'marked' }), sign('allergic-skin')] });
    expect(at(lump, 'back').forbidden).toEqual(['clip', 'comb']);
    expect(at(lump, 'back').preferences).toEqual([{ techniques: ['comb'], fromMm: 3 }]);
    expect(at(lump, 'loin').forbidden).toEqual([]);
  });

  it('cover is left beside what is protected, not there, and not beside what is only tender', () => {
    const hot = poodle({ signs: [sign('hot-spot', 'back')] });
    expect(at(hot, 'back')).toMatchObject({ coverMm: 0, beside: [], leaveAlone: { kind: id('hot-spot') } });
    expect(at(hot, 'loin').coverMm).toBe(3);
    expect(at(hot, 'loin').beside.map(({ kind }) => kind.id)).toEqual(['hot-spot']);
    const two = poodle({ signs: [sign('hot-spot', 'back'), sign('healing-patch', 'croup')] });
    expect(at(two, 'loin').coverMm).toBe(4);
    const lump = poodle({ signs: [sign('lump', 'back')] });
    expect(at(lump, 'loin')).toMatchObject({ coverMm: 0, beside: [] });
  });

  it('one that was seen nowhere binds no place', () => {
    const nowhere = {
      packs,
      derived: { restrictions: [{ ...restriction(packs, 'lump', null), zone: null }] },
    };
    expect(restrictionsAt(nowhere, byId('zone', zones, 'back')).here).toEqual([]);
  });
});
