/** A pack as it is written: `defaults` holds, by list, what a row of that list means when it does not say. */
interface Written {
  readonly defaults?: Readonly<Record<string, object>>;
}

/** The pack with every row complete. Packs without defaults are returned as they are. */
export function completed(written: object): object {
  const { defaults, ...pack } = written as Written & Record<string, unknown>;
  if (!defaults) return written;
  const lists = Object.entries(defaults).map(([list, row]) => {
    const rows = pack[list];
    return [list, Array.isArray(rows) ? rows.map((one: object) => ({ ...row, ...one })) : rows] as const;
  });
  return { ...pack, ...Object.fromEntries(lists) };
}
