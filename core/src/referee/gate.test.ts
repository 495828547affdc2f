import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { caseFor, fullDrawer } from '../../testing/packs.ts';
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
  const zone = byId('zone', visit.derived.zones, asked.zone);
  const area = visit.derived.trim.areas[zone.kind.id];
  return openedBy(visit, asked, zone, restrictionsAt(visit, zone)).map((way) => ({
    place: asked.zone,
    toolId: way.toolId,
    carrier: way.carrierLabel,
    direction: way.leavesMm === null ? null : way.direction,
    mm: way.leavesMm,
    drawn: area && !visit.choices.wish.vetAsks ? area : null,
    acknowledged: false,
  }));
}

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
        for (const asked of visit.derived.overrides) {
          const zone = byId('zone', visit.derived.zones, asked.zone);
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
          strokesOf(planGroom(visit), visit.choices, visit.derived.trim),
          'trainee',
        );
        for (const { place, kind } of found) expect(refused.has(place), `${place} ${kind}`).toBe(true);
      }),
      { numRuns: VISITS },
    );
  });
});
