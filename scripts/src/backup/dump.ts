import { execFile } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { ensureAppRole } from '@kurrel/server/database/migrate';
import pg from 'pg';
import { Advice, binaries } from '../cluster.ts';

const run = promisify(execFile);

/** PostgreSQL's programs take the address from arguments and the password from the environment, where `ps` shows none. */
async function program(name: 'pg_dump' | 'pg_restore', url: string, args: readonly string[]): Promise<void> {
  const { password, ...rest } = partsOf(url);
  const where = ['-h', rest.host, '-p', rest.port, '-U', rest.user, '-d', rest.database];
  await run(join(binaries(), name), [...where, ...args], { env: { ...process.env, PGPASSWORD: password } });
}

function partsOf(url: string) {
  const { hostname: host, port, username: user, password, pathname } = new URL(url);
  return {
    host,
    port,
    user: decodeURIComponent(user),
    password: decodeURIComponent(password),
    database: pathname.slice(1),
  };
}

/** Writes the whole database to a file in pg_dump's custom format, from one snapshot, while it is being used. */
export const backup = (ownerUrl: string, file: string): Promise<void> =>
  program('pg_dump', ownerUrl, ['-Fc', '-f', file]);

/**
 * Reads a backup into an empty database, all of it or nothing.
 * @throws Advice when there is no such file, it is no backup, or the database has something in it.
 */
export async function restore(ownerUrl: string, appPassword: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new Advice(`there is no file ${file}`);
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    const tables = await client.query("select 1 from pg_tables where schemaname = 'public' limit 1");
    if ((tables.rowCount ?? 0) > 0) {
      throw new Advice(
        'this database is not empty, and a restore would mix two salons’ data. Restore into an empty one.',
      );
    }
    await ensureAppRole(client, appPassword);
  } finally {
    await client.end();
  }
  try {
    await program('pg_restore', ownerUrl, ['--single-transaction', '--exit-on-error', file]);
  } catch (cause) {
    const said = cause instanceof Error ? cause.message.split('\n').slice(1, 4).join('\n') : '';
    throw new Advice(`${file} could not be restored; nothing was changed.\n${said}`, { cause });
  }
}
