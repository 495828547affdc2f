import { readdirSync } from 'node:fs';
import { defineConfig } from 'vitest/config';

/**
 * What `npm run mutate` runs for every change to a folder: the folder's own tests; those of whole plans where it has none.
 * Left out are those that plan every breed many times over and would take as long as all the others together.
 */
const folders = (process.env['KURREL_MUTATED'] ?? '').split(',').filter(Boolean);
const testsOf = (folder: string) =>
  readdirSync(new URL(`core/src/${folder}`, import.meta.url)).some((file) => file.endsWith('.test.ts'))
    ? `core/src/${folder}/**/*.test.ts`
    : 'core/src/plan/**/*.test.ts';

export default defineConfig({
  test: {
    isolate: false,
    // The code runs several times slower with every change in it.
    testTimeout: 60_000,
    setupFiles: ['core/testing/firstFailure.ts'],
    include: folders.map(testsOf),
    exclude: ['core/src/plan/doNothing.test.ts', 'core/src/plan/mirror.test.ts'],
    testNamePattern:
      /^(?!.*(agrees with it on the real trims|is optimal wherever it is solved|is what HiGHS finds|nothing of an even one|within the proportions of its own standard|is ordered exactly, keeping what comes before what))/,
  },
});
