import { randomUUID } from 'node:crypto';
import { migrateDatabase } from '@kurrel/server/database/migrate';
import pg from 'pg';
import { inject } from 'vitest';
import type {} from './testDatabase.ts';

export interface TestDatabase {
  readonly ownerUrl: string;
  readonly appUrl: string;
}

/** For a test file: a database of its own with nothing in it, not even tables. */
export const bareDatabase = (): Promise<TestDatabase> => created('');

/** For a test file: a migrated database of its own in the run's throw-away PostgreSQL. */
export async function emptyDatabase(): Promise<TestDatabase> {
  const database = await bareDatabase();
  await migrateDatabase(database.ownerUrl, inject('postgres').appPassword);
  return database;
}

/** For a test file: the demo world in a database of its own, copied from the one that was seeded for the run. */
export async function demoCopy(): Promise<TestDatabase & { readonly salonId: string }> {
  const { demo, demoSalon } = inject('postgres');
  return { ...(await created(`template ${demo}`)), salonId: demoSalon };
}

async function created(how: string): Promise<TestDatabase> {
  const { owner, app } = inject('postgres');
  const database = `t_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: owner.replace('%', 'postgres') });
  await admin.connect();
  await admin.query(`create database ${database} ${how}`);
  await admin.end();
  return { ownerUrl: owner.replace('%', database), appUrl: app.replace('%', database) };
}
