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
      return 'Enter a length above 0.';
    case 'too-long':
      return 'Too long: at most 400 mm. Check the unit.';
  }
}

/** Shares of a length by name, the smallest first. */
const SHARES = [
  [1 / 4, 'a quarter'],
  [1 / 3, 'a third'],
  [2 / 5, 'two fifths'],
  [1 / 2, 'half'],
  [3 / 5, 'three fifths'],
  [2 / 3, 'two thirds'],
  [3 / 4, 'three quarters'],
  [9 / 10, 'nine tenths'],
] as const;

/** What a curl makes of its length when it dries by itself. */
export function shrinksWord(curl: number): string {
  const [, name] = SHARES.reduce((best, one) =>
    Math.abs(one[0] - curl) < Math.abs(best[0] - curl) ? one : best,
  );
  return `shrinks to about ${name} when dry`;
}
