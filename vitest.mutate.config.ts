import { defineConfig } from 'vitest/config';

/**
 * What `npm run mutate` runs for every change: core's own tests, without the two that plan every breed many times over
 * and would take as long as all the others together.
 */
export default defineConfig({
  test: {
    isolate: false,
    include: ['core/src/**/*.test.ts'],
    exclude: ['core/src/plan/doNothing.test.ts', 'core/src/packs/rename.test.ts', 'core/src/choices/**'],
  },
});
