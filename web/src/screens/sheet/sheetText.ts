import type { BreedPack, LengthUnit, Plan } from '@kurrel/core';
import { joinSentence, passSentence } from '@kurrel/words';

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
