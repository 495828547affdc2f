import type { LengthProblem, LengthUnit } from '@kurrel/core';

/** Lengths an owner can picture; each says up to how many mm it holds. */
const PICTURES: readonly (readonly [upToMm: number, words: string])[] = [
  [1.3, 'clean, skin shows'],
  [2.5, 'like velvet'],
  [5, 'a grain of rice lying flat'],
  [9, 'a pea'],
  [15, 'a fingernail'],
  [22, 'a thumb’s width'],
  [40, 'two fingers'],
  [70, 'half a hand'],
  [Infinity, 'a hand or more'],
];

/** A length in plain words. */
export function plainLength(mm: number): string {
  return PICTURES.find(([upToMm]) => mm <= upToMm)?.[1] ?? '';
}

/** Why something typed is no length, and what to type. */
export function lengthProblemWord(problem: LengthProblem, unit: LengthUnit): string {
  const example = unit === 'mm' ? 'like 13 or 1.5' : 'like 1/2 or 3/8';
  switch (problem) {
    case 'empty':
      return `Type a length, ${example}.`;
    case 'not-a-length':
      return `That is not a length. Type a number, ${example}, with mm or in if you mean the other unit.`;
    case 'zero-denominator':
      return 'Nothing can be divided by 0. Type a fraction like 1/2.';
    case 'not-positive':
      return 'A length is more than nothing.';
    case 'too-long':
      return 'Longer than can be here. Check the unit.';
  }
}
