import { sql } from 'drizzle-orm';
import type { NodePgDatabase } from 'drizzle-orm/node-postgres';
import { drizzle } from 'drizzle-orm/node-postgres';
import pg from 'pg';

export type Database = NodePgDatabase;
/** A transaction inside which PostgreSQL shows one salon's rows only. */
export type SalonTx = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  readonly db: Database;
  readonly close: () => Promise<void>;
}

/** How long a request waits, ms: for a connection, for a row somebody else holds, for one answer of the database. */
export interface Patience {
  readonly connectMs: number;
  readonly lockMs: number;
  readonly statementMs: number;
  /** For the driver, when the database itself hangs; longer than the statement's, so that PostgreSQL answers first. */
  readonly answerMs: number;
}

const PATIENCE: Patience = { connectMs: 5_000, lockMs: 5_000, statementMs: 10_000, answerMs: 12_000 };
const CONNECTIONS = 10;
const IDLE_MS = 30_000;

/** So many texts of queries are known by name; what is asked beyond them is parsed each time. */
const NAMED = 400;
const names = new Map<string, string>();

/** The name a query's text goes by, so that a connection parses and plans it once; none for the many-th text. */
function nameOf(text: string): string | undefined {
  const known = names.get(text);
  if (known !== undefined || names.size >= NAMED) return known;
  const name = `q${names.size}`;
  names.set(text, name);
  return name;
}

/**
 * A client that asks each query by name, and whose connection is given up when an answer is overdue: it would hold the next
 * query behind the stuck one.
 */
class ImpatientClient extends pg.Client {
  override query: pg.Client['query'] = ((...args: Parameters<pg.Client['query']>) => {
    const [config] = args as readonly unknown[];
    if (isNameable(config)) config.name ??= nameOf(config.text);
    const asked: unknown = super.query(...args);
    if (asked instanceof Promise) {
      asked.catch((error: unknown) => {
        if (error instanceof Error && error.message === 'Query read timeout')
          this.connection.stream.destroy();
      });
    }
    return asked;
  }) as pg.Client['query'];
}

/** A query of the query builder that reads or writes rows; what steers a transaction has no name. */
const isNameable = (config: unknown): config is { text: string; name?: string | undefined } =>
  typeof config === 'object' &&
  config !== null &&
  'types' in config &&
  'text' in config &&
  typeof config.text === 'string' &&
  /^(select|insert|update|delete|with)\b/i.test(config.text.trimStart());

/**
 * A pool that outlives its database: a connection that breaks, idle or not, is dropped and a new one made for the next
 * request; the request that was using it fails by its own query, and no query waits for ever.
 */
export function connect(url: string, patience: Patience = PATIENCE): Connection {
  const pool = new pg.Pool({
    Client: ImpatientClient,
    connectionString: url,
    max: CONNECTIONS,
    connectionTimeoutMillis: patience.connectMs,
    idleTimeoutMillis: IDLE_MS,
    lock_timeout: patience.lockMs,
    statement_timeout: patience.statementMs,
    idle_in_transaction_session_timeout: patience.statementMs,
    query_timeout: patience.answerMs,
    keepAlive: true,
  });
  const dropped = () => undefined;
  pool.on('error', dropped);
  pool.on('connect', (client) => client.on('error', dropped));
  return { db: drizzle(pool), close: () => pool.end() };
}

/** Runs `work` in a transaction that belongs to the salon; outside of it the app sees no row at all. */
export function inSalon<T>(db: Database, salonId: string, work: (tx: SalonTx) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('kurrel.salon_id', ${salonId}, true)`);
    return work(tx);
  });
}
