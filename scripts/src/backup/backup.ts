import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { advise } from '../advice.ts';
import { backup } from './dump.ts';
import { targetOf } from './target.ts';

/**
 * `npm run backup [-- file]`: the database to a file that only its owner reads, while Kurrel runs or not; `KURREL_OWNER_URL` says which, else the
 * demo's. What was signed is fingerprinted under the installation's secret: it is written beside, and belongs where the backup is kept.
 */
await advise(async () => {
  const file = resolve(
    process.argv[2] ?? `kurrel-${new Date().toISOString().slice(0, 16).replace(/\D/g, '')}.dump`,
  );
  process.umask(0o077);
  const target = await targetOf(process.env);
  try {
    await backup(target.ownerUrl, file);
    if (target.secret !== null) writeFileSync(`${file}.secret`, `${target.secret}\n`, { mode: 0o600 });
  } finally {
    await target.close();
  }
  console.log(`Written from ${target.name}: ${file}`);
  console.log(
    target.secret === null
      ? 'Its secret is not known here (KURREL_SECRET): keep that too, or what was signed cannot be verified.'
      : `and its secret: ${file}.secret (keep both, apart from this machine)`,
  );
});
