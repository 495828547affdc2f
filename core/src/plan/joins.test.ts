import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, packs, planFor, zoneOf } from '../../testing/packs.ts';
import { planGroom } from './planGroom.ts';

const hairMm = hairEverywhere(90);
const joins = (breed: string, zone: string, extra: Extra = {}) =>
  zoneOf(planFor(breed, { hairMm, ...extra }), zone).joins.map(({ kind, into }) => `${kind} ${into}`);

describe('how a place goes over into the next', () => {
  it('one comb runs on from the back over the loin to the croup', () => {
    expect(joins('standard-poodle', 'back')).toContain('runs-on loin');
    expect(joins('standard-poodle', 'loin')).toEqual(
      expect.arrayContaining(['runs-on back', 'runs-on croup']),
    );
  });

  it('a back filled over a dip is blended into the loin at the last rib, with a width', () => {
    const dip: Extra = { findings: [{ finding: 'dip-behind-withers', severity: 'marked' }] };
    const plan = planFor('standard-poodle', { hairMm, ...dip });
    const join = zoneOf(plan, 'back').joins.find(({ into }) => into === 'loin');
    const step = Math.abs(zoneOf(plan, 'back').leftMm - zoneOf(plan, 'loin').leftMm);
    expect(join?.kind).toBe('blend');
    expect(join?.widthMm).toBeCloseTo(step * packs.tools.policy.blend.widthPerMm, -1);
    expect(join?.place).toBe('last rib');
  });

  it('a comb on the ribs is skimmed off into a fuller foreleg', () => {
    expect(joins('standard-poodle', 'shoulder.left')).toContain('skim-off foreleg');
  });

  it('a line that the trim draws is no join', () => {
    const show: Extra = { trimId: 'continental', purpose: 'show' };
    for (const { into, kind } of zoneOf(planFor('standard-poodle', { hairMm, ...show }), 'back').joins) {
      expect(`${kind} ${into}`).not.toBe('blend loin');
    }
    expect(joins('standard-poodle', 'throat')).not.toContain('blend nape');
  });

  it('nothing joins what is left alone, and both sides of a join say it alike', () => {
    for (const { id } of breeds) {
      const plan = planGroom(
        caseFor(id, { hairMm, findings: [{ finding: 'high-behind', severity: 'marked' }] }),
      );
      const named = new Map(plan.zones.map((zone) => [`${zone.name} ${zone.side ?? ''}`, zone]));
      for (const zone of plan.zones) {
        if (zone.leftAlone) expect(zone.joins).toEqual([]);
        for (const { kind, into, widthMm } of zone.joins) {
          const other =
            named.get(`${into} ${zone.side ?? ''}`) ?? named.get(`${into} `) ?? named.get(`${into} left`);
          expect(other?.leftAlone, `${id} ${zone.zone} ${into}`).toBe(false);
          if (kind === 'skim-off') expect(other?.leftMm ?? 0).toBeGreaterThan(zone.leftMm);
          if (kind === 'blend') expect(widthMm).toBeGreaterThan(0);
          if (kind === 'runs-on') expect(other?.tool?.toolId).toBe(zone.tool?.toolId);
        }
      }
    }
  });
});
