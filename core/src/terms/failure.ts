/** A caller's mistake (NaN, unequal lengths, a negative weight): thrown, never returned. */
export class MisuseError extends Error {
  override readonly name = 'MisuseError';
}

/** @throws MisuseError unless `value` is a finite number inside [lo, hi]. */
export function requireNumber(what: string, value: number, lo = -Infinity, hi = Infinity): number {
  if (!Number.isFinite(value) || value < lo || value > hi) {
    throw new MisuseError(`${what} must be a number from ${lo} to ${hi}, got ${value}`);
  }
  return value;
}

/** Finds the entry with this id in a pack list. @throws MisuseError when the pack has no such entry. */
export function byId<T extends { readonly id: string }>(what: string, list: readonly T[], id: string): T {
  const found = list.find((entry) => entry.id === id);
  if (!found) throw new MisuseError(`no ${what} called "${id}" in the packs`);
  return found;
}
