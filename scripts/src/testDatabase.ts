import { connect } from '@kurrel/server/database/connect';
import { migrateDatabase } from '@kurrel/server/database/migrate';
import { loadLibrary } from '@kurrel/server/packs/load';
import { seedDemo } from '@kurrel/server/seed/demo';
import pg from 'pg';
import type {} from 'vitest';
import type { TestProject } from 'vitest/node';
import { startThrowaway } from './cluster.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Connection strings with `%` where the database's name goes, and the demo salon and its database's name. */
    readonly postgres: {
      readonly owner: string;
      readonly app: string;
      readonly appPassword: string;
      readonly demo: string;
      readonly demoSalon: string;
    };
  }
}

const DEMO = 'kurrel_demo_template';

/** One throw-away PostgreSQL for a whole test run, with the demo world seeded once to be copied by every test file. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const cluster = await startThrowaway();
  const admin = new pg.Client({ connectionString: cluster.ownerUrl('postgres') });
  await admin.connect();
  await admin.query(`create database ${DEMO}`);
  await admin.end();
  await migrateDatabase(cluster.ownerUrl(DEMO), cluster.appPassword);
  const owner = connect(cluster.ownerUrl(DEMO));
  const demoSalon = await seedDemo(owner.db, loadLibrary(), new Date());
  await owner.close();
  project.provide('postgres', {
    owner: cluster.ownerUrl('%'),
    app: cluster.appUrl('%'),
    appPassword: cluster.appPassword,
    demo: DEMO,
    demoSalon,
  });
  return cluster.stop;
}
