import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { advise } from '../advice.ts';
import { Advice, keepSecret, reachLasting } from '../cluster.ts';
import { DATABASE } from '../world.ts';
import { restore } from './dump.ts';

/** `npm run restore -- file`: a backup into this machine's empty database, with its secret where it lies beside. */
await advise(async () => {
  const [given] = process.argv.slice(2);
  if (given === undefined) throw new Advice('name the backup: npm run restore -- kurrel.dump');
  const file = resolve(given);
  const cluster = await reachLasting();
  try {
    await cluster.createDatabase(DATABASE);
    await restore(cluster.ownerUrl(DATABASE), cluster.appPassword, file);
  } finally {
    await cluster.stop();
  }
  const secret = `${file}.secret`;
  if (existsSync(secret)) keepSecret(readFileSync(secret, 'utf8').trim());
  else console.log(`${secret} is not there: consents signed before cannot be verified here.`);
  console.log(`Restored: ${file}`);
});
