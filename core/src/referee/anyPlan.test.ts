import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseFor } from '../../testing/packs.ts';
import { anyVisit } from '../../testing/visits.ts';
import { planGroom } from '../plan/planGroom.ts';
import { breaches } from './breaches.ts';
import { strokesOf } from './strokes.ts';

/** More when asked for: `KURREL_VISITS=5000 npx vitest run anyPlan`. */
const VISITS = Number(process.env.KURREL_VISITS ?? 250);

describe('the plan of any visit at all', () => {
  it('does nothing to the dog that the referee would not let pass', () => {
    fc.assert(
      fc.property(anyVisit, ({ breed, extra }) => {
        const visit = caseFor(breed, extra);
        const plan = planGroom(visit);
        const strokes = strokesOf(plan, visit.choices, visit.derived.trim);
        expect(breaches(visit.facts, visit.packs, strokes, 'lead')).toEqual([]);
      }),
      { numRuns: VISITS },
    );
  });
});
