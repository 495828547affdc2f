import type { PlannedForm, TaskStep } from '@kurrel/core';

/** What is done in a step of a form. */
const STEP_WORD: Readonly<Record<TaskStep['do'], string>> = {
  bulk: 'Bulk off',
  open: 'Open',
  lines: 'Set the lines',
  shape: 'Shape',
  round: 'Round',
  strip: 'Strip',
  soften: 'Soften',
  edges: 'Edges',
  again: 'Once more',
};

export const formStepWord = ({ do: what, name }: Pick<TaskStep, 'do' | 'name'>): string =>
  what === 'again' && name !== null ? `${STEP_WORD.again}: ${name}` : STEP_WORD[what];

/** A form with its steps: "foreleg: bulk off, 32 comb; shape, straight shears (outside, inside, back, front)". */
export function formSentence({ name, steps }: Pick<PlannedForm, 'name' | 'steps'>): string {
  const told = steps.map(({ do: what, tool, how }) => {
    const done = `${STEP_WORD[what].toLowerCase()}, ${tool.label}`;
    return how === null ? done : `${done} (${how})`;
  });
  return `${name}: ${told.join('; ')}`;
}
