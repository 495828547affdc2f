import type { Choices, SavedPlan, VisitSheet, Work } from '@kurrel/contract';
import type { Entries, Hands, Merged } from '@kurrel/core';
import { choicesEntries, choicesOfEntries, handsEntries, handsOfEntries, mergeEntries } from '@kurrel/core';

/** The parts of a visit that are edited and saved apart. */
export type Part = 'hands' | 'choices' | 'work';
export type PartValue = Hands | Choices | Work;

/** Findings, the bath and the order are sent as they are touched; a draft when somebody presses save. */
export const isSentByItself = (part: Part): boolean => part !== 'choices';

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
    return { version, dogVersion: dog.version, value, by: 'Somebody else' };
  }
  if (part === 'work') {
    const { workVersion: version, work } = current as VisitSheet;
    return { version, dogVersion: 0, value: work ?? before.value, by: 'Somebody else' };
  }
  const saved = current as SavedPlan | null;
  return saved ? { version: saved.version, dogVersion: 0, value: saved.choices, by: saved.savedBy } : before;
}

/** The bath and the order decision by decision: `bath towels`, `order own` … */
const workEntries = ({ bath, order }: Work): Entries =>
  Object.fromEntries([
    ...Object.entries(bath).map(([key, value]) => [`bath ${key}`, value]),
    ...Object.entries(order).map(([key, value]) => [`order ${key}`, value]),
  ]) as Entries;

function workOfEntries(entries: Entries): Work {
  const of = (kind: string) =>
    Object.fromEntries(
      Object.entries(entries)
        .filter(([key]) => key.startsWith(`${kind} `))
        .map(([key, value]) => [key.slice(kind.length + 1), value]),
    );
  return { bath: of('bath') as unknown as Work['bath'], order: of('order') as unknown as Work['order'] };
}

const ENTRIES: Readonly<Record<Part, (value: PartValue) => Entries>> = {
  hands: (value) => handsEntries(value as Hands),
  choices: (value) => choicesEntries(value as Choices),
  work: (value) => workEntries(value as Work),
};
const VALUES: Readonly<Record<Part, (entries: Entries) => PartValue>> = {
  hands: handsOfEntries,
  choices: (entries) => choicesOfEntries(entries) as Choices,
  work: workOfEntries,
};
const entriesOf = (part: Part, value: PartValue): Entries => ENTRIES[part](value);
export const valueOf = (part: Part, entries: Entries): PartValue => VALUES[part](entries);

/** My edits since `base` put into what `theirs` has become, find by find and zone by zone. */
export const mergedPart = (
  part: Part,
  base: PartValue,
  mine: PartValue,
  theirs: PartValue,
  stays: (entry: string) => boolean,
): Merged => mergeEntries(entriesOf(part, base), entriesOf(part, mine), entriesOf(part, theirs), stays);
