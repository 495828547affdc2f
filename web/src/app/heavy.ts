import type { Choices, VisitSheet } from '@kurrel/contract';
import type { Plan, Proposal } from '@kurrel/core';
import { createPlanner, estimateContextOf, proposalOf, proposeChoices } from '@kurrel/core';
import { caseOf, firstChoices } from '../parts/visitCase.ts';
import { loadBreed } from './packs.ts';

/** A look as it goes between threads: its case is made again where it is needed. */
export type Look = Omit<Proposal, 'visit'>;

/** Another trim put in a slot of the board. */
export interface Swapped {
  readonly trimId: string;
  readonly lean: Choices['wish']['lean'];
}

/** What takes longer than a frame: run in a worker, or here where there is none. */
export const heavy = {
  /** Answers once the worker can. */
  ready: (): Promise<true> => Promise.resolve(true),

  /** The looks of the choices board, those that were swapped in their slots. */
  async looks(sheet: VisitSheet, swaps: Readonly<Record<number, Swapped | null>>): Promise<readonly Look[]> {
    const breed = await loadBreed(sheet.dog.breedId);
    const asked = caseOf(breed, sheet, firstChoices(sheet, breed));
    const context = estimateContextOf(sheet);
    const planner = createPlanner(asked);
    return proposeChoices(asked, context).map((look, slot) => {
      const swap = swaps[slot];
      const known = swap && breed.trims.some(({ id }) => id === swap.trimId);
      const wish = {
        ...asked.choices.wish,
        lean: swap?.lean ?? asked.choices.wish.lean,
        allOverMm: null,
        vetAsks: false,
      };
      const choices = { ...asked.choices, trimId: swap?.trimId ?? '', wish, overrides: [] };
      const { visit: _case, ...shown } = known ? proposalOf('swapped', planner, choices, context) : look;
      return shown;
    });
  },

  /** The plans there would be had each finding not been found, in the order of the findings. */
  async withoutEach(sheet: VisitSheet, choices: Choices): Promise<readonly Plan[]> {
    const breed = await loadBreed(sheet.dog.breedId);
    const visit = caseOf(breed, sheet, choices);
    const planner = createPlanner(visit);
    return visit.facts.dog.findings.map(({ finding }) => planner.without(finding, choices));
  },
};
