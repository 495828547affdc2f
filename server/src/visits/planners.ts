import type { BreedPack, Choices, Planner, VisitFacts } from '@kurrel/core';
import { createPlanner, resolveCase } from '@kurrel/core';
import type { Library } from '../packs/load.ts';

/** So many dogs are in work at once. */
const MAX_KEPT = 64;
const kept = new WeakMap<Library, Map<string, Planner>>();

/**
 * The planner of a visit. Facts that say the same as before, letter for letter, have the same one: a plan that is saved again is then made
 * again from its choices on, not from the dog's bones. Nothing depends on what is kept.
 * @throws MisuseError as `resolveCase`.
 */
export function plannerFor(library: Library, breed: BreedPack, facts: VisitFacts, choices: Choices): Planner {
  const planners = kept.get(library) ?? new Map<string, Planner>();
  kept.set(library, planners);
  const key = `${breed.id} ${JSON.stringify(facts)}`;
  const planner = planners.get(key) ?? createPlanner(resolveCase(library.packs, breed, facts, choices));
  planners.delete(key);
  planners.set(key, planner);
  for (const oldest of planners.keys()) {
    if (planners.size <= MAX_KEPT) break;
    planners.delete(oldest);
  }
  return planner;
}
