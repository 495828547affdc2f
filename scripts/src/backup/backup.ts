import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { advise } from '../advice.ts';
import { reachLasting } from '../cluster.ts';
import { DATABASE } from '../world.ts';
import { backup } from './dump.ts';

/**
 * `npm run backup [-- file]`: the database to a file, while Kurrel runs or not. What was signed is fingerprinted under the
 * installation's secret: it is written beside, and belongs where the backup is kept.
 */
await advise(async () => {
  const file = resolve(
    process.argv[2] ?? `kurrel-${new Date().toISOString().slice(0, 16).replace(/\D/g, '')}.dump`,
  );
  const cluster = await reachLasting();
  try {
    await backup(cluster.ownerUrl(DATABASE), file);
    writeFileSync(`${file}.secret`, `${cluster.secret}\n`, { mode: 0o600 });
  } finally {
    await cluster.stop();
  }
  console.log(`Written: ${file}\nand its secret: ${file}.secret (keep both, apart from this machine)`);
});
