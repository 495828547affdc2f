import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { breeds, caseFor, fullDrawer, packs, planFor, tool, zoneOf } from '../../testing/packs.ts';
import type { Override, Wish } from '../case/choices.ts';
import { planGroom } from './planGroom.ts';
import type { Plan } from './plan.ts';
import { dogZones, trimZones } from '../packs/zones.ts';
import { otherSide } from '../terms/zone.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';

const override = (zone: string, extra: Partial<Override>): Override => ({
  zone,
  targetMm: null,
  toolId: null,
  direction: null,
  reason: 'handler asked',
  acknowledged: false,
  ...extra,
});
const longHair = Object.fromEntries(dogZones(packs.zones).map((zone) => [zone.id, 90]));

describe('a plan for a dog', () => {
  it('gives every zone of every breed and trim a length, a tool or a reason to leave it', () => {
    for (const breed of breeds) {
      for (const trim of breed.trims) {
        const plan = planFor(breed.id, { trimId: trim.id, purpose: trim.purposes[0] ?? 'pet' });
        expect(plan.zones).toHaveLength(trimZones(packs.zones, trim).length);
        for (const zone of plan.zones) {
          expect(zone.targetMm, `${breed.id} ${trim.id} ${zone.zone}`).toBeGreaterThan(0);
          expect(zone.tool !== null || zone.leftAlone, `${breed.id} ${trim.id} ${zone.zone}`).toBe(true);
          expect(zone.reasons.length).toBeGreaterThan(0);
        }
      }
    }
  });

  it('takes the 13 comb on a 13 mm body and says what it rides on', () => {
    const back = zoneOf(planFor('standard-poodle'), 'back');
    expect(back.tool).toMatchObject({ toolId: 'comb-13', direction: 'with', carrierLabel: 'blade-40' });
    expect(back.visibleMm).toBeCloseTo(13 * 0.6, 9);
    expect(back.reasons.map((r) => r.rule)).toContain('comb-needs-combed-coat');
  });

  it('plans the same both sides of an even dog', () => {
    const plan = planFor('airedale-terrier', { trimId: 'clip-and-card' });
    for (const zone of plan.zones.filter((z) => z.side === 'left')) {
      const other = zoneOf(plan, otherSide(zone.zone));
      expect(other.leftMm).toBe(zone.leftMm);
      expect(other.tool?.toolId).toBe(zone.tool?.toolId);
    }
  });

  it('is the same plan for the same input, and is plain JSON', () => {
    const input = caseFor('bichon-frise', { hairMm: longHair });
    const plan = planGroom(input);
    expect(planGroom(input)).toEqual(plan);
    expect(JSON.parse(JSON.stringify(plan))).toEqual(plan);
  });

  it('substitutes with the nearest tool when the drawer lacks one', () => {
    const without = fullDrawer.filter((t) => t.kindId !== 'comb-13' && t.kindId !== 'blade-3f');
    const back = zoneOf(planFor('standard-poodle', { drawer: without }), 'back');
    expect(back.tool?.toolId).not.toBe('comb-13');
    expect(back.tool).not.toBeNull();
  });

  it('reports a zone nothing in the drawer may do', () => {
    const plan = planFor('airedale-terrier', { drawer: [tool('blade-10')] });
    expect(plan.conflicts.filter((c) => c.kind === 'drawer-lacks').map((c) => c.zone)).toContain('back');
    expect(zoneOf(plan, 'back').tool).toBeNull();
  });
});

describe('welfare first', () => {
  const allergic = { restricted: [['allergic-skin', null]] } as const;

  it('allergic skin gets no 30 or 40, nothing against the lay, nothing shorter than a 10', () => {
    const plan = planFor('west-highland-white-terrier', { trimId: 'skin-kind', ...allergic });
    for (const zone of plan.zones.filter((z) => z.zone !== 'pads')) {
      expect(zone.leftMm, zone.zone).toBeGreaterThanOrEqual(1.5 - 1e-9);
      expect(zone.tool?.direction ?? 'with').toBe('with');
    }
    const pads = zoneOf(plan, 'pads');
    expect(pads.leftMm).toBeLessThan(1.5);
  });

  it('a removed direction is said in the reasons', () => {
    const plan = planFor('standard-poodle', allergic);
    expect(zoneOf(plan, 'throat').reasons[0]).toMatchObject({
      stage: 'welfare',
      rule: 'restriction',
      effect: { kind: 'removes', what: ['against', 'across', 'skip-tooth'] },
    });
  });

  it('works round a healing patch and leaves its neighbours longer to cover it', () => {
    const patch = ['healing-patch', 'foreleg.left'] as const;
    const plan = planFor('standard-poodle', { restricted: [patch] });
    const before = planFor('standard-poodle');
    expect(zoneOf(plan, 'foreleg.left')).toMatchObject({ leftAlone: true, tool: null });
    expect(zoneOf(plan, 'foreleg.right').leftAlone).toBe(false);
    expect(zoneOf(plan, 'pastern.left').targetMm).toBe(zoneOf(before, 'pastern.left').targetMm + 4);
    expect(zoneOf(plan, 'pastern.right').targetMm).toBe(zoneOf(before, 'pastern.right').targetMm);
  });

  it('adding a restriction never widens what a tool may do, and the plan keeps to it', () => {
    const kinds = packs.safety.restrictions.map((r) => r.id);
    const {
      derived: { zones },
    } = caseFor('standard-poodle');
    const seen = fc.tuple(fc.constantFrom(...kinds), fc.constantFrom(...zones.map(({ id }) => id)));
    fc.assert(
      fc.property(fc.array(seen, { maxLength: 3 }), seen, (some, one) => {
        const fewer = caseFor('standard-poodle', { restricted: some });
        const more = caseFor('standard-poodle', { restricted: [...some, one] });
        const plan = planGroom(more);
        for (const zone of zones) {
          const [was, is] = [restrictionsAt(fewer, zone), restrictionsAt(more, zone)];
          expect(is.floorMm).toBeGreaterThanOrEqual(was.floorMm);
          expect(was.directions).toEqual(expect.arrayContaining([...is.directions]));
          expect(is.forbidden).toEqual(expect.arrayContaining([...was.forbidden]));
          const { tool, leftAlone } = zoneOf(plan, zone.id);
          if (was.leaveAlone) expect(leftAlone).toBe(true);
          if (tool?.direction) expect(was.directions).toContain(tool.direction);
          if (tool) expect(was.forbidden).not.toContain(tool.technique);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('a shave-down wish on a double coat', () => {
  const wish = { lean: 'as-drawn', allOverMm: 5, weeksBetween: 12, places: [], vetAsks: false } as const;

  it('is declined without consent, with the alternatives', () => {
    const plan = planFor('samoyed', { wish, hairMm: longHair });
    const conflict = plan.conflicts.find((c) => c.zone === 'back');
    expect(conflict).toMatchObject({ kind: 'shaving-declined', askedMm: 5 });
    expect(conflict?.alternatives.length).toBeGreaterThan(1);
    for (const zone of ['back', 'rib.left', 'thigh.right', 'forechest', 'breech.left', 'tail']) {
      expect(['clip', 'comb']).not.toContain(zoneOf(plan, zone).tool?.technique);
      expect(zoneOf(plan, zone).leftMm).toBeGreaterThan(13);
    }
  });

  it('is declined for the whole dog: no zone is cut to the length that was asked', () => {
    const plan = planFor('samoyed', { wish, hairMm: longHair });
    expect(plan.zones.filter((zone) => zone.targetMm === 5)).toEqual([]);
  });

  it('goes to the longest workable length where the salon’s school allows it and consent is written', () => {
    const plan = planFor('samoyed', { wish, hairMm: longHair, shave: 'being-signed' });
    expect(zoneOf(plan, 'back').leftMm).toBeGreaterThanOrEqual(13 - 1e-9);
    expect(zoneOf(plan, 'back').leftMm).toBeLessThan(17);
    expect(plan.conflicts.some((c) => c.kind === 'welfare-over-wish' && c.zone === 'back')).toBe(true);
  });

  it('stays declined in a salon that declines, whatever is signed', () => {
    const schools = { doubleCoat: 'decline', face: 'against' } as const;
    const plan = planFor('samoyed', { wish, schools, hairMm: longHair, shave: 'being-signed' });
    expect(plan.conflicts.some((c) => c.kind === 'shaving-never')).toBe(true);
  });
});

describe('the hair that exists', () => {
  it('is a ceiling, and what is missing gets a date', () => {
    const plan = planFor('standard-poodle', { hairMm: { topknot: 30 } });
    expect(zoneOf(plan, 'topknot').leftMm).toBeLessThanOrEqual(30);
    const missing = plan.conflicts.find((c) => c.zone === 'topknot');
    expect(missing).toMatchObject({ kind: 'hair-missing', wonMm: 30, askedMm: 66 });
    expect(missing?.daysToGrow).toBeCloseTo((36 / 12) * 30.4375, 6);
  });

  it('never plans more hair than there is', () => {
    fc.assert(
      fc.property(evenly(0.5, 120), fc.constantFrom(...breeds), (mm, breed) => {
        const hairMm = Object.fromEntries(dogZones(packs.zones).map((zone) => [zone.id, mm]));
        const plan = planFor(breed.id, { hairMm });
        return plan.zones.every((zone) => zone.leftMm <= mm + 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});

describe('what stands behind a number', () => {
  const source = (plan: Plan, rule: string) =>
    zoneOf(plan, 'back').reasons.find((r) => r.rule === rule)?.source;

  it('hair is measured only where somebody measured it; grown hair is a prior', () => {
    const hairMm = { back: 40 };
    expect(source(planFor('standard-poodle', { hairMm }), 'hair-there')).toBe('prior');
    const measured = caseFor('standard-poodle', { hairMm, measuredHair: ['back'] });
    expect(source(planGroom(measured), 'hair-there')).toBe('measured');
  });

  it('a tool is measured only once it has after-measures on this coat and direction', () => {
    expect(source(planFor('standard-poodle'), 'nearest-tool')).toBe('prior');
    const measure = { coatClass: 'upright curl', direction: 'with', measuredMm: 13, expectedMm: 13 } as const;
    const drawer = fullDrawer.map((t) => (t.id === 'comb-13' ? { ...t, measures: [measure] } : t));
    expect(source(planFor('standard-poodle', { drawer }), 'nearest-tool')).toBe('measured');
  });
});

describe('wish and standard', () => {
  const wish = (extra: Partial<Wish>): Wish => ({
    lean: 'as-drawn',
    allOverMm: null,
    weeksBetween: 6,
    places: [],
    vetAsks: false,
    ...extra,
  });

  it('a pet owner’s wish beats the trim, struck through', () => {
    const back = zoneOf(planFor('standard-poodle', { wish: wish({ allOverMm: 5 }) }), 'back');
    expect(back.leftMm).toBeCloseTo(4.8, 1);
    expect(back.reasons.find((r) => r.rule === 'trim')?.overruled).toBe(true);
  });

  it('for show the standard beats the wish, and the wish is told so', () => {
    const plan = planFor('standard-poodle', {
      trimId: 'continental',
      purpose: 'show',
      wish: wish({ allOverMm: 5 }),
    });
    expect(zoneOf(plan, 'back').targetMm).toBe(90);
    expect(plan.conflicts.find((c) => c.zone === 'back')?.kind).toBe('standard-over-wish');
  });

  it('long gaps between visits lean a growing coat to its short end', () => {
    const at = (weeksBetween: number) =>
      zoneOf(planFor('standard-poodle', { wish: wish({ weeksBetween }) }), 'back').targetMm;
    expect(at(8)).toBe(13);
    expect(at(16)).toBe(6);
    expect(at(12)).toBeCloseTo(9.5, 9);
  });

  it('takes a long loin tighter behind and says why', () => {
    const findings = [{ finding: 'long-loin', severity: 'marked' }] as const;
    const croup = zoneOf(planFor('standard-poodle', { findings }), 'croup');
    expect(croup.targetMm).toBeLessThan(10);
    expect(croup.reasons.find((r) => r.rule === 'outline')).toMatchObject({ about: 'long loin' });
  });

  it('goes with the lay on a face where the salon’s school says so', () => {
    const schools = { doubleCoat: 'consent', face: 'with' } as const;
    const face = zoneOf(planFor('standard-poodle', { schools }), 'foreface.left');
    expect(face.tool?.direction).toBe('with');
    expect(face.reasons.map((r) => r.rule)).toContain('school');
  });
});

describe('the groomer’s override', () => {
  it('wins, is marked, and strikes through what it beat', () => {
    const plan = planFor('standard-poodle', { overrides: [override('back', { targetMm: 9.5 })] });
    const back = zoneOf(plan, 'back');
    expect(back).toMatchObject({ overridden: true, targetMm: 9.5 });
    expect(back.reasons.find((r) => r.rule === 'trim')?.overruled).toBe(true);
    expect(back.reasons.find((r) => r.rule === 'override-length')?.about).toBe('handler asked');
  });

  it('between two ticks is scissor work, on a tick the tool’s', () => {
    const at = (targetMm: number) =>
      zoneOf(planFor('standard-poodle', { overrides: [override('back', { targetMm })] }), 'back');
    expect(at(11.1)).toMatchObject({ leftMm: 11.1, tool: { technique: 'scissor' } });
    expect(at(10)).toMatchObject({ leftMm: 10, tool: { toolId: 'comb-10' } });
  });

  it('can name the tool and its direction', () => {
    const overrides = [override('back', { targetMm: 9.5, toolId: 'blade-4f', direction: 'against' })];
    const back = zoneOf(planFor('standard-poodle', { overrides }), 'back');
    expect(back.tool).toMatchObject({ toolId: 'blade-4f', direction: 'against' });
  });

  it('is not followed below the floor of the skin until the warning is acknowledged', () => {
    const ask = (acknowledged: boolean) =>
      planFor('standard-poodle', {
        restricted: [['allergic-skin', null]],
        overrides: [override('throat', { targetMm: 0.5, acknowledged })],
      });
    expect(ask(false).conflicts.map((c) => c.kind)).toContain('override-unsafe');
    expect(zoneOf(ask(false), 'throat').overridden).toBe(false);
    expect(zoneOf(ask(true), 'throat')).toMatchObject({ overridden: true, targetMm: 0.5 });
  });

  it('cannot leave hair that is not there', () => {
    const plan = planFor('standard-poodle', {
      hairMm: { back: 20 },
      overrides: [override('back', { targetMm: 30 })],
    });
    expect(plan.conflicts.map((c) => c.kind)).toContain('override-beyond-hair');
    expect(zoneOf(plan, 'back').overridden).toBe(false);
  });

  it('a caller’s slip is named', () => {
    expect(() => planFor('samoyed', { trimId: 'mohawk' })).toThrow('no trim called "mohawk"');
  });
});
