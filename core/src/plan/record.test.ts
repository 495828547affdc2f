import { describe, expect, it } from 'vitest';
import { planOfCore7 } from '../../testing/keptPlan.ts';
import { breeds, caseFor, hairEverywhere, packs } from '../../testing/packs.ts';
import { versionOf } from '../packs/versionOf.ts';
import { CORE_VERSION } from './plan.ts';
import { planGroom } from './planGroom.ts';
import { openPlanRecord, recordOfPlan } from './record.ts';

const hairMm = hairEverywhere(90);
const findings = [{ finding: 'dip-behind-withers', severity: 'marked' as const }];

describe('what is kept of a plan', () => {
  it('is at most 20 kB, and says of every place what is left with what, and why', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const plan = planGroom(caseFor(id, { trimId, hairMm, findings }));
        const kept = recordOfPlan(plan);
        expect(JSON.stringify(kept).length, `${id} ${trimId}`).toBeLessThanOrEqual(20_000);
        expect(kept.zones).toHaveLength(plan.zones.length);
        const tools = new Set(kept.tools.map((tool) => tool.id));
        for (const { toolId, because } of kept.zones) {
          expect(toolId === null || tools.has(toolId)).toBe(true);
          expect(because.length).toBeGreaterThan(0);
        }
        for (const { steps } of kept.forms)
          for (const { toolId } of steps) expect(tools.has(toolId)).toBe(true);
        expect(JSON.parse(JSON.stringify(kept))).toEqual(kept);
        expect(openPlanRecord(kept)).toBe(kept);
      }
  });

  it('of a plan that was kept whole, by a version before this, opens as it was', () => {
    const kept = openPlanRecord(planOfCore7);
    expect(kept).toMatchObject({
      coreVersion: 7,
      breed: 'standard-poodle',
      trim: 'lamb',
      runs: [],
      forms: [],
    });
    expect(kept.zones.map(({ zone, leftMm }) => [zone, leftMm])).toEqual([
      ['topknot', 49],
      ['throat', 2.5],
      ['back', 26],
      ['belly', 10],
      ['forefoot.left', 1.4],
      ['tail', 70],
    ]);
    const back = kept.zones.find(({ zone }) => zone === 'back');
    expect(back?.because).toContainEqual(['outline', 'dip behind the withers']);
    expect(kept.tools.find(({ id }) => id === back?.toolId)).toMatchObject({ label: 'straight-shears' });
  });

  it('names the versions it was made by, another when a pack says something else', () => {
    const plan = planGroom(caseFor('standard-poodle'));
    expect(plan.coreVersion).toBe(CORE_VERSION);
    const [shared = '', own = ''] = plan.packsVersion.split('-');
    expect(shared).toBe(packs.version);
    expect(own).toMatch(/^[0-9a-f]{14}$/);
    const one = { mm: 13 };
    expect(versionOf(one)).toBe(versionOf({ mm: 13 }));
    expect(versionOf(one)).not.toBe(versionOf({ mm: 13.1 }));
    expect(new Set(breeds.map(({ version }) => version)).size).toBe(breeds.length);
  });
});
