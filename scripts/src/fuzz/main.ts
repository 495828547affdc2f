import pg from 'pg';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import { advise } from '../advice.ts';
import { freePort, startThrowaway } from '../cluster.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { Dice } from './dice.ts';
import { fuzz, halfWritten, idsOf } from './fuzz.ts';
import { fuzzLarge } from './large.ts';

/** `npm run fuzz [-- requests [seed]]`: odd requests to every route, and large ones; none may break the server or leave half a row. */
await advise(async () => {
  const [count = 10_000, seed = 1] = process.argv.slice(2).map(Number);
  const cluster = await startThrowaway();
  const database = await demoDatabase(cluster, false);
  const server = await startServer(database, await freePort(), { quiet: true });
  const owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query<{ salon_id: string }>('select salon_id from salons limit 1');
    const ids = await idsOf(owner, rows[0]?.salon_id ?? '');
    const lead = DEMO_SIGN_INS.find(({ role }) => role === 'lead');
    const headers = async () => {
      await owner.query('delete from gate.tries');
      const answer = await fetch(`${server.address}/api/session`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ login: lead?.login, password: lead?.password }),
      });
      return { cookie: answer.headers.getSetCookie()[0]?.split(';')[0] ?? '' };
    };
    const { statuses, broken } = await fuzz(server.address, headers, ids, count, seed);
    const large = await fuzzLarge(server.address, headers, ids, new Dice(seed));
    const half = await halfWritten(owner);
    console.log(`${count} requests, seed ${seed}:`, statuses);
    console.log(
      `${broken.length} answered with a 5xx or not at all; ${half.length} kinds of half-written rows`,
    );
    console.log(
      `${large.sent} large bodies: nobody waited longer than ${Math.round(large.longestMs)} ms; ${large.broken.length} too long or broken`,
    );
    for (const line of [...broken.slice(0, 20), ...large.broken.slice(0, 20), ...half])
      console.log(`  ${line}`);
    process.exitCode = broken.length + large.broken.length + half.length > 0 ? 1 : 0;
  } finally {
    await owner.end();
    await server.stop();
    await cluster.stop();
  }
});
