import type { BreedPack, DrawnLine, LengthUnit, Packs, Plan } from '@kurrel/core';
import { calledOf } from '@kurrel/core';
import { handWord, joinSentence, passSentence } from '@kurrel/words';

/** Words broken into lines of no more than so many letters. */
export function wrapped(text: string, letters: number): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + 1 + word.length <= letters)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** Where a clip line runs, by what a hand can measure: "throat line: 2 fingers …"; a line off no bone has its name only. */
export function lineSentence(packs: Packs, { name, distances }: DrawnLine, unit: LengthUnit): string {
  if (distances.length === 0) return name;
  const ways = distances.map(
    ({ from, toward, mm }) =>
      `${handWord(mm, unit)} from the ${calledOf(packs, from) ?? spaced(from)} toward the ${calledOf(packs, toward) ?? spaced(toward)}`,
  );
  return `${name}: ${ways.join('; ')}`;
}

const spaced = (landmark: string) =>
  landmark.replace(/\d+$/, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** The runs of combs before the hand, place by place, then what is blended; both sides once. */
export function blockInSentences(plan: Plan, unit: LengthUnit): readonly string[] {
  const zones = plan.zones.filter(({ side }) => side !== 'right');
  const runs = zones.flatMap(({ name, passes }) =>
    passes.map((pass) => `${name}: ${passSentence(pass, unit)}`),
  );
  const told = new Set<string>();
  const blends = zones.flatMap(({ name, joins }) =>
    joins.flatMap((join) => {
      const pair = [name, join.into].sort().join();
      if (join.kind !== 'blend' || told.has(pair)) return [];
      told.add(pair);
      return [`${name}: ${joinSentence(join, unit)}`];
    }),
  );
  return [...runs, ...blends];
}

/** What the sheet is called when it is kept. */
export const fileName = (dog: string, breed: BreedPack, ending: 'svg' | 'pdf'): string =>
  `${dog}-${breed.id}-pattern-sheet.${ending}`.toLowerCase().replace(/[^a-z0-9.-]+/g, '-');
