import { sql } from 'drizzle-orm';
import type { NodePgDatabase } from 'drizzle-orm/node-postgres';
import { drizzle } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema.ts';

export type Database = NodePgDatabase<typeof schema>;
/** A transaction inside which PostgreSQL shows one salon's rows only. */
export type SalonTx = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  readonly db: Database;
  readonly close: () => Promise<void>;
}

/** No connection within this time: the request fails, and says so, instead of hanging. */
const CONNECT_MS = 10_000;

/**
 * A pool that outlives its database: a connection that breaks, idle or not, is dropped and a new one made for the next
 * request; the request that was using it fails by its own query.
 */
export function connect(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: CONNECT_MS });
  const dropped = () => undefined;
  pool.on('error', dropped);
  pool.on('connect', (client) => client.on('error', dropped));
  return { db: drizzle(pool, { schema }), close: () => pool.end() };
}

/** Runs `work` in a transaction that belongs to the salon; outside of it the app sees no row at all. */
export function inSalon<T>(db: Database, salonId: string, work: (tx: SalonTx) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('kurrel.salon_id', ${salonId}, true)`);
    return work(tx);
  });
}
