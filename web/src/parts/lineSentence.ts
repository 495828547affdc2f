import type { DrawnLine, LengthUnit, Packs } from '@kurrel/core';
import { calledOf } from '@kurrel/core';
import { handWord } from '@kurrel/words';

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
