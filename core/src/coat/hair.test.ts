import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { packs } from '../../testing/packs.ts';
import type { ZoneKind } from '../packs/zones.ts';
import { zoneKind } from '../packs/zones.ts';
import {
  coatAt,
  coatOf,
  daysToReach,
  grownHair,
  growthIn,
  stretchedToShow,
  visibleAlong,
  visibleDepth,
} from './hair.ts';

const endless = { rateMmPerMonth: 12, fullMm: null };
const wire = { rateMmPerMonth: 8, fullMm: 50 };

describe('how hair grows', () => {
  it('adds its rate a month where it never stops', () => {
    expect(coatAt(endless, 13, 30.4375)).toBeCloseTo(25, 6);
  });

  it('slows towards the full length of the coat', () => {
    expect(coatAt(wire, 0, 30.4375)).toBeCloseTo(50 - 50 * Math.exp(-8 / 50), 9);
    expect(coatAt(wire, 10, 3000)).toBeCloseTo(50, 3);
  });

  it('never shrinks and never passes the full length', () => {
    fc.assert(
      fc.property(evenly(0, 50), fc.integer({ min: 0, max: 2000 }), (from, days) => {
        const grown = coatAt(wire, from, days);
        return grown >= from - 1e-9 && grown <= 50 + 1e-9;
      }),
    );
  });

  it('tells the day a length is reached, and never for a length beyond the coat', () => {
    expect(coatAt(wire, 5, daysToReach(wire, 5, 30) ?? NaN)).toBeCloseTo(30, 9);
    expect(daysToReach(endless, 20, 32)).toBeCloseTo(30.4375, 6);
    expect(daysToReach(wire, 5, 60)).toBeNull();
    expect(daysToReach(wire, 30, 20)).toBe(0);
  });
});

describe('stretched and visible length', () => {
  const curl = { curl: 0.6, layDeg: 70 };
  it('a tight curl cut at 13 shows 7.8 along the hair', () => {
    expect(visibleAlong(curl, 13)).toBeCloseTo(7.8, 9);
    expect(visibleDepth(curl, 13)).toBeCloseTo(7.8 * Math.sin((70 * Math.PI) / 180), 9);
  });
  it('cut longer by the curl ratio to show what is wanted', () => {
    expect(stretchedToShow(curl, 30)).toBe(50);
  });
});

describe('the coat this dog has', () => {
  it('a clipped wire coat no longer strips', () => {
    const coat = coatOf(packs.coats, 'wire', ['previously-clipped-wire']);
    expect(coat.strips).toBe(false);
    expect(coat.changedBy.map((m) => m.id)).toEqual(['previously-clipped-wire']);
  });
  it('ignores a modifier that does not concern the type', () => {
    expect(coatOf(packs.coats, 'tight-curl', ['previously-clipped-wire']).changedBy).toEqual([]);
  });
  it('refuses a type the pack does not have', () => {
    expect(() => coatOf(packs.coats, 'scales', [])).toThrow(/no coat type called "scales"/);
  });
});

describe('hair that nobody measured', () => {
  const [back, pads] = ['back', 'pads'].map((id) => zoneKind(packs.zones, id)) as [ZoneKind, ZoneKind];

  it('is guessed as the grown coat of its place, for every coat', () => {
    for (const { id } of packs.coats.types) {
      const coat = coatOf(packs.coats, id, []);
      const grown = grownHair(coat, back, 60);
      expect(grown, id).toBeGreaterThan(4);
      expect(grownHair(coat, pads, 60), id).toBeLessThan(grown);
      if (coat.fullMm !== null) expect(grown, id).toBeLessThanOrEqual(growthIn(coat, back).fullMm ?? 0);
    }
  });

  it('is no more than has grown since the dog was born', () => {
    const curl = coatOf(packs.coats, 'tight-curl', []);
    expect(grownHair(curl, back, 2)).toBeCloseTo(24, 6);
    expect(grownHair(curl, back, 60)).toBe(curl.grownMm);
    const double = coatOf(packs.coats, 'double', []);
    expect(grownHair(double, back, 4)).toBeLessThan(grownHair(double, back, 40) * 0.6);
  });
});
