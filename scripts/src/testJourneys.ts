import type { TestProject } from 'vitest/node';
import { buildWeb } from './build.ts';
import setupDatabase from './testDatabase.ts';

/** Journeys drive the built client, against a real database. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  buildWeb();
  return setupDatabase(project);
}
