import { openBrowser, signIn } from '@kurrel/e2e/browser';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import pg from 'pg';
import type { BrowserContext, Page } from 'puppeteer-core';
import { freePort, startThrowaway } from '../cluster.ts';
import { Dice } from '../fuzz/dice.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { killed } from './faults.ts';

export interface TabletReport {
  readonly histories: number;
  readonly taps: number;
  readonly faults: Readonly<Record<Fault, number>>;
  readonly wrong: readonly string[];
}

const FAULTS = ['network', 'server', 'database', 'reload', 'crash', 'second'] as const;
type Fault = (typeof FAULTS)[number];
const TAPS = 7;
/** A pedal pressed sooner is a bounce. */
const PEDAL_MS = 290;
/** A device's clock is off by no more than this, either way, ms. */
const SKEW_MS = 3_600_000;
const SETTLES_MS = 30_000;

/**
 * Tablets in a real browser: a dog is worked on step by step while the network is cut, the server or the database is killed, the tab is reloaded
 * or dies, its clock is wrong, or a second tablet taps on the same dog. Afterwards the log in the database is what was tapped, once each.
 */
export async function tablets(rounds: number, seed: number): Promise<TabletReport> {
  const dice = new Dice(seed);
  const cluster = await startThrowaway(true);
  const database = await demoDatabase(cluster, false);
  const port = await freePort();
  let server = await startServer(database, port, { quiet: true });
  const chromium = await openBrowser();
  const count = Object.fromEntries(FAULTS.map((fault) => [fault, 0])) as Record<Fault, number>;
  const wrong: string[] = [];
  let taps = 0;
  try {
    const dogs = await visitsToCome(database.ownerUrl);
    for (let round = 0; round < rounds; round++) {
      const visit = dogs[round % dogs.length] ?? '';
      // Every history begins with a dog nobody has touched.
      await asked(database.ownerUrl, 'delete from work_log where visit_id = $1', [visit]);
      const open: Page[] = [];
      const tablet = async (): Promise<Page> => {
        const page = await chromium.page();
        await skewed(page, dice.below(2 * SKEW_MS) - SKEW_MS);
        await signIn(page, server.address, dice.pick(DEMO_SIGN_INS).name);
        await toTable(page, server.address, visit);
        open.push(page);
        return page;
      };
      let tapped = 0;
      try {
        let page = await tablet();
        for (let step = 0; step < TAPS; step++) {
          const fault = dice.chance(0.4) ? dice.pick(FAULTS) : null;
          if (fault !== null) count[fault]++;
          if (fault === 'network') await page.setOfflineMode(true);
          // Killed between a tap and its answer, as like as not.
          const tap = pedal(page);
          if (fault === 'server' || fault === 'database')
            server = await killed(fault, cluster, database, server, port);
          if (await tap) tapped++;
          if (fault === 'network') await page.setOfflineMode(false);
          if (fault === 'reload') await toTable(page, server.address, visit);
          if (fault === 'crash') page = await afterCrash(page, open, server.address, visit);
          if (fault === 'second') page = open.length < 2 ? await tablet() : dice.pick(open);
        }
        for (const one of open) await allSent(one);
      } catch (error) {
        wrong.push(`round ${round}: ${String(error).split('\n')[0] ?? ''}`);
      }
      const after = await rowsOf(database.ownerUrl, visit);
      if (after !== tapped) wrong.push(`round ${round}: ${tapped} tapped, ${after} in the log`);
      taps += tapped;
      await Promise.all([...new Set(open.map((one) => one.browserContext()))].map((one) => one.close()));
    }
  } finally {
    await chromium.close();
    await server.stop();
    await cluster.stop();
  }
  return { histories: rounds, taps, faults: count, wrong };
}

const skewed = (page: Page, ms: number): Promise<unknown> =>
  page.evaluateOnNewDocument((by) => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + by;
  }, ms);

async function toTable(page: Page, address: string, visit: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      await page.goto(`${address}/visits/${visit}/table`);
      await page.waitForSelector('.table-step', { timeout: 15_000 });
      return;
    } catch (error) {
      if (tries > 3) throw error;
    }
  }
}

/** Presses the pedal; whether the screen took it. */
async function pedal(page: Page): Promise<boolean> {
  await new Promise((resolve) => setTimeout(resolve, PEDAL_MS));
  const at = () => page.$eval('.table-top', (top) => /step \d+/.exec(top.textContent ?? '')?.[0] ?? '');
  const before = await at();
  await page.keyboard.press('PageDown');
  return page
    .waitForFunction(
      (was) => !(document.querySelector('.table-top')?.textContent ?? was).includes(`${was} of`),
      { timeout: 5000 },
      before,
    )
    .then(
      () => true,
      () => false,
    );
}

/** The tab dies; another of the same browser is opened on the same dog. */
async function afterCrash(page: Page, open: Page[], address: string, visit: string): Promise<Page> {
  const context: BrowserContext = page.browserContext();
  open.splice(open.indexOf(page), 1);
  const next = await context.newPage();
  await page.close();
  await next.bringToFront();
  await toTable(next, address, visit);
  open.push(next);
  return next;
}

const allSent = (page: Page) =>
  page.waitForFunction(
    () => document.querySelector('[data-testid="send-state"]')?.textContent === 'all sent',
    { timeout: SETTLES_MS },
  );

async function visitsToCome(ownerUrl: string): Promise<readonly string[]> {
  const { rows } = await asked<{ id: string }>(
    ownerUrl,
    "select v.id from visits v join dogs d on d.id = v.dog_id where v.record is null and d.name in ('Juniper', 'Bosun', 'Marzipan', 'Clementine', 'Rook', 'Sorrel', 'Quill', 'Pilchard', 'Tansy', 'Ptarmigan') order by v.id",
    [],
  );
  return rows.map(({ id }) => id);
}

async function rowsOf(ownerUrl: string, visit: string): Promise<number> {
  const { rows } = await asked<{ n: string }>(
    ownerUrl,
    "select count(*) as n from work_log where visit_id = $1 and kind = 'done'",
    [visit],
  );
  return Number(rows[0]?.n);
}

/** Asks as the owner, again while the database comes back. */
async function asked<Row extends pg.QueryResultRow>(
  ownerUrl: string,
  text: string,
  values: readonly unknown[],
) {
  for (let tries = 0; ; tries++) {
    const client = new pg.Client({ connectionString: ownerUrl });
    client.on('error', () => undefined);
    try {
      await client.connect();
      return await client.query<Row>(text, [...values]);
    } catch (error) {
      if (tries > 40) throw error;
      await new Promise((resolve) => setTimeout(resolve, 250));
    } finally {
      await client.end().catch(() => undefined);
    }
  }
}
