import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { advise } from './advice.ts';
import { Advice, PROJECT } from './cluster.ts';

/** `npm run mutate -- welfare targets`: changes the code of folders of core and counts the changes no test noticed. */
await advise(async () => {
  const folders = process.argv.slice(2);
  const missing = folders.filter((folder) => !existsSync(join(PROJECT, 'core/src', folder)));
  if (folders.length === 0 || missing.length > 0) {
    const what = missing.length > 0 ? `core/src has no ${missing.join(', ')}; ` : '';
    throw new Advice(`${what}name folders of core/src, like: npm run mutate -- welfare targets`);
  }
  const mutate = folders.flatMap((folder) => [
    `core/src/${folder}/**/*.ts`,
    `!core/src/${folder}/**/*.test.ts`,
  ]);
  execFileSync('npx', ['stryker', 'run', 'scripts/stryker.json', '--mutate', mutate.join(',')], {
    cwd: PROJECT,
    stdio: 'inherit',
    env: { ...process.env, KURREL_MUTATED: folders.join(',') },
  });
});
