import type { LengthUnit, PlaceWish, WishPack, WishProblem } from '@kurrel/core';
import { byId, formatLeft } from '@kurrel/core';
import { listWord } from './names.ts';

const ASK_WORD: Readonly<Record<Exclude<PlaceWish['ask'], 'length'>, string>> = {
  'very-short': 'very short',
  short: 'short',
  long: 'long',
  'as-it-is': 'left as it is',
  without: 'none',
};

/** What is asked of a place, without the place: “very short”, “12.7 mm”. */
export const askWord = ({ ask, mm }: Pick<PlaceWish, 'ask' | 'mm'>, unit: LengthUnit): string =>
  ask === 'length' ? (mm === null ? 'as drawn' : formatLeft(mm, unit)) : ASK_WORD[ask];

/** One wish as a chip says it: “legs 1/2 in”. */
export const placeWishWord = ({ places }: WishPack, wish: PlaceWish, unit: LengthUnit): string =>
  `${byId('place', places, wish.place).name}: ${askWord(wish, unit)}`;

/** How much of a groom is asked for, by its name or by its jobs. */
export function scopeWord({ scopes, jobs }: WishPack, asked: readonly string[]): string {
  const same = scopes.find(
    (scope) => scope.jobs.length === asked.length && scope.jobs.every((id) => asked.includes(id)),
  );
  return same?.name ?? listWord(asked.map((id) => byId('job', jobs, id).name));
}

const quoted = (words: readonly string[]) => words.map((word) => `“${word}”`).join(', ');

/** Why what was typed of a wish is not taken, and what to type. */
export function wishProblemSentence(problem: WishProblem): string {
  switch (problem.kind) {
    case 'empty':
      return 'Type what the owner asks, like “body very short, legs 1/2 in, ears natural”.';
    case 'not-understood':
      return `Not understood: ${quoted(problem.words)}. Nothing was taken.`;
    case 'how':
      return `How should ${quoted([problem.about])} be? Add short, long, natural, none or a length.`;
    case 'where':
      return `What is to be ${quoted([problem.about])}? Name the place, like “legs ${problem.about}”.`;
    case 'twice':
      return `Asked twice, and not the same: ${problem.about}. Nothing was taken.`;
    case 'no-length':
      return `${quoted([problem.about])} is no length between 0 and 400 mm. Nothing was taken.`;
    case 'cannot-be-none':
      return `There is no dog without ${problem.about}: say how short. Nothing was taken.`;
  }
}
