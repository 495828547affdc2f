import { describe, expect, it } from 'vitest';
import { breeds, caseFor, hairEverywhere, override, packs, zoneOf } from '../../testing/packs.ts';
import { planGroom } from './planGroom.ts';

const hairMm = hairEverywhere(90);
const dipped = { findings: [{ finding: 'dip-behind-withers', severity: 'marked' as const }], hairMm };

describe('a place shaped by hand is blocked in with combs', () => {
  it('a poodle with a dip: the longest comb over the back, a shorter one behind the last rib', () => {
    // The neck's own length has a 25 mm comb out.
    const overrides = [override('nape', { targetMm: 25 })];
    const plan = planGroom(caseFor('standard-poodle', { ...dipped, overrides }));
    const [back, loin] = [zoneOf(plan, 'back'), zoneOf(plan, 'loin')];
    const [before, deepest] = back.passes;
    expect(back.passes).toHaveLength(2);
    expect(before?.tool?.leavesMm).toBeLessThan(deepest?.tool?.leavesMm ?? 0);
    expect(deepest?.tool?.leavesMm).toBeGreaterThan(Math.max(...back.profile.map(({ mm }) => mm)));
    expect([before?.from.place, before?.to.place]).toEqual(['withers', 'middle of the back']);
    expect(deepest?.to.place).toBe('last rib');
    expect(loin.passes).toHaveLength(2);
    const [first, second] = loin.passes;
    expect(first?.tool?.leavesMm).toBeGreaterThan(second?.tool?.leavesMm ?? Infinity);
    expect(first?.blendMm).toBeGreaterThan(0);
    expect(second?.blendMm).toBeNull();
  });

  it('only with tools that are out anyway, never shorter than the outline wants, and only under the hand', () => {
    let seen = 0;
    for (const { id } of breeds) {
      for (const finding of ['dip-behind-withers', 'high-behind', 'long-loin']) {
        const plan = planGroom(caseFor(id, { hairMm, findings: [{ finding, severity: 'marked' }] }));
        const out = new Set(plan.tools.map(({ toolId }) => toolId));
        for (const zone of plan.zones) {
          if (zone.passes.length === 0) continue;
          seen++;
          const technique = packs.tools.techniques.find((one) => one.id === zone.tool?.technique);
          expect(technique?.byHand).toBe(true);
          const least = Math.min(...Object.values(zone.shape ?? {}).map((share) => share * zone.leftMm));
          for (const { tool, lengthMm, from, to } of zone.passes) {
            expect(lengthMm).toBeGreaterThan(0);
            expect(from.place).not.toBe('');
            expect(to.place).not.toBe('');
            if (!tool) continue;
            expect(out.has(tool.toolId)).toBe(true);
            expect(tool.leavesMm).toBeGreaterThan(least - zone.toleranceMm - 2);
          }
        }
      }
    }
    expect(seen).toBeGreaterThan(3);
  });

  it('a groomer’s own length takes it away', () => {
    const back = {
      zone: 'back',
      targetMm: 20,
      toolId: null,
      direction: null,
      acknowledged: false,
      reason: '',
    };
    expect(
      zoneOf(planGroom(caseFor('standard-poodle', { ...dipped, overrides: [back] })), 'back').passes,
    ).toEqual([]);
  });
});
