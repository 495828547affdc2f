import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { cheapestByHighs } from '../../testing/highs.ts';
import { breeds, fullDrawer, packs } from '../../testing/packs.ts';
import type { TrimArea } from '../packs/breed.ts';
import { coatOf } from '../coat/hair.ts';
import { dogZones } from '../packs/zones.ts';
import { toolOptions } from '../tools/drawer.ts';
import { cheapestFacilities } from './facilities.ts';
import type { ZoneDemand } from './pickTools.ts';
import { pickTools, toolCosts } from './pickTools.ts';

const instance = (clients: number, facilities: number) =>
  fc.array(
    fc.array(fc.oneof({ weight: 4, arbitrary: evenly(0, 9) }, fc.constant(Infinity)), {
      minLength: facilities,
      maxLength: facilities,
    }),
    { minLength: clients, maxLength: clients },
  );

const prices = (facilities: number) =>
  fc
    .array(evenly(0, 6), { minLength: facilities, maxLength: facilities })
    .map((list) => Float64Array.from(list));
const alike = (facilities: number, price: number) => new Float64Array(facilities).fill(price);

/** Every client must be servable: give facility 0 a finite cost where a row has none. */
const servable = (rows: readonly (readonly number[])[]) =>
  rows.map((row) => Float64Array.from(row.some((c) => c < Infinity) ? row : [5, ...row.slice(1)]));

function bruteForce(costs: readonly Float64Array[], opening: Float64Array): number {
  const facilities = costs[0]?.length ?? 0;
  let best = Infinity;
  for (let mask = 1; mask < 1 << facilities; mask++) {
    let cost = 0;
    for (let f = 0; f < facilities; f++) if (mask & (1 << f)) cost += opening[f] ?? 0;
    for (const row of costs) cost += Math.min(...[...row].map((c, f) => (mask & (1 << f) ? c : Infinity)));
    best = Math.min(best, cost);
  }
  return best;
}

describe('which tools to pick up', () => {
  it('agrees with trying every set', () => {
    fc.assert(
      fc.property(instance(6, 8), prices(8), (rows, opening) => {
        const costs = servable(rows);
        const solved = cheapestFacilities(costs, opening);
        expect(solved.cost).toBeCloseTo(bruteForce(costs, opening), 7);
        expect(solved.lowerBound).toBeCloseTo(solved.cost, 7);
      }),
      { numRuns: 300 },
    );
  });

  it('agrees with a mixed-integer solver on problems the size of a whole dog', () => {
    const seeds = fc.sample(instance(40, 24), { numRuns: 2, seed: 20 });
    for (const rows of seeds) {
      const costs = servable(rows);
      const solved = cheapestFacilities(costs, alike(24, 2.5));
      expect(solved.cost).toBeCloseTo(cheapestByHighs(costs, alike(24, 2.5)), 5);
    }
  }, 60_000);

  it.each(breeds.map((pack) => [pack.id, pack] as const))(
    'agrees with it on the real trims of %s',
    (_id, pack) => {
      const options = toolOptions(fullDrawer, packs.tools, coatOf(packs.coats, pack.coat, []));
      for (const trim of pack.trims) {
        const zones = dogZones(packs.zones).flatMap(({ id, kind }) => {
          const area = trim.areas[kind.id];
          return area ? [demandOf(id, area)] : [];
        });
        const problem = { zones, options, tools: packs.tools };
        const { costs, opening } = toolCosts(problem);
        if (costs.length === 0) continue;
        const exact = cheapestByHighs(costs, opening);
        expect(pickTools(problem).cost, trim.id).toBeCloseTo(exact, 5);
      }
    },
    60_000,
  );

  it('opens nothing for no zones, and one tool when picking up is dear', () => {
    expect(cheapestFacilities([], alike(0, 1))).toEqual({ open: [], cost: 0, nodes: 0, lowerBound: 0 });
    const crossed = [Float64Array.of(0, 3), Float64Array.of(3, 0)];
    expect(cheapestFacilities(crossed, alike(2, 100)).open).toHaveLength(1);
    expect(cheapestFacilities(crossed, Float64Array.of(1, 2.5)).open).toEqual([0, 1]);
    expect(cheapestFacilities(crossed, Float64Array.of(1, 3.5)).open).toEqual([0]);
  });

  it('out of nodes it gives the best it has, with a bound that is true', () => {
    fc.assert(
      fc.property(instance(9, 9), prices(9), (rows, opening) => {
        const costs = servable(rows);
        const cut = cheapestFacilities(costs, opening, 2);
        const exact = bruteForce(costs, opening);
        expect(cut.cost).toBeGreaterThanOrEqual(exact - 1e-7);
        expect(cut.lowerBound).toBeLessThanOrEqual(exact + 1e-7);
        expect(cut.nodes).toBeLessThanOrEqual(2);
      }),
      { numRuns: 60 },
    );
  });

  it('its bound is near from the first node, so that few are visited', () => {
    const drawn = fc.sample(fc.tuple(instance(12, 10), prices(10)), { numRuns: 80, seed: 4 });
    const asked = drawn.map(([rows, opening]) => ({ costs: servable(rows), opening }));
    const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
    const gaps = asked.map(({ costs, opening }) => {
      const { lowerBound } = cheapestFacilities(costs, opening, 1);
      return 1 - lowerBound / bruteForce(costs, opening);
    });
    const nodes = asked.map(({ costs, opening }) => cheapestFacilities(costs, opening).nodes);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(-1e-9);
    expect(mean(gaps)).toBeLessThan(0.02);
    expect(mean(nodes)).toBeLessThan(2.5);
  });
});

function demandOf(id: string, area: TrimArea): ZoneDemand {
  return {
    id,
    targetMm: area.mm,
    handMm: area.mm,
    toleranceMm: Math.max(0.4, 0.12 * area.mm),
    loMm: 0,
    hiMm: 400,
    rangeMm: [0, 400],
    promised: [],
    spare: [],
    weight: 1,
    blades: null,
    smallTools: false,
    roles: [],
    gentlest: false,
    techniques: area.techniques,
    directions: ['with', 'against'],
    skipTooth: false,
    withinMm: Infinity,
    only: null,
    denserHere: false,
    finishes: area.finishes,
    drawnDirection: area.direction,
    restricted: false,
  };
}
