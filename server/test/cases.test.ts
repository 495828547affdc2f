import { planGroom, resolveCase } from '@kurrel/core';
import { expect, it } from 'vitest';
import { loadLibrary } from '../src/packs/load.ts';
import { caseFrom } from '../src/visits/cases.ts';
import { breeds, caseFor } from '../../core/testing/packs.ts';

it('a case that is kept plans as one made anew, whatever was chosen before; other facts are another case', () => {
  const library = loadLibrary();
  for (const breed of breeds.slice(0, 4)) {
    const { facts, choices } = caseFor(breed.id);
    const own = library.breeds.get(breed.id);
    if (!own) throw new Error(`no ${breed.id}`);
    const cut = { zone: 'back', targetMm: 9, toolId: null, direction: null, acknowledged: false, reason: '' };
    for (const one of [choices, { ...choices, overrides: [cut] }, choices]) {
      const copy = structuredClone(facts);
      const fresh = planGroom(resolveCase(library.packs, own, copy, one));
      expect(planGroom(caseFrom(library, own, structuredClone(facts), one))).toEqual(fresh);
    }
    const first = caseFrom(library, own, structuredClone(facts), choices);
    expect(caseFrom(library, own, structuredClone(facts), choices).facts).toBe(first.facts);
    const older = { ...structuredClone(facts), ageMonths: facts.ageMonths + 1 };
    expect(caseFrom(library, own, older, choices).facts).toBe(older);
  }
});
