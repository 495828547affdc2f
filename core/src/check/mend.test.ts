import { expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, override } from '../../testing/packs.ts';
import type { Plan } from '../plan/plan.ts';
import { planGroom } from '../plan/planGroom.ts';
import { idealOf } from './ideal.ts';
import { mendOf } from './mend.ts';
import { inCoat } from './seen.ts';
import { againstStandard } from './standard.ts';

/** Ways to bring a dog off its standard: built long, left long below, left long above. */
const OFF: readonly ((heightMm: number) => Extra)[] = [
  (heightMm) => ({ measurements: { heightMm, lengthMm: heightMm * 1.2 } }),
  () => ({ overrides: ['brisket', 'belly'].map((zone) => override(zone, { targetMm: 45 })) }),
  () => ({ overrides: ['back', 'loin'].map((zone) => override(zone, { targetMm: 45 })) }),
];

it('a mend keeps the rule it mends, and half a millimetre less of it does not', () => {
  let mended = 0;
  const dogs = breeds
    .filter(({ generic }) => !generic)
    .flatMap((breed) => OFF.map((off) => ({ breed, off })));
  for (const { breed, off } of dogs) {
    const visit = caseFor(breed.id, { hairMm: hairEverywhere(90), ...off(breed.heightMm[0]) });
    const plan = planGroom(visit);
    const { own } = visit.derived.bodies;
    const ideal = idealOf(visit, own.heightMm, false);
    const now = inCoat(own, plan, 'now', false);
    const checked = (planned: Plan) =>
      againstStandard(visit, { now, after: inCoat(own, planned, 'after', false), ideal }, planned);
    const judged = { now, after: inCoat(own, plan, 'after', false), ideal };
    checked(plan).forEach((check, i) => {
      const mend = mendOf(visit, check, judged, plan, false);
      if (!mend || check.after === null || check.rule.kind === 'reach') return;
      const mmAt = new Map(mend.lengths.map(({ zone, mm }) => [zone, mm]));
      const keptWith = (shortOfIt: number) => {
        const zones = plan.zones.map((zone) => {
          const mm = mmAt.get(zone.zone) ?? zone.leftMm;
          return { ...zone, leftMm: mm - Math.sign(mm - zone.leftMm) * shortOfIt };
        });
        return checked({ ...plan, zones })[i]?.kept;
      };
      const about = `${breed.id}: ${check.rule.text} by ${mend.zone} ${mend.byMm}`;
      expect(keptWith(0), about).toBe(true);
      if (Math.abs(mend.byMm) > 0.5) expect(keptWith(0.5), `half less: ${about}`).toBe(false);
      mended += 1;
    });
  }
  expect(mended).toBeGreaterThan(10);
});
