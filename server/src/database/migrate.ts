import { fileURLToPath } from 'node:url';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));
/** Two servers that start together migrate one after the other. */
const LOCK = 7_402_291;

/** Brings the database up to date as its owner, and makes sure the app's role exists with this password. */
export async function migrateDatabase(ownerUrl: string, appPassword: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [LOCK]);
    await ensureAppRole(client, appPassword);
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  } finally {
    await client.end();
  }
}

/** The role the app serves as, with this password: it owns nothing and may not step around row-level security. */
export async function ensureAppRole(client: pg.Client, appPassword: string): Promise<void> {
  const role = await client.query("select 1 from pg_roles where rolname = 'kurrel_app'");
  const verb = role.rowCount === 0 ? 'create' : 'alter';
  const password = client.escapeLiteral(appPassword);
  await client.query(
    `${verb} role kurrel_app login nosuperuser nobypassrls nocreatedb nocreaterole password ${password}`,
  );
}
