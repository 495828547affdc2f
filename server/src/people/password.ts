import { foldedLogin, LEAST_PASSWORD } from '@kurrel/contract';
import { dictionary } from '@zxcvbn-ts/language-common';

const COMMON = new Set(dictionary.passwords as readonly string[]);
/** The words everybody begins with, the most common first; shorter ones are part of many a good password. */
const FIRST_WORDS = new Set(
  (dictionary.passwords as readonly string[]).slice(0, 3000).filter((word) => word.length >= 5),
);

/** Whose password it is to be, and where. */
export interface PasswordOf {
  readonly login: string;
  readonly name: string;
  readonly salon: string;
}

/**
 * What is wrong with a password for this person, or null. Length counts, not composition; refused are the common ones, also with a few digits or
 * signs about them, one character over and over, and the names of the person and the salon.
 */
export function passwordProblem(password: string, person: PasswordOf): string | null {
  const folded = password.normalize('NFKC').toLowerCase();
  if ([...password].length < LEAST_PASSWORD)
    return `At least ${LEAST_PASSWORD} characters: a few words do well.`;
  if (new Set(folded).size < 4) return 'Too few different characters.';
  const bare = folded.replace(/^[^\p{L}]+|[^\p{L}]+$/gu, '');
  if (COMMON.has(folded) || FIRST_WORDS.has(bare))
    return 'This is one of the first that is tried: choose another.';
  const own = [person.login, ...`${person.name} ${person.salon}`.split(/\s+/)]
    .map(foldedLogin)
    .filter(({ length }) => length > 3);
  const rest = own.reduce((left, word) => left.replaceAll(word, ''), folded);
  if (rest.length < 6) return 'Mostly your own name or the salon’s: choose another.';
  return null;
}
