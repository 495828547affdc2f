import { MisuseError } from '../terms/failure.ts';

/**
 * The entry that plays a role core itself knows.
 * @throws MisuseError unless exactly one entry of the list has it.
 */
export function byRole<T extends { readonly role: string | null }>(
  what: string,
  list: readonly T[],
  role: NonNullable<T['role']>,
): T {
  const found = list.filter((entry) => entry.role === role);
  const [one] = found;
  if (!one || found.length > 1)
    throw new MisuseError(`${found.length} ${what} entries have the role "${role}"`);
  return one;
}
