import { and, asc, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { dogs } from '../database/schema/dogs.ts';

type DogRow = typeof dogs.$inferSelect;

/** Dogs of one page. */
export const PAGE = 60;
/** Fewer letters than an index of threes can look for: then the dog's name starts with them. */
const SHORT = 3;

/**
 * Dogs by name whose card (name, owner, breed) has every one of the words, from after `last` on: one more than a page, so
 * that the caller sees whether there are more.
 */
export async function findDogs(
  tx: SalonTx,
  words: string,
  archived: boolean,
  last: Pick<DogRow, 'name' | 'id'> | null,
): Promise<readonly DogRow[]> {
  const parts = words.toLowerCase().split(/\s+/).filter(Boolean).map(escaped);
  const longest = [...parts].sort((a, b) => b.length - a.length)[0];
  if (longest === undefined) return page(tx, archived, last);
  const pattern = longest.length < SHORT ? `${longest}%` : `%${longest}%`;
  const all = parts.map((part) => `%${part}%`);
  const found = await tx.execute<{ id: string }>(
    sql`select id from search_dogs(${pattern}, ${sql.param(all)}, ${archived}, ${last?.name ?? ''}, ${last?.id ?? NO_DOG}, ${PAGE + 1})`,
  );
  const ids = found.rows.map(({ id }) => id);
  if (ids.length === 0) return [];
  return tx.select().from(dogs).where(inArray(dogs.id, ids)).orderBy(asc(dogs.name), asc(dogs.id));
}

const NO_DOG = '00000000-0000-0000-0000-000000000000';

const page = (tx: SalonTx, archived: boolean, last: Pick<DogRow, 'name' | 'id'> | null) =>
  tx
    .select()
    .from(dogs)
    .where(
      and(
        archived ? isNotNull(dogs.archivedAt) : isNull(dogs.archivedAt),
        last ? sql`(${dogs.name}, ${dogs.id}) > (${last.name}, ${last.id})` : undefined,
      ),
    )
    .orderBy(asc(dogs.name), asc(dogs.id))
    .limit(PAGE + 1);

const escaped = (word: string) => word.replace(/[\\%_]/g, '\\$&');
