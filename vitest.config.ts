import { defineConfig } from 'vitest/config';

/**
 * Unit tests run in plain Node; server tests share one throw-away PostgreSQL that `npm test` starts. Neither keeps state
 * in its modules, so their files share them.
 */
export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          isolate: false,
          // One for each core: the others wait for pages and databases half of the time.
          maxWorkers: 2,
          // Patience for a busy machine; how fast things are is for the bench.
          testTimeout: 180_000,
          include: [
            'core/src/**/*.test.ts',
            'words/src/**/*.test.ts',
            'contract/src/**/*.test.ts',
            'packs/**/*.test.ts',
            'web/src/**/*.test.ts',
            'scripts/src/**/*.test.ts',
          ],
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          globalSetup: 'scripts/src/testDatabase.ts',
          include: ['server/src/**/*.test.ts', 'server/test/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      {
        test: {
          name: 'journeys',
          globalSetup: 'scripts/src/testJourneys.ts',
          include: ['e2e/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 120_000,
          // Each file has a browser, a server and a database of its own; pages wait most of the time.
          maxWorkers: 2,
        },
      },
    ],
  },
});
