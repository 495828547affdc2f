import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breed, fullDrawer, mat, packs, zoneOf } from '../../testing/packs.ts';
import type { Hands } from '../hands/hands.ts';
import { freshHands, mirrored } from '../hands/hands.ts';
import type { Choices } from '../case/choices.ts';
import { factsWith } from '../case/facts.ts';
import { resolveCase } from '../case/resolveCase.ts';
import { planGroom } from './planGroom.ts';
import { dogZones } from '../packs/zones.ts';
import { otherSide } from '../terms/zone.ts';

const zoneIds = dogZones(packs.zones).map(({ id }) => id);
const longHair = Object.fromEntries(zoneIds.map((id) => [id, 70]));

describe('left and right', () => {
  const known = {
    dog: { signs: [] },
    ageMonths: 60,
    lastVisit: {},
    groomerHand: null,
    shave: null,
    predictedMm: longHair,
    drawer: fullDrawer,
    salon: { schools: {}, policy: { mats: { limitMinutes: 12, bladeFloorMm: 0.5, feePerHour: 60 } } },
  };
  const choices = (trimId: string): Choices => ({
    trimId,
    purpose: 'pet',
    wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },

    schools: {},
    sides: {},
    overrides: [],
    scope: [],
  });
  const sided = zoneIds.filter((id) => id !== otherSide(id));
  const anyHands = fc.record({
    mats: fc.array(
      fc.record({
        zone: fc.constantFrom(...zoneIds),
        lengthCm: fc.integer({ min: 1, max: 8 }),
        tightness: fc.constantFrom(1, 2, 3, 4),
        toSkinMm: fc.constantFrom(0.5, 1, 3, 8),
      }),
      { maxLength: 3 },
    ),
    signs: fc.array(
      fc.record({
        sign: fc.constantFrom(
          'lump',
          'redness',
          'healing-patch',
          'hot-spot',
          'packed-undercoat',
          'curl-tight',
        ),
        zone: fc.constantFrom(...zoneIds),
      }),
      { maxLength: 3 },
    ),
    findings: fc.array(
      fc.record({
        finding: fc.constantFrom('elbows-out', 'cow-hocks', 'weak-pasterns', 'high-behind'),
        side: fc.constantFrom('left', 'right', null),
      }),
      { maxLength: 2 },
    ),
    lengths: fc.dictionary(fc.constantFrom(...sided), fc.integer({ min: 2, max: 60 }), { maxKeys: 3 }),
  });

  it('swapped findings give the mirrored plan', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(
        anyHands,
        fc.constantFrom('standard-poodle', 'giant-schnauzer', 'havanese'),
        (found, id) => {
          const pack = breed(id);
          const standing = {
            measurements: {},
            findings: [],
            coatType: pack.coat,
            coatModifiers: [],
            dense: false,
            signs: [],
          };
          const hands: Hands = {
            ...freshHands(standing, { handling: 'easy', standingMinutes: null }),
            mats: found.mats.map((m, i) => mat(m.zone, { ...m, tightness: m.tightness as 1, id: `m${i}` })),
            signs: found.signs.map((s) => ({ ...s, level: null, sizeMm: null, note: '' })),
            findings: found.findings.map((f) => ({ ...f, severity: 'marked' as const })),
            lengths: Object.fromEntries(
              Object.entries(found.lengths).map(([zone, mm]) => [
                zone,
                { mm, sdMm: null, readings: 1, by: 'rule' as const },
              ]),
            ),
          };
          const planOf = (h: Hands) =>
            planGroom(resolveCase(packs, pack, factsWith(known, h), choices(pack.trims[0]?.id ?? '')));
          const plan = planOf(hands);
          const mirror = planOf(mirrored(hands));
          for (const zone of plan.zones) {
            const other = zoneOf(mirror, otherSide(zone.zone));
            expect(other.targetMm, zone.zone).toBeCloseTo(zone.targetMm, 9);
            expect(other.leftMm, zone.zone).toBeCloseTo(zone.leftMm, 9);
            expect(other.leftAlone, zone.zone).toBe(zone.leftAlone);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
