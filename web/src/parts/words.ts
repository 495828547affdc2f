import type { Direction, LengthProblem, LengthUnit, Source } from '@kurrel/core';
import { differenceInMonths, differenceInYears } from 'date-fns';

/** Sentences and short words used on more than one screen. */
export const directionWord: Readonly<Record<Direction, string>> = {
  with: 'with the lay',
  against: 'against the lay',
  across: 'across the lay',
};

export const sourceWord: Readonly<Record<Source | 'owner' | 'groomer' | 'measured', string>> = {
  standard: 'standard',
  custom: 'custom',
  prior: 'trade prior',
  owner: 'owner',
  groomer: 'groomer',
  measured: 'measured',
};

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
      return 'No hair is cut at more than 400 mm. Check the unit.';
  }
}

export function ageOf(bornOn: string, today: Date): string {
  const years = differenceInYears(today, bornOn);
  if (years >= 2) return `${years} y`;
  return `${Math.max(0, differenceInMonths(today, bornOn))} mo`;
}
