import { advise } from '../advice.ts';
import { faults } from './faults.ts';

const CLIENTS = 10;

/** `npm run faults [-- histories [seed]]`: nothing acknowledged is lost, nothing is done twice, whoever is killed when. */
await advise(async () => {
  const [histories = 500, seed = 1] = process.argv.slice(2).map(Number);
  const report = await faults(Math.ceil(histories / CLIENTS), CLIENTS, seed);
  const { kills, acknowledged, retries, wrong } = report;
  console.log(
    `${report.histories} histories, ${kills.server} kills of the server and ${kills.database} of the database among them: ` +
      `${acknowledged} writes acknowledged, ${retries} retries, ${wrong.length} wrong`,
  );
  for (const line of wrong.slice(0, 30)) console.log(`  ${line}`);
  process.exitCode = wrong.length > 0 ? 1 : 0;
});
