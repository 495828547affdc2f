import type { BreedPack, Case, Choices, VisitFacts } from '@kurrel/core';
import { rechoose, resolveCase } from '@kurrel/core';
import type { Library } from '../packs/load.ts';

/** So many dogs are in work at once. */
const KEPT = 64;
const kept = new WeakMap<Library, Map<string, Case>>();

/**
 * The case of a visit. Facts that say the same as before, letter for letter, are the same case: a plan that is saved again
 * is then made again from its choices on, not from the dog's bones. Nothing depends on what is kept.
 * @throws MisuseError as `resolveCase`.
 */
export function caseFrom(library: Library, breed: BreedPack, facts: VisitFacts, choices: Choices): Case {
  const cases = kept.get(library) ?? new Map<string, Case>();
  kept.set(library, cases);
  const key = `${breed.id} ${JSON.stringify(facts)}`;
  const before = cases.get(key);
  const visit = before ? rechoose(before, choices) : resolveCase(library.packs, breed, facts, choices);
  cases.delete(key);
  cases.set(key, before ?? visit);
  for (const oldest of cases.keys()) {
    if (cases.size <= KEPT) break;
    cases.delete(oldest);
  }
  return visit;
}
