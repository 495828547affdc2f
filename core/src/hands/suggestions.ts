import { distance } from 'fastest-levenshtein';
import type { LengthUnit } from '../units/length.ts';
import type { Packs } from '../packs/packs.ts';
import type { TypedProblem } from './typedResult.ts';
import { readTyped } from './typed.ts';
import { vocabulary } from './vocabulary.ts';

const MOST = 6;
/** Words to try in turn before a candidate is dropped; enough for any beginning of two letters. */
const TRIED = 24;

/** Up to six findings in words of the trade that go on from what is typed. Every one of them is read when it is typed. */
export function suggestions(typed: string, packs: Packs, unit: LengthUnit = 'mm'): readonly string[] {
  const parts = typed.trimStart().split(' ');
  const tail = parts.at(-1)?.toLowerCase() ?? '';
  const head = parts.slice(0, -1).join(' ');
  const lead = head === '' ? '' : `${head} `;
  const read = readTyped(typed, packs, unit);
  if (read.ok || read.problem.kind === 'which') return [];
  const whole = [...sided(typed.trim(), packs, unit), ...respelled(typed, read.problem, packs, unit)];
  if (tail.length < 2) return whole;
  const all = [...new Set(vocabulary(packs).map(({ text }) => text))];
  const starts = all.filter((text) => text.startsWith(tail)).sort((a, b) => a.length - b.length);
  const near = all.filter((text) => !text.startsWith(tail) && distance(text, tail) <= 1);
  const completed = [...starts, ...near]
    .slice(0, TRIED)
    .flatMap((text) => readable(`${lead}${text}`, packs, unit));
  return [...new Set([...whole, ...completed])].slice(0, MOST);
}

/** What is typed with the one word that is not understood put right, where a word of the trade is a letter away. */
function respelled(
  typed: string,
  problem: TypedProblem,
  packs: Packs,
  unit: LengthUnit = 'mm',
): readonly string[] {
  const [wrong] = problem.kind === 'not-understood' ? problem.words : [];
  if (wrong === undefined) return [];
  const near = vocabulary(packs).filter(({ text }) => distance(text, wrong) === 1);
  return near.flatMap(({ text }) => readable(typed.toLowerCase().replace(wrong, text), packs, unit));
}

/** The finding with each side it may want, where a side is all it wants. */
function sided(typed: string, packs: Packs, unit: LengthUnit = 'mm'): readonly string[] {
  const sides = [packs.words.left, packs.words.right, packs.words.both].flatMap(([first]) => first ?? []);
  return sides.map((side) => `${typed} ${side}`).filter((text) => readTyped(text, packs, unit).ok);
}

/** What is typed, with a side and a place where it needs one; nothing where even that is not read. */
function readable(typed: string, packs: Packs, unit: LengthUnit = 'mm'): readonly string[] {
  const [left = ''] = packs.words.left;
  const read = readTyped(typed, packs, unit);
  if (read.ok) return [typed];
  const { problem } = read;
  const named = packs.zones.zones;
  const at =
    problem.kind === 'where'
      ? named.filter(({ id }) => {
          const sign = packs.signs.signs.find(({ name }) => name === problem.about);
          return sign !== undefined && (sign.at.length === 0 || sign.at.includes(id));
        })
      : problem.kind === 'where-is-the-mat'
        ? named
        : [];
  const tries = [
    `${typed} ${left}`,
    ...at.slice(0, 1).flatMap(({ name }) => [`${typed} ${name}`, `${typed} ${left} ${name}`]),
  ];
  const fits = tries.find((text) => readTyped(text, packs, unit).ok);
  return fits === undefined ? [] : [fits];
}
