import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseFor, fullDrawer, hairEverywhere, mat, sign } from '../../testing/packs.ts';
import { anyVisit } from '../../testing/visits.ts';
import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { planGroom } from '../plan/planGroom.ts';
import { byId } from '../terms/failure.ts';
import { dangersOf, openedBy } from '../welfare/overrides.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';
import { unsafe } from '../welfare/unsafe.ts';
import { breaches } from './breaches.ts';
import type { Stroke } from './strokes.ts';
import { strokesOf } from './strokes.ts';

const VISITS = Number(process.env.KURREL_VISITS ?? 400);

/** What the override would do, as strokes, whatever the gate says of it. */
function strokesOfOverride(visit: Case, asked: Override): readonly Stroke[] {
  const zone = byId('zone', visit.zones, asked.zone);
  const area = visit.trim.areas[zone.kind.id];
  return openedBy(visit, asked, zone, restrictionsAt(visit, zone)).map((way) => ({
    place: asked.zone,
    toolId: way.toolId,
    carrier: way.carrierLabel,
    direction: way.leavesMm === null ? null : way.direction,
    mm: way.leavesMm,
    drawn: area && !visit.wish.vetAsks ? area : null,
    acknowledged: false,
  }));
}

describe('the referee', () => {
  const found = (
    stroke: Partial<Stroke>,
    extra: Parameters<typeof caseFor>[1] = {},
    role: 'lead' | 'trainee' = 'lead',
  ) => {
    const { facts, packs } = caseFor('standard-poodle', { hairMm: hairEverywhere(60), ...extra });
    const whole: Stroke = {
      place: 'throat',
      toolId: 'blade-7f',
      carrier: null,
      direction: 'with',
      mm: 3.2,
      drawn: null,
      acknowledged: false,
      ...stroke,
    };
    return breaches(facts, packs, [whole], role).map(({ kind }) => kind);
  };

  it('lets sound skin be clipped', () => {
    expect(found({})).toEqual([]);
    expect(found({ direction: 'against', mm: 1.6 })).toEqual([]);
  });

  it('finds a 7F against the lay of an allergic throat, whoever did not read the warning', () => {
    const allergic = { signs: [sign('allergic-skin')] };
    expect(found({ direction: 'against', mm: 1.6 }, allergic)).toEqual(['direction']);
    expect(found({ direction: 'against', mm: 1.6, acknowledged: true }, allergic)).toEqual([]);
    expect(found({ direction: 'against', mm: 1.6, acknowledged: true }, allergic, 'trainee')).toEqual([
      'direction',
    ]);
  });

  it('the floor of skin is opened by nothing', () => {
    expect(found({ place: 'belly', toolId: 'blade-40', mm: 0.25, acknowledged: true })).toEqual([
      'skin-floor',
    ]);
  });

  it('a protected place, its whole ear, and never its other ear', () => {
    const ear = { signs: [sign('healing-ear', 'ear-fringe.left')] };
    expect(found({ place: 'ear-outside.left', toolId: 'blade-10', mm: 1.5 }, ear)).toContain(
      'protected-place',
    );
    expect(found({ place: 'ear-outside.right', toolId: 'blade-10', mm: 1.5 }, ear)).toEqual([]);
  });

  it.each([
    ['a 7F between the pads', { place: 'pads' }, 'place'],
    ['a 5F inside an ear', { place: 'ear-inside.left', toolId: 'blade-5f', mm: 6.3 }, 'place'],
    ['a 6F at an eye corner', { place: 'eye-corner.left', toolId: 'blade-6f', mm: 4.8 }, 'place'],
    ['a 4F in an armpit', { place: 'armpit.left', toolId: 'blade-4f', mm: 9.5 }, 'place'],
    ['a skip-tooth in a fold', { place: 'belly', toolId: 'blade-7', mm: 3.2 }, 'skip-tooth'],
  ] as const)('%s', (_what, stroke, kind) => expect(found(stroke)).toContain(kind));

  it('a guard comb in a fold is exempt; through felt it is not', () => {
    const comb = { place: 'armpit.left', toolId: 'comb-10', carrier: '40', mm: 10 };
    expect(found(comb)).toEqual([]);
    expect(found(comb, { mats: [mat('armpit.left')] })).toEqual(['comb-through-felt']);
  });

  it('a 30 under a mat below the salon’s floor', () => {
    const matPolicy = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
    const under = { place: 'rib.left', toolId: 'blade-30', mm: 0.5 };
    expect(found(under, { matPolicy, mats: [mat('rib.left')] })).toContain('under-mat');
    expect(found(under, { matPolicy })).toEqual([]);
  });

  it('a 40 on a first visit’s face, and against its lay', () => {
    const drawn = { mm: 1.5, techniques: ['clip'] } as const;
    const face = { place: 'cheek.left', toolId: 'blade-40', mm: 0.25, drawn };
    expect(found(face, { firstVisit: true })).toContain('new-dog');
    expect(found({ ...face, toolId: 'blade-9', mm: 2 }, { firstVisit: true })).toEqual([]);
    expect(found({ ...face, toolId: 'blade-9', mm: 2, direction: 'against' }, { firstVisit: true })).toEqual([
      'direction',
    ]);
  });

  it('sores under a mat: no comb and no skip-tooth there or next door', () => {
    const mats = [mat('rib.left', { tightness: 2, sores: true })];
    expect(found({ place: 'shoulder.left', toolId: 'comb-13', carrier: '40', mm: 13 }, { mats })).toEqual([
      'technique',
    ]);
    expect(found({ place: 'shoulder.left', toolId: 'blade-5', mm: 6.3 }, { mats })).toEqual(['skip-tooth']);
    expect(found({ place: 'croup', toolId: 'comb-13', carrier: '40', mm: 13 }, { mats })).toEqual([]);
  });

  it('what leaves as much as there is cuts nothing', () => {
    expect(
      found({ place: 'belly', mm: 0.2, toolId: 'short-shears', direction: null }, { hairMm: { belly: 0.2 } }),
    ).toEqual([]);
  });
});

describe('the gate and the referee', () => {
  it('agree on every tool named anywhere on any dog, with a direction or without', () => {
    fc.assert(
      fc.property(anyVisit, fc.constantFrom(...fullDrawer), ({ breed, extra }, tool) => {
        const overrides = (extra.overrides ?? []).map((one) => ({
          ...one,
          toolId: tool.id,
          targetMm: null,
          acknowledged: false,
        }));
        const visit = caseFor(breed, { ...extra, drawer: fullDrawer, hairMm: {}, overrides });
        for (const asked of overrides) {
          const zone = byId('zone', visit.zones, asked.zone);
          if (strokesOfOverride(visit, asked).length === 0) continue;
          const gate = dangersOf(visit, asked, zone, restrictionsAt(visit, zone));
          const referee = breaches(visit.facts, visit.packs, strokesOfOverride(visit, asked), 'lead');
          // One blade longer is a promise about the tool beside the drawn one: the referee knows no drawn tool.
          const promise = gate.filter(({ what }) => what !== 'floor').length === 0 && gate.length > 0;
          if (promise) continue;
          const said = `${tool.id} ${asked.direction ?? ''} at ${asked.zone} of ${breed}`;
          expect(referee.length > 0, said).toBe(gate.length > 0);
        }
      }),
      { numRuns: VISITS },
    );
  });

  it('whatever the referee finds the gate refuses, and what is refused is not in the plan', () => {
    fc.assert(
      fc.property(anyVisit, ({ breed, extra }) => {
        const visit = caseFor(breed, extra);
        const refused = new Set(unsafe(visit, 'trainee').map(({ zone }) => zone));
        const found = breaches(
          visit.facts,
          visit.packs,
          strokesOf(planGroom(visit), visit.choices, visit.trim),
          'trainee',
        );
        for (const { place, kind } of found) expect(refused.has(place), `${place} ${kind}`).toBe(true);
      }),
      { numRuns: VISITS },
    );
  });
});
