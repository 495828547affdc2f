import { defineConfig } from 'vitest/config';

/**
 * What `npm run mutate` runs for every change to a folder: that folder's own tests and those of whole plans. Left out are
 * those that plan every breed many times over or ask another solver, and would take as long as all the others together.
 */
const folders = (process.env['KURREL_MUTATED'] ?? '').split(',').filter(Boolean);

export default defineConfig({
  test: {
    isolate: false,
    include: [...folders, 'plan'].map((folder) => `core/src/${folder}/**/*.test.ts`),
    exclude: ['core/src/plan/doNothing.test.ts', 'core/src/plan/mirror.test.ts'],
    testNamePattern: /^(?!.*(agrees with it on the real trims|mixed-integer))/,
  },
});
