import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, mat, sign } from '../../testing/packs.ts';
import { anyVisit } from '../../testing/visits.ts';
import { orderWork, whyNot } from './orderWork.ts';

/** More when asked for: `KURREL_VISITS=5000 npx vitest run anyVisit`. */
const VISITS = Number(process.env.KURREL_VISITS ?? 60);

const ordered = (work: ReturnType<typeof workOf>, name: string) => {
  const found = orderWork(problemOf(work));
  expect([...found.order].sort(), name).toEqual(work.tasks.map(({ id }) => id).sort());
  expect(whyNot(work.tasks, found.order), name).toEqual([]);
  expect(found.cost, name).toBeGreaterThanOrEqual(found.lowerBound - 1e-6);
  if (found.exact) expect(found.cost, name).toBeCloseTo(found.lowerBound, 6);
};

describe('any visit at all', () => {
  it('is ordered, keeps what comes before what, and says how far it may be off', () => {
    fc.assert(
      fc.property(anyVisit, ({ breed, extra }) => ordered(workOf(breed, extra), breed)),
      { numRuns: VISITS },
    );
  });

  it('the harder side comes first of what is done in one stage, whatever waits for the lines of the whole dog', () => {
    const work = workOf('generic-fleece', {
      trimId: 'round-face',
      mats: [mat('armpit.right')],
      sides: { 'armpit.right': 'match' },
      wish: { lean: 'as-drawn', allOverMm: 30, weeksBetween: 8, places: [], vetAsks: false },
      hairMm: hairEverywhere(90),
    });
    ordered(work, 'a comb in one armpit, shears in the other');
    const legs = work.tasks.filter(({ id }) => id.startsWith('form:foreleg'));
    expect(legs.map(({ side }) => side).sort()).toEqual(['left', 'right']);
    const [easy] = legs.filter(({ after }) => legs.some(({ id }) => after.includes(id)));
    expect(easy?.side).toBe('left');
  });

  it('legs of a smooth dog grown long are too much for one card: between two forms there is no order to make a ring of', () => {
    for (const purpose of ['pet', 'show'] as const)
      ordered(
        workOf('generic-smooth', {
          trimId: 'tidy-edges',
          purpose,
          ageMonths: 5,
          temper: { handling: 'bites' },
          hairMm: hairEverywhere(45),
          wish: { lean: 'as-drawn', allOverMm: 13, weeksBetween: 8, places: [], vetAsks: true },
        }),
        purpose,
      );
  });

  it('half of a face lost to a mat: the rest of its form keeps its order, whatever side is the harder', () => {
    ordered(
      workOf('barbet', {
        trimId: 'rustic',
        purpose: 'show',
        mats: [mat('cheek.right', { tightness: 1, toSkinMm: 0, lengthCm: 1, widthCm: 1 })],
        sides: { 'cheek.right': 'leave' },
        ageMonths: 5,
        temper: { handling: 'bites' },
        dense: true,
        hairMm: hairEverywhere(90),
        wish: { lean: 'as-drawn', allOverMm: 0.5, weeksBetween: 8, places: [], vetAsks: false },
      }),
      'half a face',
    );
  });

  it('a clipper trigger on any breed makes many kinds of step, and none too many', () => {
    for (const { id, trims } of breeds)
      for (const trim of trims)
        ordered(workOf(id, { trimId: trim.id, signs: [sign('trigger-clipper')] }), `${id} ${trim.id}`);
  });
});
