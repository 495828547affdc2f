import { advise } from '../advice.ts';
import { buildWeb } from '../build.ts';
import { faults } from './faults.ts';
import { tablets } from './tablets.ts';

const CLIENTS = 10;

/** `npm run faults [-- histories [seed [tablets]]]`: nothing acknowledged is lost, nothing is done twice, whoever is killed when. */
await advise(async () => {
  const [histories = 500, seed = 1, onTablets = 100] = process.argv.slice(2).map(Number);
  const report = await faults(Math.ceil(histories / CLIENTS), CLIENTS, seed);
  const { kills, acknowledged, retries, wrong } = report;
  console.log(
    `${report.histories} histories, ${kills.server} kills of the server and ${kills.database} of the database among them: ` +
      `${acknowledged} writes acknowledged, ${retries} retries, ${wrong.length} wrong`,
  );
  for (const line of wrong.slice(0, 30)) console.log(`  ${line}`);
  buildWeb();
  const tapped = await tablets(onTablets, seed);
  const said = (counts: Readonly<Record<string, number>>) =>
    Object.entries(counts)
      .map(([name, times]) => `${name} ${times}`)
      .join(', ');
  console.log(
    `${tapped.histories} histories on tablets in a browser: ${said(tapped.acts)}; among them ${said(tapped.faults)}; ${tapped.wrong.length} wrong`,
  );
  for (const line of tapped.wrong.slice(0, 30)) console.log(`  ${line}`);
  process.exitCode = wrong.length + tapped.wrong.length > 0 ? 1 : 0;
});
