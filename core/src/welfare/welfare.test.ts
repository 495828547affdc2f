import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, packs, planFor, sign, zoneOf } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import type { Override } from '../case/choices.ts';
import { restriction } from '../case/restrictions.ts';
import type { Case } from '../case/resolveCase.ts';
import { planGroom } from '../plan/planGroom.ts';
import { byId } from '../terms/failure.ts';
import { otherSide, zoneKindId } from '../terms/zone.ts';
import { restrictionsAt } from './restrictionsAt.ts';
import { liftedStops, openStops, stopsOf } from './stops.ts';
import { unsafe } from './unsafe.ts';

const zones = caseFor('standard-poodle').zones;
const at = (visit: Case, zone: string) => restrictionsAt(visit, byId('zone', visit.zones, zone));
const long = hairEverywhere(60);
const override = (zone: string, extra: Partial<Override> = {}): Override => ({
  zone,
  targetMm: null,
  toolId: null,
  direction: null,
  reason: '',
  acknowledged: false,
  ...extra,
});

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

describe('an override', () => {
  const allergic = { signs: [sign('allergic-skin')] };

  it('of a length opens no technique and no direction', () => {
    const dog = { signs: [sign('tooth', 'foreface.left'), sign('allergic-skin')] };
    for (const targetMm of [1.6, 3, 6.3]) {
      const plan = planFor('standard-poodle', {
        ...dog,
        overrides: [override('foreface.left', { targetMm })],
      });
      const face = zoneOf(plan, 'foreface.left');
      expect(face.overridden).toBe(true);
      expect(['clip', 'comb']).not.toContain(face.tool?.technique);
      const throat = planFor('standard-poodle', { ...dog, overrides: [override('throat', { targetMm })] });
      expect(zoneOf(throat, 'throat').tool?.direction ?? 'with').toBe('with');
    }
  });

  it('of a length on restricted skin keeps what is forbidden forbidden, for every restriction and breed', () => {
    const kinds = packs.safety.restrictions.map(({ id }) => id);
    const zone = fc.constantFrom(...zones.map(({ id }) => id));
    const pack = fc.constantFrom(...breeds.map(({ id }) => id));
    const mm = fc.double({ min: 3, max: 60, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...kinds), zone, pack, mm, (kind, where, breedId, targetMm) => {
        const visit = caseFor(breedId, {
          restricted: [[kind, where]],
          overrides: [override(where, { targetMm, acknowledged: true })],
        });
        const { forbidden, directions, skipTooth } = at(visit, where);
        const { tool } = zoneOf(planGroom(visit), where);
        if (!tool) return;
        expect(forbidden).not.toContain(tool.technique);
        expect(directions).toContain(tool.direction);
        const option = visit.options.find(({ toolId }) => toolId === tool.toolId);
        expect(option?.skipTooth === true && !skipTooth).toBe(false);
      }),
      { numRuns: 120 },
    );
  });

  it('that names a tool or a direction widens them only once the warning is read', () => {
    const ask = (extra: Partial<Override>) => [
      override('throat', { toolId: 'blade-40', direction: 'with', ...extra }),
    ];
    const unread = caseFor('west-highland-white-terrier', { ...allergic, overrides: ask({}) });
    expect(zoneOf(planGroom(unread), 'throat').tool?.toolId).not.toBe('blade-40');
    expect(unsafe(unread, 'lead')).toMatchObject([
      { kind: 'unread-warning', about: 'allergic skin or razor rash' },
    ]);
    const read = caseFor('west-highland-white-terrier', {
      ...allergic,
      overrides: ask({ acknowledged: true }),
    });
    expect(zoneOf(planGroom(read), 'throat').tool?.toolId).toBe('blade-40');
    expect(unsafe(read, 'groomer')).toEqual([]);
    expect(unsafe(read, 'trainee')).toMatchObject([{ kind: 'role-may-not', zone: 'throat' }]);
    const turned = [override('throat', { direction: 'against' })];
    expect(
      unsafe(caseFor('west-highland-white-terrier', { ...allergic, overrides: turned }), 'lead'),
    ).toHaveLength(1);
  });

  it.each([
    ['below the floor', { signs: [sign('allergic-skin')] }, override('throat', { targetMm: 0.5 })],
    [
      'where nothing is touched',
      { signs: [sign('healing-patch', 'back')] },
      override('back', { targetMm: 10 }),
    ],
    ['with a skip-tooth in a fold', {}, override('belly', { toolId: 'blade-7' })],
    [
      'with a blade at a bad tooth',
      { signs: [sign('tooth', 'beard')] },
      override('foreface.left', { toolId: 'blade-10' }),
    ],
  ] as const)('is stopped at the gate %s, in the plan as well', (_what, dog, asked) => {
    const visit = caseFor('standard-poodle', { ...dog, overrides: [asked] });
    expect(unsafe(visit, 'lead')).toHaveLength(1);
    const plan = planGroom(visit);
    expect(zoneOf(plan, asked.zone).overridden).toBe(false);
    expect(plan.conflicts.map(({ kind }) => kind)).toContain('override-unsafe');
  });

  it('a safe one passes the gate whoever asks', () => {
    const visit = caseFor('standard-poodle', { overrides: [override('back', { targetMm: 10 })] });
    expect(unsafe(visit, 'trainee')).toEqual([]);
  });
});

describe('one length all over', () => {
  const wish = (allOverMm: number, extra: Partial<typeof AS_DRAWN> = {}): Extra => ({
    hairMm: long,
    wish: { ...AS_DRAWN, allOverMm, ...extra },
  });

  it('is the whole dog, with its pads and folds as the trim has them', () => {
    const plan = planFor('standard-poodle', wish(6.3));
    for (const zone of plan.zones) {
      if (byId('zone', packs.zones.zones, zoneKindId(zone.zone)).allOver === 'same') {
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
    const matted = planFor('standard-poodle', { ...wish(2), mats: [felt] });
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
      expect(visit.shaving.answer).toBe('explained');
      expect(visit.shaving.policy?.text).toMatch(/softens/);
    },
  );

  it('the signature is under this very plan: another trim or length is declined again', () => {
    const signing = caseFor('samoyed', { ...shave, shave: 'being-signed' });
    const plan = planGroom(signing);
    expect(zoneOf(plan, 'back').leftMm).toBeGreaterThanOrEqual(12.9);
    const leftMm = Object.fromEntries(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    const { trimId, purpose, wish } = signing.choices;
    const signed = { choices: { trimId, purpose, wish }, leftMm };
    const again = (extra: Extra) => caseFor('samoyed', { ...shave, shave: signed, ...extra }).shaving.answer;
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
    expect(dog.shaving.answer).toBe('declined');
    const lenient = caseFor('samoyed', {
      ...shave,
      schools: { doubleCoat: 'decline' },
      shave: 'being-signed',
    });
    expect(lenient.shaving.answer).toBe('declined');
  });
});

describe('a first visit', () => {
  it('needs no tick: face, ears, throat, feet and sanitary area are longer than drawn, never shorter, with the lay', () => {
    for (const { id, trims } of breeds) {
      for (const { id: trimId } of trims) {
        const usual = planFor(id, { trimId });
        const first = planFor(id, { trimId, firstVisit: true });
        for (const kind of [
          'foreface.left',
          'cheek.left',
          'throat',
          'ear-outside.left',
          'forefoot.left',
          'sanitary',
        ]) {
          const [was, is] = [zoneOf(usual, kind), zoneOf(first, kind)];
          if (was.tool?.technique !== 'clip' && was.tool?.technique !== 'comb') continue;
          const where = `${id} ${trimId} ${kind}`;
          expect(is.targetMm, where).toBeGreaterThanOrEqual(was.targetMm);
          if (is.targetMm < 13) expect(is.targetMm, where).toBeGreaterThan(was.targetMm);
          expect(is.leftMm, where).toBeGreaterThanOrEqual(was.targetMm * 0.85);
          expect(is.tool?.direction ?? 'with', where).toBe('with');
        }
      }
    }
  });

  it('with the lay, one longer, is longer than the face it replaces', () => {
    const face = (extra: Extra) => zoneOf(planFor('standard-poodle', extra), 'foreface.left');
    const house = face({ salon: { face: 'with' } });
    expect(house.tool?.direction).toBe('with');
    expect(house.leftMm).toBeGreaterThan(face({}).leftMm);
  });
});

describe('what is sore, painful or healing', () => {
  const bladed = (extra: Extra, zone: string) => zoneOf(planFor('standard-poodle', extra), zone);

  it.each([
    ['a tooth over the lip', 'tooth', 'foreface.left', ['foreface.left', 'beard']],
    ['a crusted eye', 'crusted-eye', 'eye-corner.left', ['eye-corner.left', 'brow.left']],
  ])('%s: no blade and no comb at the organ', (_name, id, where, organ) => {
    for (const zone of organ) {
      expect(['clip', 'comb']).not.toContain(bladed({ signs: [sign(id, where)] }, zone).tool?.technique);
    }
  });

  it.each([
    ['a painful eye', sign('painful-eye', 'brow.left'), 'eye-corner.left'],
    ['sore skin', sign('sore', 'rib.left'), 'rib.left'],
    ['marked redness', sign('redness', 'rib.left', { level: 'marked' }), 'rib.left'],
    ['a healing ear', sign('healing-ear', 'ear-behind.left'), 'ear-outside.left'],
    ['a painful ear', sign('painful-ear', 'ear-inside.left'), 'ear-outside.left'],
    ['a bald patch', sign('healing-patch', 'armpit.left'), 'armpit.left'],
  ])('%s: left alone', (_name, seen, zone) => {
    expect(bladed({ signs: [seen] }, zone)).toMatchObject({ leftAlone: true, tool: null });
    expect(bladed({ signs: [seen] }, zone).protectedBy).not.toBeNull();
  });

  it('what is painful is a stop, and protected still when the stop is cleared', () => {
    for (const id of ['painful-eye', 'painful-ear']) {
      const where = id === 'painful-eye' ? 'brow.left' : 'ear-inside.left';
      const found = {
        signs: [sign(id, where)],
        mats: [],
        temper: { handling: 'easy', standingMinutes: null },
      } as const;
      const [stop] = stopsOf(found, packs, 'bites');
      expect(stop?.key).toBe(`${id}@${where}`);
      expect(openStops(stop ? [stop] : [], [{ key: stop?.key ?? '', action: 'cleared' }])).toEqual([]);
      expect(bladed({ signs: [sign(id, where)] }, where).leftAlone).toBe(true);
    }
  });

  it('a small lump is gone over with the lay, a large one worked round by hand', () => {
    const lump = (sizeMm: number) =>
      bladed({ signs: [sign('lump', 'back', { sizeMm })] }, 'back').tool?.technique;
    expect(['clip', 'comb']).toContain(lump(8));
    expect(['scissor', 'thin']).toContain(lump(30));
  });

  it('a skip-tooth goes nowhere it may catch, nor on any restricted skin', () => {
    const skips = packs.tools.kinds.filter(({ skipTooth }) => skipTooth).map(({ id }) => id);
    const never = [
      'belly',
      'breech',
      'inner-thigh',
      'hock',
      'armpit',
      'foreface',
      'beard',
      'throat',
      'ear-outside',
    ];
    for (const kind of never) expect(byId('zone', packs.zones.zones, kind).skipTooth, kind).toBe(false);
    for (const { id } of breeds) {
      for (const dog of [{}, { modifiers: ['senior'] }, { signs: [sign('allergic-skin')] }]) {
        const plan = planFor(id, { ...dog, hairMm: long });
        for (const zone of plan.zones) {
          if (!zone.tool || !skips.includes(zone.tool.toolId)) continue;
          expect(never, zone.zone).not.toContain(zoneKindId(zone.zone));
          expect(dog, zone.zone).toEqual({});
        }
      }
    }
  });
});

describe('stops', () => {
  const found = (signs: ReturnType<typeof sign>[]) =>
    stopsOf({ signs, mats: [], temper: { handling: 'easy', standingMinutes: null } }, packs, 'bites');

  it('taking a sign away lifts its stop, whether or not it was answered', () => {
    const before = found([sign('wound', 'back'), sign('parasites')]);
    expect(liftedStops(before, found([sign('parasites')]), [])).toEqual(['open-skin@back']);
    expect(liftedStops([], [], [{ key: 'open-skin@back', action: 'cleared' }])).toEqual(['open-skin@back']);
    expect(liftedStops([], [], [{ key: 'open-skin@back', action: 'lifted' }])).toEqual([]);
    expect(liftedStops(before, before, [])).toEqual([]);
  });

  it('the gate names every open stop, on a start', () => {
    const visit = caseFor('standard-poodle');
    const stops = found([sign('wound', 'back'), sign('parasites')]);
    expect(unsafe(visit, 'lead', stops)).toEqual([
      { kind: 'open-stop', zone: 'back', about: 'open wound or hot spot' },
      { kind: 'open-stop', zone: null, about: 'parasites' },
    ]);
  });
});

describe('cautions of the brief', () => {
  const visitWide = (extra: Extra) => planFor('standard-poodle', extra).cautions.join('\n');

  it.each([
    ['never alone in the loop', {}, /Never alone/],
    ['dryer in ears', {}, /never into ears/],
    [
      'fingers between when a mat is cut',
      {
        mats: [
          {
            id: 'm',
            zone: 'back',
            lengthCm: 3,
            widthCm: 3,
            tightness: 2,
            toSkinMm: 6,
            burr: false,
            sores: false,
          },
        ],
      },
      /Fingers between/,
    ],
    ['patch test', { signs: [sign('allergic-skin')] }, /small place first/],
    ['chalk in airways', { purpose: 'show' }, /out of airways/],
    ['lifting', { measurements: { weightKg: 30 } }, /Two people lift/],
    ['a bare clipper on a moving dog', { signs: [sign('dances')] }, /no bare blade freehand/],
  ] as const)('%s', (_name, extra, words) => {
    expect(visitWide(extra as Extra)).toMatch(words);
  });

  it('those that do not apply are not said', () => {
    const calm = visitWide({ measurements: { weightKg: 20 } });
    expect(calm).not.toMatch(/Fingers between|small place first|airways|Two people|freehand/);
  });

  it('hot blade, nipples and hind dewclaws stand at their step', () => {
    const plan = planFor('standard-poodle');
    expect(zoneOf(plan, 'back').cautions.join()).toMatch(/inside of your wrist/);
    expect(zoneOf(plan, 'belly').cautions.join()).toMatch(/Nipples/);
    expect(zoneOf(plan, 'hock.left').cautions.join()).toMatch(/dewclaws/);
    expect(zoneOf(plan, 'topknot').cautions.join()).not.toMatch(/wrist/);
  });
});
