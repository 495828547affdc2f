import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breeds, caseFor, hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import type { Choices, Override } from '../case/choices.ts';
import { resolveCase } from '../case/resolveCase.ts';
import { planGroom } from './planGroom.ts';
import { createPlanner } from './planner.ts';

const hairMm = hairEverywhere(70);
const seen = { finding: 'long-loin', severity: 'marked' } as const;
const places = ['rib.left', 'rib.right', 'back', 'throat', 'topknot', 'thigh.left', 'foreleg.right'];
const override = fc.record<Override>({
  zone: fc.constantFrom(...places),
  targetMm: fc.option(fc.constantFrom(1.5, 3, 6, 10, 16, 25, 40)),
  toolId: fc.option(fc.constantFrom('blade-7f', 'blade-10', 'comb-13', 'straight-shears')),
  direction: fc.option(fc.constantFrom('with', 'across', 'against')),
  reason: fc.constant(''),
  acknowledged: fc.boolean(),
});
const oneOf = <T>(list: readonly T[]) => fc.nat(list.length - 1).map((index) => list[index] as T);

/** A choice changed as a groomer changes it at the board: another trim, wish, school, side or length, or one taken back. */
const change = (trims: readonly string[]): fc.Arbitrary<(before: Choices) => Choices> =>
  fc.oneof(
    oneOf(trims).map((trimId) => (before: Choices) => ({ ...before, trimId })),
    fc.constantFrom('show', 'pet').map((purpose) => (before: Choices) => ({ ...before, purpose })),
    fc
      .record({
        lean: fc.constantFrom('shorter', 'as-drawn', 'longer'),
        allOverMm: fc.option(fc.constantFrom(3, 9, 16)),
        weeksBetween: fc.constantFrom(4, 8),
        places: fc.constant([]),
        vetAsks: fc.boolean(),
      })
      .map((wish) => (before: Choices) => ({ ...before, wish: { ...AS_DRAWN, ...wish } as Choices['wish'] })),
    oneOf(packs.schools.schools).chain(({ id, answers }) =>
      oneOf(answers).map((answer) => (before: Choices) => ({
        ...before,
        schools: { ...before.schools, [id]: answer.id },
      })),
    ),
    fc
      .constantFrom('match', 'leave')
      .map((said) => (before: Choices) => ({ ...before, sides: { 'ear-outside.left': said } })),
    fc.array(override, { maxLength: 3 }).map((overrides) => (before: Choices) => ({ ...before, overrides })),
  ) as fc.Arbitrary<(before: Choices) => Choices>;

describe('a plan never depends on the plan made before it', () => {
  it('along random walks of choices the plan in hand is the one made fresh', () => {
    const walk = oneOf(breeds).chain((breed) =>
      fc.record({
        breed: fc.constant(breed),
        found: fc.boolean(),
        changes: fc.array(change(breed.trims.map(({ id }) => id)), { minLength: 3, maxLength: 6 }),
      }),
    );
    fc.assert(
      fc.property(walk, ({ breed, found, changes }) => {
        const extra = found
          ? { hairMm, mats: [mat('ear-outside.left')], signs: [sign('redness', 'belly')], findings: [seen] }
          : { hairMm, findings: [seen] };
        const visit = caseFor(breed.id, extra);
        const planner = createPlanner(visit);
        let { choices } = visit;
        for (const next of changes) {
          choices = next(choices);
          // Of another copy of the breed: nothing that is kept of the first is found again.
          const fresh = resolveCase(packs, structuredClone(breed), structuredClone(visit.facts), choices);
          expect(JSON.stringify(planner.plan(choices)), JSON.stringify(choices)).toBe(
            JSON.stringify(planGroom(fresh)),
          );
          const { findings } = visit.facts.dog;
          const even = { ...fresh.facts, dog: { ...fresh.facts.dog, findings: [] } };
          for (const { finding } of findings)
            expect(planner.without(finding, choices)).toEqual(
              planGroom(resolveCase(packs, structuredClone(breed), even, choices)),
            );
        }
      }),
      { numRuns: Number(process.env.KURREL_WALKS ?? 8) },
    );
  });
});
