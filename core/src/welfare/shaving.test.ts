import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, derivedAs, hairEverywhere, override, packs, planFor, zoneOf } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { planGroom } from '../plan/planGroom.ts';
import { zoneKindId } from '../terms/zone.ts';
import { areaIn, zoneIn } from '../../testing/targets.ts';
import { shaveFloorMm, shavingAt } from './shaving.ts';
import { unsafe } from './unsafe.ts';
import { zoneKind } from '../packs/zones.ts';

const long = hairEverywhere(60);

describe('one length all over', () => {
  const wish = (allOverMm: number, extra: Partial<typeof AS_DRAWN> = {}): Extra => ({
    hairMm: long,
    wish: { ...AS_DRAWN, allOverMm, ...extra },
  });

  it('is the whole dog, with its pads and folds as the trim has them', () => {
    const plan = planFor('standard-poodle', wish(6.3));
    for (const zone of plan.zones) {
      if (zoneKind(packs.zones, zone.zone).allOver === 'same') {
        expect(zone.targetMm, zone.zone).toBeCloseTo(6.3, 6);
      } else expect(zone.targetMm, zone.zone).toBeLessThan(6.3);
    }
  });

  it('goes no shorter than 3 mm for a wish, and says so once', () => {
    const plan = planFor('standard-poodle', wish(1));
    expect(Math.min(...['back', 'throat', 'thigh.left'].map((z) => zoneOf(plan, z).targetMm))).toBe(3);
    expect(plan.conflicts.filter(({ kind }) => kind === 'wish-too-short')).toHaveLength(1);
  });

  it('goes shorter when a vet asks or mats take it there, never below a zone’s own skin', () => {
    const vet = planFor('standard-poodle', wish(1, { vetAsks: true }));
    expect(zoneOf(vet, 'back').targetMm).toBe(1);
    expect(zoneOf(vet, 'belly').targetMm).toBe(1.2);
    const felt = {
      id: 'm1',
      zone: 'back',
      lengthCm: 20,
      widthCm: 20,
      tightness: 4,
      toSkinMm: 1.6,
      burr: false,
      sores: false,
    } as const;
    const small = planFor('standard-poodle', { ...wish(2), mats: [felt] });
    expect(zoneOf(small, 'rib.left').targetMm).toBe(3);
    expect(small.conflicts.map(({ kind }) => kind)).toContain('wish-too-short');
    const everywhere = [
      'back',
      'loin',
      'croup',
      'nape',
      'throat',
      'forechest',
      'brisket',
      'topknot',
      'tail',
    ].concat(
      ['shoulder', 'thigh', 'foreleg', 'breech', 'gaskin'].flatMap((zone) => [
        `${zone}.left`,
        `${zone}.right`,
      ]),
    );
    const mats = everywhere.map((zone, i) => ({ ...felt, zone, id: `m${i}`, lengthCm: 40, widthCm: 40 }));
    const matted = planFor('standard-poodle', { ...wish(2), mats });
    expect(zoneOf(matted, 'rib.left').targetMm).toBe(2);
    expect(matted.conflicts.map(({ kind }) => kind)).not.toContain('wish-too-short');
  });

  it('a vet’s instruction is passed on by a groomer, not by a trainee', () => {
    const visit = caseFor('standard-poodle', wish(1, { vetAsks: true }));
    expect(unsafe(visit, 'groomer')).toEqual([]);
    expect(unsafe(visit, 'trainee')).toMatchObject([{ kind: 'role-may-not' }]);
  });
});

describe('the question of shaving', () => {
  const shave: Extra = { hairMm: hairEverywhere(90), wish: { ...AS_DRAWN, allOverMm: 5 } };

  it.each([
    'samoyed',
    'golden-retriever',
    'irish-water-spaniel',
    'german-shorthaired-pointer',
    'generic-double',
    'generic-smooth',
  ])('is asked of the %s: declined without a signature, and no zone is cut to the wish', (id) => {
    const plan = planFor(id, shave);
    expect(plan.conflicts.filter(({ kind }) => kind === 'shaving-declined')).toHaveLength(1);
    expect(plan.zones.filter(({ targetMm, lost }) => targetMm === 5 && !lost)).toEqual([]);
    expect(['clip', 'comb']).not.toContain(zoneOf(plan, 'back').tool?.technique);
  });

  it.each(['airedale-terrier', 'english-springer-spaniel'])(
    'on the %s it is done and what it costs is said',
    (id) => {
      const visit = caseFor(id, shave);
      expect(visit.derived.shaving.answer).toBe('explained');
      expect(visit.derived.shaving.policy?.text).toMatch(/softens/);
    },
  );

  it('the signature is under this very plan: another trim or length is declined again', () => {
    const signing = caseFor('samoyed', { ...shave, shave: 'being-signed' });
    const plan = planGroom(signing);
    expect(zoneOf(plan, 'back').leftMm).toBeGreaterThanOrEqual(12.9);
    const leftMm = Object.fromEntries(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    const { trimId, purpose, wish } = signing.choices;
    const signed = { choices: { trimId, purpose, wish }, leftMm };
    const again = (extra: Extra) =>
      caseFor('samoyed', { ...shave, shave: signed, ...extra }).derived.shaving.answer;
    expect(again({})).toBe('consented');
    expect(again({ wish: { ...wish, allOverMm: 4 } })).toBe('declined');
    expect(again({ trimId: 'easy-outline' })).toBe('declined');
    expect(again({ wish: AS_DRAWN })).toBe('declined');
  });

  it('nobody steps over it with an override, however acknowledged, but for a vet', () => {
    const overrides = [override('back', { toolId: 'blade-5f', acknowledged: true })];
    const visit = caseFor('samoyed', { hairMm: long, overrides });
    expect(unsafe(visit, 'lead')).toMatchObject([{ kind: 'needs-consent', zone: 'back' }]);
    expect(zoneOf(planGroom(visit), 'back').tool?.toolId).not.toBe('blade-5f');
    const short = caseFor('samoyed', {
      hairMm: long,
      overrides: [override('back', { targetMm: 4, acknowledged: true })],
    });
    expect(unsafe(short, 'lead')).toMatchObject([{ kind: 'needs-consent' }]);
    const vet = caseFor('samoyed', { hairMm: long, overrides, wish: { ...AS_DRAWN, vetAsks: true } });
    expect(unsafe(vet, 'lead')).toEqual([]);
  });

  it('a salon’s never is not lifted by a dog’s own answer, or a signature', () => {
    const salon = { doubleCoat: 'decline' };
    const dog = caseFor('samoyed', {
      ...shave,
      salon,
      schools: { doubleCoat: 'consent' },
      shave: 'being-signed',
    });
    expect(dog.derived.shaving.answer).toBe('declined');
    const lenient = caseFor('samoyed', {
      ...shave,
      schools: { doubleCoat: 'decline' },
      shave: 'being-signed',
    });
    expect(lenient.derived.shaving.answer).toBe('declined');
  });
});

describe('where the question of shaving is asked', () => {
  const visit = caseFor('samoyed', { wish: { ...AS_DRAWN, allOverMm: 5 } });
  const at = (of: typeof visit, zone: string, techniques: readonly ('clip' | 'scissor' | 'leave')[]) =>
    shavingAt(of, zoneIn(of, zone), areaIn(of, zoneKindId(zone), { techniques }));

  it('on the jacket, not on the head, on thin skin, or where the trim itself has a blade', () => {
    expect(at(visit, 'back', ['leave'])).toBe('declined');
    expect(at(visit, 'topknot', ['leave'])).toBe('free');
    expect(at(visit, 'belly', ['leave'])).toBe('free');
    expect(at(visit, 'back', ['scissor', 'clip'])).toBe('free');
    expect(at(visit, 'back', ['scissor'])).toBe('declined');
    const curl = caseFor('standard-poodle', { wish: { ...AS_DRAWN, allOverMm: 5 } });
    expect(at(curl, 'back', ['leave'])).toBe('free');
    const wire = caseFor('airedale-terrier', { wish: { ...AS_DRAWN, allOverMm: 5 } });
    expect(at(wire, 'back', ['leave'])).toBe('explained');
  });

  it('its floor is the longest workable length, or what was signed where that is longer', () => {
    const floor = (leftMm: Readonly<Record<string, number>> | null) =>
      shaveFloorMm(
        derivedAs(visit, { shaving: { ...visit.derived.shaving, signedMm: leftMm } }),
        zoneIn(visit, 'back'),
      );
    expect(floor(null)).toBe(13);
    expect(floor({ back: 20 })).toBe(20);
    expect(floor({ back: 9, loin: 30 })).toBe(13);
    const free = { ...visit.derived.shaving, policy: null, signedMm: null };
    expect(shaveFloorMm(derivedAs(visit, { shaving: free }), zoneIn(visit, 'back'))).toBe(0);
  });
});
