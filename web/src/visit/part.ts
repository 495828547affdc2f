import type { Choices, SavedPlan, VisitSheet } from '@kurrel/contract';
import type { Entries, Hands, Merged } from '@kurrel/core';
import { choicesEntries, choicesOfEntries, handsEntries, handsOfEntries, mergeEntries } from '@kurrel/core';

/** The parts of a visit that are edited and saved apart. */
export type Part = 'hands' | 'choices';
export type PartValue = Hands | Choices;

/** What the server had when the edits began: the next save is made against it. */
export interface Base<T extends PartValue = PartValue> {
  readonly version: number;
  /** Of the dog's card, which findings that stay are written to; 0 where the part has nothing to do with it. */
  readonly dogVersion: number;
  readonly value: T;
  /** Who saved it; nobody before the first save. */
  readonly by: string;
}

/** The newest of a part out of a refusal that says it was changed meanwhile. */
export function newestIn(part: Part, current: unknown, before: Base): Base {
  if (part === 'hands') {
    const { handsVersion: version, hands: value, dog } = current as VisitSheet;
    return { version, dogVersion: dog.version, value, by: 'somebody else' };
  }
  const saved = current as SavedPlan | null;
  return saved ? { version: saved.version, dogVersion: 0, value: saved.choices, by: saved.savedBy } : before;
}

const entriesOf = (part: Part, value: PartValue): Entries =>
  part === 'hands' ? handsEntries(value as Hands) : choicesEntries(value as Choices);

export const valueOf = (part: Part, entries: Entries): PartValue =>
  part === 'hands' ? handsOfEntries(entries) : (choicesOfEntries(entries) as Choices);

/** My edits since `base` put into what `theirs` has become, find by find and zone by zone. */
export const mergedPart = (
  part: Part,
  base: PartValue,
  mine: PartValue,
  theirs: PartValue,
  stays: (entry: string) => boolean,
): Merged => mergeEntries(entriesOf(part, base), entriesOf(part, mine), entriesOf(part, theirs), stays);
