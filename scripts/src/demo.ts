import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import { advise } from './advice.ts';
import { buildWeb } from './build.ts';
import { Advice, portTaken, startLasting } from './cluster.ts';
import { startServer } from './server.ts';
import { demoDatabase } from './world.ts';

/** `npm run demo [-- --fresh]`: everything on one address, stopped again by Ctrl-C. */
await advise(async () => {
  const fresh = process.argv.includes('--fresh');
  const port = Number(process.env.PORT ?? 4180);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Advice(`PORT is ${process.env.PORT ?? ''}; give a number from 1 to 65535.`);
  if (await portTaken(port)) {
    throw new Advice(`port ${port} is in use. Stop what uses it, or choose another: PORT=4190 npm run demo`);
  }
  console.log('Starting the database ...');
  const cluster = await startLasting();
  let stopped: Promise<void> | null = null;
  /** Stops the server, then the database; whoever asks again waits for the same end. */
  const stopAll = (server?: { stop: () => Promise<void> }): Promise<void> => {
    stopped ??= (async () => {
      await server?.stop();
      await cluster.stop();
    })();
    return stopped;
  };
  try {
    const database = await demoDatabase(cluster, fresh);
    if (database.seeded) console.log('Seeded the demo world.');
    console.log('Building the web client if it changed ...');
    buildWeb();
    const server = await startServer(database, port);
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      process.once(signal, () => void stopAll(server).then(() => process.exit(0)));
    }
    server.process.once('exit', () => {
      const asked = stopped !== null;
      void stopAll().then(() => process.exit(asked ? 0 : 1));
    });
    console.log(`\nKurrel is at ${server.address}\n`);
    for (const { login, password, name, role } of DEMO_SIGN_INS) {
      console.log(`  ${login.padEnd(9)} ${password.padEnd(17)} ${name}, ${role}`);
    }
    console.log('\nCtrl-C stops it. The data stays; `npm run demo -- --fresh` seeds it anew.');
  } catch (error) {
    await stopAll();
    throw error;
  }
});
