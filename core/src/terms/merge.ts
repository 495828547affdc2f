import equal from 'fast-deep-equal';

/** A value taken apart into named entries, so that two people's changes can be told apart one by one. */
export type Entries = Readonly<Record<string, unknown>>;

/** An entry both changed, and not alike; `undefined` where one of them took it away. */
export interface Clash {
  readonly key: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merged {
  /** Theirs with what only I changed put in; where both changed an entry, theirs. */
  readonly entries: Entries;
  /** Keys of the entries that are mine in it. */
  readonly mine: readonly string[];
  readonly clashes: readonly Clash[];
}

/**
 * Three-way merge, entry by entry: what one side alone changed since `base` is taken, what both changed alike is one
 * change, the rest clashes. An entry that `stays` names is never taken away by the merge: whoever has it, keeps it.
 */
export function mergeEntries(
  base: Entries,
  mine: Entries,
  theirs: Entries,
  stays: (key: string) => boolean = () => false,
): Merged {
  const merged: Record<string, unknown> = {};
  const taken: string[] = [];
  const clashes: Clash[] = [];
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine), ...Object.keys(base)])) {
    const [was, my, their] = [base[key], mine[key], theirs[key]];
    const kept = stays(key) ? (their ?? my) : their;
    const iChanged = !equal(was, my);
    const theyChanged = !equal(was, their);
    if (iChanged && theyChanged && !equal(my, their) && !(stays(key) && (my ?? their) === kept)) {
      clashes.push({ key, mine: my, theirs: their });
    }
    const value = iChanged && !theyChanged && !(stays(key) && my === undefined) ? my : kept;
    if (value !== undefined) merged[key] = value;
    if (iChanged && !equal(value, their)) taken.push(key);
  }
  return { entries: merged, mine: taken, clashes };
}

/** The merge with some clashes decided for mine. */
export function decided(merged: Merged, mine: readonly string[]): Entries {
  const own = merged.clashes.filter(({ key }) => mine.includes(key)).map((clash) => [clash.key, clash.mine]);
  const entries = { ...merged.entries, ...(Object.fromEntries(own) as Entries) };
  return Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined));
}
