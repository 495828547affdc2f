import { advise } from '../advice.ts';
import { buildWeb } from '../build.ts';
import { freePort, startThrowaway } from '../cluster.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { anyOrders } from './anyOrders.ts';
import { coreParts, foundVisit, orders } from './coreParts.ts';
import { firstLoad } from './firstLoad.ts';
import { grown } from './grown.ts';
import { requests } from './requests.ts';
import { screens } from './screens.ts';
import { solver } from './solver.ts';
import { tools } from './tools.ts';
import { visitSheets } from './visits.ts';

/** `npm run bench`: how fast, as shares and ratios of one run, never as times to be held to. */
await advise(async () => {
  buildWeb();
  const cluster = await startThrowaway();
  const database = await demoDatabase(cluster, false);
  const server = await startServer(database, await freePort(), { quiet: true });
  try {
    const sheets = await visitSheets(server.address);
    solver(foundVisit(sheets));
    tools();
    coreParts(sheets);
    orders(sheets);
    anyOrders();
    await firstLoad(server.address);
    await screens(server.address);
    await requests(server.address, database.ownerUrl);
  } finally {
    await server.stop();
    await cluster.stop();
  }
  if (!process.argv.includes('--quick')) await grown();
});
