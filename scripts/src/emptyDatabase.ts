import { randomUUID } from 'node:crypto';
import { migrateDatabase } from '@kurrel/server/database/migrate';
import pg from 'pg';
import { inject } from 'vitest';
import type {} from './testDatabase.ts';

/** For a test file: a migrated database of its own in the run's throw-away PostgreSQL. */
export async function emptyDatabase(): Promise<{ readonly ownerUrl: string; readonly appUrl: string }> {
  const { owner, app, appPassword } = inject('postgres');
  const database = `t_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: owner.replace('%', 'postgres') });
  await admin.connect();
  await admin.query(`create database ${database}`);
  await admin.end();
  const ownerUrl = owner.replace('%', database);
  await migrateDatabase(ownerUrl, appPassword);
  return { ownerUrl, appUrl: app.replace('%', database) };
}
