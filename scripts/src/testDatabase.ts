import type {} from 'vitest';
import type { TestProject } from 'vitest/node';
import { startThrowaway } from './cluster.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Connection strings with `%` where the database's name goes. */
    readonly postgres: { readonly owner: string; readonly app: string; readonly appPassword: string };
  }
}

/** One throw-away PostgreSQL for a whole test run; every test file makes its own database in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const cluster = await startThrowaway();
  project.provide('postgres', {
    owner: cluster.ownerUrl('%'),
    app: cluster.appUrl('%'),
    appPassword: cluster.appPassword,
  });
  return cluster.stop;
}
