import { sql } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../problems.ts';

const WINDOW_SECONDS = 300;
/**
 * Tries in that time before a pause: by one address for one name; for one name from anywhere; by one address for any
 * name. The first keeps a guesser off, the second many guessers, the third a guesser of names.
 */
const MOST = { both: 8, account: 24, address: 60 } as const;

const countersOf = (address: string, login: string) => ({
  both: `both ${address} ${login}`,
  account: `account ${login}`,
  address: `address ${address}`,
});

/**
 * Counts a try to sign in. From a device the person has signed in on before, only that device's own tries count.
 * @throws Refusal with the minutes to wait when there were too many.
 */
export async function countTry(db: Database, address: string, login: string, known = false): Promise<void> {
  const counters = countersOf(address, login);
  let untilMs = 0;
  for (const kind of known ? (['both'] as const) : (['both', 'account', 'address'] as const)) {
    const counted = await db.execute<{ count: number; until: string }>(
      sql`select * from count_try(${counters[kind]}, 1, ${WINDOW_SECONDS})`,
    );
    const [row] = counted.rows;
    if (row && row.count > MOST[kind]) untilMs = Math.max(untilMs, new Date(row.until).getTime());
  }
  if (untilMs === 0) return;
  const minutes = Math.max(1, Math.ceil((untilMs - Date.now()) / 60_000));
  throw new Refusal('too-many-tries', 'Too many tries', `Wait ${minutes} min, then try again.`);
}

/** A right sign-in forgives the name's tries; the address keeps all but this one. */
export async function forgiveTries(db: Database, address: string, login: string): Promise<void> {
  const { both, account, address: from } = countersOf(address, login);
  await db.execute(sql`select count_try(${both}, ${-MOST.both}, ${WINDOW_SECONDS})`);
  await db.execute(sql`select count_try(${account}, ${-MOST.account}, ${WINDOW_SECONDS})`);
  await db.execute(sql`select count_try(${from}, -1, ${WINDOW_SECONDS})`);
}
