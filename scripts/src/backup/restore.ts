import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { advise } from '../advice.ts';
import { Advice, keepSecret } from '../cluster.ts';
import { restore } from './dump.ts';
import { targetOf } from './target.ts';

/** `npm run restore -- file`: a backup into an empty database, `KURREL_OWNER_URL`'s or this machine's own, with its secret where it lies beside. */
await advise(async () => {
  const [given] = process.argv.slice(2);
  if (given === undefined) throw new Advice('name the backup: npm run restore -- kurrel.dump');
  const file = resolve(given);
  const target = await targetOf(process.env);
  try {
    await target.createDatabase();
    await restore(target.ownerUrl, target.appPassword, file);
  } finally {
    await target.close();
  }
  const secret = `${file}.secret`;
  if (!existsSync(secret))
    console.log(`${secret} is not there: consents signed before cannot be verified here.`);
  else if (target.own) keepSecret(readFileSync(secret, 'utf8').trim());
  else console.log(`Set KURREL_SECRET to what ${secret} holds: what was signed is verified under it.`);
  console.log(`Restored into ${target.name}: ${file}`);
});
