import { advise } from '../advice.ts';
import { buildWeb } from '../build.ts';
import { freePort, startThrowaway } from '../cluster.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { beadSteps } from './beadSteps.ts';
import { coreParts } from './coreParts.ts';
import { firstLoad } from './firstLoad.ts';
import { grown } from './grown.ts';
import { requests } from './requests.ts';

/** `npm run bench`: how fast, as shares and ratios of one run, never as times to be held to. */
await advise(async () => {
  buildWeb();
  coreParts();
  firstLoad();
  const cluster = await startThrowaway();
  const database = await demoDatabase(cluster, false);
  const server = await startServer(database, await freePort(), { quiet: true });
  try {
    await beadSteps(server.address);
    await requests(server.address, database.ownerUrl);
  } finally {
    await server.stop();
    await cluster.stop();
  }
  await grown();
});
