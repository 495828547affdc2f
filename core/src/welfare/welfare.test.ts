import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import type { Extra } from '../../testing/packs.ts';
import {
  breeds,
  caseFor,
  hairEverywhere,
  override,
  packs,
  placesOfCase,
  planFor,
  sign,
  tool,
  zoneOf,
} from '../../testing/packs.ts';
import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { planGroom } from '../plan/planGroom.ts';
import { byId } from '../terms/failure.ts';
import { isAmong, zoneKindId } from '../terms/zone.ts';
import { restrictionsAt } from './restrictionsAt.ts';
import { liftedStops, openStops, stopsOf } from './stops.ts';
import { unsafe } from './unsafe.ts';
import { zoneKind } from '../packs/zones.ts';

const zones = caseFor('standard-poodle').derived.zones;
const at = (visit: Case, zone: string) => restrictionsAt(visit, byId('zone', visit.derived.zones, zone));
const long = hairEverywhere(60);

describe('an override', () => {
  const allergic = { signs: [sign('allergic-skin')] };

  it('of a length opens no technique and no direction', () => {
    const dog = { signs: [sign('lump', 'foreface.left', { sizeMm: 30 }), sign('allergic-skin')] };
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
    const mm = evenly(3, 60);
    fc.assert(
      fc.property(fc.constantFrom(...kinds), zone, pack, mm, (kind, where, breedId, targetMm) => {
        const visit = caseFor(breedId, {
          restricted: [[kind, where]],
          overrides: [override(where, { targetMm, acknowledged: true })],
        });
        const plan = planGroom(visit);
        for (const place of placesOfCase(visit, where)) {
          const { forbidden, directions, skipTooth } = at(visit, place ?? '');
          const { tool } = zoneOf(plan, place ?? '');
          if (!tool) continue;
          expect(forbidden).not.toContain(tool.technique);
          expect(directions).toContain(tool.direction);
          const option = visit.derived.options.find(({ toolId }) => toolId === tool.toolId);
          expect(option?.skipTooth === true && !skipTooth).toBe(false);
        }
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
      'with a blade at a crusted eye',
      { signs: [sign('crusted-eye', 'brow.left')] },
      override('eye-corner.left', { toolId: 'blade-10' }),
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

describe('a first visit', () => {
  it('needs no tick: face, ears, throat, feet and sanitary area are longer than drawn, never shorter, with the lay', () => {
    for (const { id, trims } of breeds) {
      for (const { id: trimId } of trims) {
        const usual = planFor(id, { trimId });
        const first = planFor(id, { trimId, firstVisit: true });
        const tender = ['foreface', 'cheek', 'throat', 'ear-outside', 'forefoot', 'sanitary'];
        for (const { zone: kind } of usual.zones.filter(({ zone }) => isAmong(tender, zone))) {
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

  it('is longer also where the drawer’s next blade is far: the blade that was drawn is no answer', () => {
    const drawer = [tool('blade-7f'), tool('blade-5f', { lengthMm: 6.8 }), tool('straight-shears')];
    const ear = (firstVisit: boolean) =>
      zoneOf(
        planFor('yorkshire-terrier', { trimId: 'puppy-cut', drawer, firstVisit }),
        'ear-outside#tip.left',
      );
    expect(ear(false).tool?.label).toBe('blade-7f');
    expect(ear(true).tool?.label).toBe('blade-5f');
    expect(ear(true).leftMm).toBeGreaterThan(ear(false).leftMm);
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

  it.each([['a crusted eye', 'crusted-eye', 'eye-corner.left', ['eye-corner.left', 'brow.left']]])(
    '%s: no blade and no comb at the organ',
    (_name, id, where, organ) => {
      for (const zone of organ) {
        expect(['clip', 'comb']).not.toContain(bladed({ signs: [sign(id, where)] }, zone).tool?.technique);
      }
    },
  );

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
      expect(
        openStops(stop ? [stop] : [], [{ key: stop?.key ?? '', action: 'cleared' }], packs.safety),
      ).toEqual([]);
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
    for (const kind of never) expect(zoneKind(packs.zones, kind).skipTooth, kind).toBe(false);
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
