import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, Plan, Planner, Proposal } from '@kurrel/core';
import { createPlanner, estimateContextOf, proposalOf, proposeChoices } from '@kurrel/core';
import { caseOf } from '../parts/visitCase.ts';
import { loadBreed } from './packs.ts';

/** A look as it goes between threads: its case is made again where it is needed. */
export type Look = Omit<Proposal, 'visit'>;

/** Another trim put in a slot of the board. */
export interface Swapped {
  readonly trimId: string;
  readonly lean: Choices['wish']['lean'];
}

/** What takes longer than a frame: run in a worker, or here where there is none. */
export const workerApi = {
  /** Answers once the worker can. */
  ready: (): Promise<true> => Promise.resolve(true),

  /** The looks of the choices board, those that were swapped in their slots. */
  async looks(
    sheet: VisitSheet,
    asked: Choices,
    swaps: Readonly<Record<number, Swapped | null>>,
  ): Promise<readonly Look[]> {
    const breed = await loadBreed(sheet.dog.breedId);
    const { planner, context, looks } = boardOf(sheet, asked, breed);
    return looks.map((look, slot) => {
      const swap = swaps[slot];
      if (!swap || !breed.trims.some(({ id }) => id === swap.trimId)) return look;
      const wish = { ...asked.wish, lean: swap.lean, allOverMm: null, vetAsks: false };
      const choices = { ...asked, trimId: swap.trimId, wish, overrides: [] };
      return shown(proposalOf('swapped', planner, choices, context));
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

interface Board {
  readonly of: string;
  readonly planner: Planner;
  readonly context: ReturnType<typeof estimateContextOf>;
  readonly looks: readonly Look[];
}

/** The board made last: a look that is swapped leaves the others as they are. */
let lastBoard: Board | null = null;

function boardOf(sheet: VisitSheet, asked: Choices, breed: BreedPack): Board {
  const of = JSON.stringify([sheet, asked]);
  if (lastBoard?.of === of) return lastBoard;
  const visit = caseOf(breed, sheet, asked);
  const context = estimateContextOf(sheet);
  const looks = proposeChoices(visit, context).map(shown);
  lastBoard = { of, planner: createPlanner(visit), context, looks };
  return lastBoard;
}

function shown(proposal: Proposal): Look {
  const { visit: _case, ...look } = proposal;
  return look;
}
