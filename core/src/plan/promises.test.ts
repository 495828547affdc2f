import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import {
  breeds,
  caseFor,
  fullDrawer,
  hairEverywhere,
  mat,
  packs,
  planFor,
  sign,
  tool,
  zoneOf,
} from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { zoneKindId } from '../terms/zone.ts';
import { patch } from '../../testing/patch.ts';
import type { Plan } from './plan.ts';
import { conflictsAt } from './runs.ts';

/** Every trim of every breed, with a full and with a small drawer. */
const SMALL = ['blade-30', 'blade-10', 'blade-7f', 'comb-6', 'comb-13', 'comb-25'].concat([
  'straight-shears',
  'short-shears',
  'thinners',
  'knife-fine',
]);
const drawers = { full: fullDrawer, small: SMALL.map((id) => tool(id)) };
function everyPlan(extra: Extra, look: (plan: Plan, name: string) => void): void {
  for (const { id, trims } of breeds)
    for (const { id: trimId, purposes } of trims)
      for (const [which, drawer] of Object.entries(drawers)) {
        const plan = planFor(id, {
          trimId,
          purpose: purposes[0] ?? 'pet',
          drawer,
          hairMm: hairEverywhere(80),
          ...extra,
        });
        look(plan, `${id} ${trimId}, ${which} drawer`);
      }
}
const kindOf = (toolId: string) => packs.tools.kinds.find(({ id }) => id === toolId);
const isBlade = (zone: Plan['zones'][number]) =>
  zone.tool !== null &&
  (kindOf(zone.tool.toolId)?.carriers.length ?? 1) === 0 &&
  kindOf(zone.tool.toolId)?.nominalMm !== null;

describe('which blade may enter where it may hurt', () => {
  it('nothing coarser than an 8½ on pads, in an ear, at the sanitary area, a fold, an eye corner or a lip', () => {
    const tender = [
      'pads',
      'ear-inside',
      'sanitary',
      'armpit',
      'inner-thigh',
      'belly',
      'eye-corner',
      'foreface',
      'beard',
    ];
    everyPlan({}, ({ zones }, name) => {
      for (const zone of zones.filter((one) => tender.includes(zoneKindId(one.zone)) && isBlade(one)))
        expect(kindOf(zone.tool?.toolId ?? '')?.nominalMm, `${name} ${zone.zone}`).toBeLessThanOrEqual(2.8);
    });
  });

  it('a machine goes over sanitary area and armpits with the lay, bare or under a comb, also beside a covered patch', () => {
    const tender = ['sanitary', 'armpit'];
    const covers: readonly Extra[] = [
      {},
      { restricted: [['healing-patch', 'breech.left']] },
      { restricted: [['healing-patch', 'rib.right']] },
      {
        restricted: [
          ['dances', 'topknot'],
          ['healing-patch', 'breech.left'],
        ],
      },
    ];
    for (const extra of covers)
      everyPlan(extra, ({ zones }, name) => {
        for (const { zone, tool } of zones.filter((one) => tender.includes(zoneKindId(one.zone))))
          expect([null, 'with'], `${name} ${zone}`).toContain(tool?.direction ?? null);
      });
  });

  it('armpits are cleared by comb or shears to 6 to 13 mm, or left: never scissored to 85 nor clipped to 1.5', () => {
    everyPlan({}, ({ zones }, name) => {
      for (const zone of zones.filter((one) => zoneKindId(one.zone) === 'armpit' && !one.leftAlone)) {
        expect(isBlade(zone), `${name} ${zone.zone}`).toBe(false);
        expect(zone.leftMm, `${name} ${zone.zone}`).toBeGreaterThanOrEqual(3);
        expect(zone.leftMm, `${name} ${zone.zone}`).toBeLessThanOrEqual(14.1);
      }
    });
  });

  it('a matted armpit is the one place of its kind where a 10 goes', () => {
    const felt = {
      mats: [mat('armpit.left', { lengthCm: 6, widthCm: 6, toSkinMm: 1.6 })],
      hairMm: hairEverywhere(60),
    };
    expect(zoneOf(planFor('standard-poodle', felt), 'armpit.left').tool?.toolId).toBe('blade-10');
  });
});

describe('the first visit', () => {
  const first: Extra = { firstVisit: true };
  const TENDER = packs.safety.restrictions.find(({ role }) => role === 'first-visit')?.zones ?? [];

  it('no wish shortens face, ears, throat, feet and sanitary area; elsewhere it holds', () => {
    for (const { id } of breeds) {
      const wish = { ...AS_DRAWN, weeksBetween: 6, lean: 'shorter' } as const;
      const [plain, wished] = [
        planFor(id, { ...first, hairMm: hairEverywhere(80) }),
        planFor(id, { ...first, wish, hairMm: hairEverywhere(80) }),
      ];
      for (const zone of plain.zones) {
        const other = zoneOf(wished, zone.zone);
        const tender = TENDER.includes(zoneKindId(zone.zone));
        if (tender)
          expect(other.leftMm, `${id} ${zone.zone}`).toBeGreaterThanOrEqual(0.9 * zone.leftMm - 0.5);
      }
      const back = caseFor(id).derived.trim.areas['back'];
      if (back && back.techniques[0] !== 'leave')
        expect(zoneOf(wished, 'back').targetMm, id).toBeLessThan(zoneOf(plain, 'back').targetMm + 1e-9);
    }
  });

  it('eye corners, pads and the inside of ears by the gentlest tool, with the lay', () => {
    for (const { id } of breeds) {
      const plan = planFor(id, { ...first, hairMm: hairEverywhere(80) });
      for (const kind of ['pads', 'ear-inside.left'])
        if (!zoneOf(plan, kind).leftAlone)
          expect(zoneOf(plan, kind).tool, `${id} ${kind}`).toMatchObject({
            toolId: 'small-clipper',
            direction: 'with',
          });
    }
  });

  it('what a comb does is one comb longer', () => {
    const [known, fresh] = [{}, first].map((extra) =>
      zoneOf(planFor('havanese', { trimId: 'easy', hairMm: hairEverywhere(80), ...extra }), 'cheek.left'),
    );
    expect(fresh?.leftMm ?? 0).toBeGreaterThan((known?.leftMm ?? 0) * 1.1);
  });
});

describe('skin that is not sound', () => {
  it('no 30 nor 40 on lips and ears of the old', () => {
    everyPlan({ signs: [sign('senior-skin')] }, ({ zones }, name) => {
      for (const zone of zones.filter((one) => /^(foreface|beard|ear-)/.test(one.zone) && isBlade(one)))
        expect(zone.leftMm, `${name} ${zone.zone}`).toBeGreaterThanOrEqual(1);
    });
  });

  it('a comb is used wherever “combs from 3 mm” is promised and one answers', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const plan = planFor(id, { trimId, signs: [sign('allergic-skin')], hairMm: hairEverywhere(80) });
        for (const zone of plan.zones)
          if (zone.tool?.technique === 'clip' && zone.targetMm >= 3)
            expect(zone.tool.leavesMm, `${id} ${trimId} ${zone.zone}`).toBeLessThan(3.3);
      }
  });

  it('a tooth over the lip: a caution, a small blade or short points; the face is not left at 60 mm', () => {
    for (const { id } of breeds) {
      const extra = { hairMm: hairEverywhere(80) };
      const [plain, tooth] = [
        planFor(id, extra),
        planFor(id, { ...extra, signs: [sign('tooth', 'foreface.left')] }),
      ];
      const [was, is] = [zoneOf(plain, 'foreface.left'), zoneOf(tooth, 'foreface.left')];
      expect(is.cautions.join(' '), id).toMatch(/Hold the lip/);
      expect(Math.abs(is.leftMm - was.leftMm), id).toBeLessThan(3);
      expect(zoneOf(tooth, 'cheek.left').leftMm, id).toBeCloseTo(zoneOf(plain, 'cheek.left').leftMm, 0);
    }
  });

  it('a mat that is firm on red or old skin is not combed out; the blades start at the longest allowed', () => {
    const firm = { mats: [mat('rib.left', { tightness: 2, toSkinMm: 4 })], hairMm: hairEverywhere(60) };
    const decided = (extra: Extra) => planFor('standard-poodle', { ...firm, ...extra }).mats?.mats[0];
    expect(decided({})?.decision).toBe('save');
    for (const one of [sign('redness', 'rib.left', { level: 'mild' }), sign('senior-skin')]) {
      const judged = decided({ signs: [one] });
      expect(judged).toMatchObject({ decision: 'clip', reason: 'tender-skin' });
      expect(judged?.steps[0]?.leavesMm).toBeCloseTo(13, 0);
    }
    const lip = decided({
      mats: [mat('foreface.left', { tightness: 4, toSkinMm: 0.6 })],
      signs: [sign('senior-skin')],
    });
    expect(lip).toMatchObject({ beyondFloor: true });
  });

  it('sores under a mat: no skip-tooth and no comb there or next door', () => {
    const sores = { mats: [mat('rib.left', { tightness: 2, sores: true })], hairMm: hairEverywhere(60) };
    const plan = planFor('standard-poodle', sores);
    for (const zone of ['rib.left', 'shoulder.left', 'back']) {
      expect(zoneOf(plan, zone).tool?.technique, zone).not.toBe('comb');
      expect(kindOf(zoneOf(plan, zone).tool?.toolId ?? '')?.skipTooth ?? false, zone).toBe(false);
    }
    expect(zoneOf(plan, 'croup').tool?.technique).toBe('comb');
  });
});

describe('a shave', () => {
  it('that a vet asks for is done with machines: no knife to 1 mm, no shears to half a millimetre', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const wish = { ...AS_DRAWN, allOverMm: 1, vetAsks: true };
        for (const zone of planFor(id, { trimId, wish, hairMm: hairEverywhere(80) }).zones) {
          if (!zone.tool || zone.targetMm > 6) continue;
          const asked = zone.reasons.some(({ rule, overruled }) => rule === 'wish-all-over' && !overruled);
          if (asked) expect(['clip', 'comb'], `${id} ${trimId} ${zone.zone}`).toContain(zone.tool.technique);
        }
      }
  });
});

describe('nothing in silence', () => {
  const stepMm = (mm: number) => Math.max(0.2 * mm, Math.min(3, mm / 2));

  it('nothing is left more than one step shorter than wanted, nor close hair by more than one blade, without its being said', () => {
    const blades = packs.tools.kinds
      .filter(
        ({ technique, carriers, skipTooth, neverChosen }) =>
          technique === 'clip' && carriers.length === 0 && !skipTooth && !neverChosen,
      )
      .flatMap(({ nominalMm }) => nominalMm ?? [])
      .sort((a, b) => b - a);
    everyPlan({}, (plan, name) => {
      for (const zone of plan.zones) {
        if (zone.leftAlone || zone.tool === null) continue;
        const said = conflictsAt(plan, zone.zone).length > 0;
        const [, second] = blades.filter((mm) => mm < zone.targetMm * 0.87);
        const least = Math.max(
          zone.targetMm - stepMm(zone.targetMm),
          zone.targetMm < 4 ? (second ?? 0) + 0.01 : 0,
        );
        if (zone.leftMm < least - zone.tool.sdMm)
          expect(said, `${name} ${zone.zone}: ${zone.leftMm} for ${zone.targetMm}`).toBe(true);
      }
    });
  });

  it('nothing is left alone while it is longer than wanted and a tool that may be used is in the drawer', () => {
    everyPlan({}, (plan, name) => {
      const { areas } = caseFor(plan.breed, { trimId: plan.trim }).derived.trim;
      for (const zone of plan.zones) {
        const wanted = !zone.leftAlone || (zone.hairMm ?? 0) <= zone.targetMm * 1.02;
        const stands = areas[zoneKindId(zone.zone)]?.techniques[0] === 'leave';
        if (!wanted && !stands)
          expect(
            plan.conflicts.some((one) => one.zone === zone.zone),
            `${name} ${zone.zone}`,
          ).toBe(true);
      }
    });
  });

  it('more hair never leaves less, but for the nearest tool', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const left = [20, 40, 50, 52, 80, 140].map(
          (mm) =>
            new Map(
              planFor(id, { trimId, hairMm: hairEverywhere(mm) }).zones.map((zone) => [zone.zone, zone]),
            ),
        );
        for (const [i, now] of left.entries())
          for (const [zone, { leftMm, targetMm }] of now) {
            const before = left[i - 1]?.get(zone)?.leftMm ?? 0;
            expect(before - leftMm, `${id} ${trimId} ${zone}: ${before} then ${leftMm}`).toBeLessThanOrEqual(
              stepMm(targetMm) + 0.02 * targetMm + 1e-9,
            );
          }
      }
  });

  it('less hair than is drawn says so with the day', () => {
    const plan = planFor('standard-poodle', { hairMm: hairEverywhere(9) });
    for (const zone of plan.zones) {
      if (zone.targetMm < 9) continue;
      const missing = plan.conflicts.find(
        ({ kind, zone: at }) => kind === 'hair-missing' && at === zone.zone,
      );
      if ((caseFor('standard-poodle').derived.trim.areas[zoneKindId(zone.zone)]?.mm ?? 0) > 9.5)
        expect(missing?.daysToGrow, zone.zone).toBeGreaterThan(0);
    }
  });
});

describe('a patch that is covered', () => {
  it('makes no neighbour shorter, in any breed', () => {
    for (const { id } of breeds)
      for (const at of ['foreface.left', 'rib.left', 'foreleg.left', 'loin']) patch(id, at);
  });
});
