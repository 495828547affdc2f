import { planGroom, resolveCase } from '@kurrel/core';
import { expect, it } from 'vitest';
import { loadLibrary } from '../src/packs/load.ts';
import { plannerFor } from '../src/visits/planners.ts';
import { breeds, caseFor } from '../../core/testing/packs.ts';

it('a planner that is kept plans as one made anew, whatever was chosen before; other facts have another', () => {
  const library = loadLibrary();
  for (const breed of breeds.slice(0, 4)) {
    const { facts, choices } = caseFor(breed.id);
    const own = library.breeds.get(breed.id);
    if (!own) throw new Error(`no ${breed.id}`);
    const cut = { zone: 'back', targetMm: 9, toolId: null, direction: null, acknowledged: false, reason: '' };
    for (const one of [choices, { ...choices, overrides: [cut] }, choices]) {
      const copy = structuredClone(facts);
      const fresh = planGroom(resolveCase(library.packs, own, copy, one));
      expect(plannerFor(library, own, structuredClone(facts), one).plan(one)).toEqual(fresh);
    }
    const first = plannerFor(library, own, structuredClone(facts), choices);
    expect(plannerFor(library, own, structuredClone(facts), choices)).toBe(first);
    const older = { ...structuredClone(facts), ageMonths: facts.ageMonths + 1 };
    expect(plannerFor(library, own, older, choices).caseWith(choices).facts).toBe(older);
  }
});
