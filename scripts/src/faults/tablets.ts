import { may } from '@kurrel/contract';
import { openBrowser, press, signIn } from '@kurrel/e2e/browser';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import pg from 'pg';
import type { Page } from 'puppeteer-core';
import { freePort, startThrowaway } from '../cluster.ts';
import { Dice } from '../fuzz/dice.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { killed } from './faults.ts';

export interface TabletReport {
  readonly histories: number;
  readonly acts: Readonly<Record<string, number>>;
  readonly faults: Readonly<Record<Fault, number>>;
  readonly wrong: readonly string[];
}

const FAULTS = ['network', 'server', 'database', 'reload', 'crash', 'second', 'clock'] as const;
type Fault = (typeof FAULTS)[number];
const TOUCHES = 9;
/** What is touched, as often as it stands here. */
const TOUCHED = ['done', 'done', 'done', 'done', 'undone', 'skipped', 'note', 'stopped'] as const;
/** A pedal pressed sooner is a bounce. */
const PEDAL_MS = 290;
/** A device's clock is off by no more than this, either way, ms. */
const SKEW_MS = 3_600_000;
const SETTLES_MS = 30_000;
/** A clock that is set while no page is open cannot be told from so many minutes of work. */
const GAP_MINUTES = 10;

/** An act the screen took, by whom. */
interface Taken {
  readonly kind: string;
  readonly by: string;
}

/** A tablet and who is signed in on it. */
interface Tablet {
  page: Page;
  readonly name: string;
  readonly mayAnswer: boolean;
}

/**
 * Tablets in a real browser: a dog is worked on (steps done, taken back, skipped, stopped and gone on with, notes) while the network is cut, the
 * server or the database is killed, the tab is reloaded or dies, its clock is wrong or jumps, or another person's tablet works on the same dog.
 * Afterwards the log in the database is what was touched, once each, by whoever touched it, in minutes that can have passed.
 */
export async function tablets(rounds: number, seed: number): Promise<TabletReport> {
  const dice = new Dice(seed);
  const cluster = await startThrowaway(true);
  const database = await demoDatabase(cluster, false);
  const port = await freePort();
  let server = await startServer(database, port, { quiet: true });
  const chromium = await openBrowser();
  const count = Object.fromEntries(FAULTS.map((fault) => [fault, 0])) as Record<Fault, number>;
  const acts: Record<string, number> = {};
  const wrong: string[] = [];
  try {
    const dogs = await visitsToCome(database.ownerUrl);
    for (let round = 0; round < rounds; round++) {
      const visit = dogs[round % dogs.length] ?? '';
      // Every history begins with a dog nobody has touched.
      await asked(database.ownerUrl, 'delete from work_log where visit_id = $1', [visit]);
      const began = performance.now();
      const open: Tablet[] = [];
      const tablet = async (): Promise<Tablet> => {
        const page = await chromium.page();
        await skewed(page, dice.below(2 * SKEW_MS) - SKEW_MS);
        const { name, role } = dice.pick(DEMO_SIGN_INS);
        await signIn(page, server.address, name);
        await toTable(page, server.address, visit);
        const opened = { page, name, mayAnswer: may(role, 'stop:answer') };
        open.push(opened);
        return opened;
      };
      const taken: Taken[] = [];
      try {
        let at = await tablet();
        for (let step = 0; step < TOUCHES; step++) {
          const fault = dice.chance(0.4) ? dice.pick(FAULTS) : null;
          if (fault !== null) count[fault]++;
          if (fault === 'network') await at.page.setOfflineMode(true);
          if (fault === 'clock') await jump(at.page, dice.below(2 * SKEW_MS) - SKEW_MS);
          // Killed between a touch and its answer, as like as not.
          const touching = TOUCH[dice.pick(TOUCHED)](at);
          if (fault === 'server' || fault === 'database')
            server = await killed(fault, cluster, database, server, port);
          const { name, mayAnswer } = at;
          const kinds = await touching;
          taken.push(...kinds.map((kind) => ({ kind, by: name })));
          if (fault === 'network') await at.page.setOfflineMode(false);
          // Nothing goes on until somebody answers who may.
          if (kinds.includes('stopped') && !mayAnswer) break;
          if (fault === 'reload') await toTable(at.page, server.address, visit);
          if (fault === 'crash') at.page = await afterCrash(at.page, server.address, visit);
          if (fault === 'second') at = open.length < 2 ? await tablet() : dice.pick(open);
        }
        for (const { page } of open) await allSent(page);
      } catch (error) {
        wrong.push(`round ${round}: ${String(error).split('\n')[0] ?? ''}`);
      }
      const minutes = (performance.now() - began) / 60_000;
      wrong.push(
        ...(await differences(database.ownerUrl, visit, taken, minutes)).map(
          (one) => `round ${round}: ${one}`,
        ),
      );
      for (const { kind } of taken) acts[kind] = (acts[kind] ?? 0) + 1;
      await Promise.all(
        [...new Set(open.map(({ page }) => page.browserContext()))].map((one) => one.close()),
      );
    }
  } finally {
    await chromium.close();
    await server.stop();
    await cluster.stop();
  }
  return { histories: rounds, acts, faults: count, wrong };
}

/** What the log in the database has otherwise than it was touched. */
async function differences(
  ownerUrl: string,
  visit: string,
  taken: readonly Taken[],
  minutes: number,
): Promise<readonly string[]> {
  const { rows } = await asked<{ kind: string; by: string; minutes: number | null }>(
    ownerUrl,
    "select l.kind, p.name as by, (l.act->>'minutes')::float as minutes from work_log l join people p on p.id = l.by_id where l.visit_id = $1",
    [visit],
  );
  const wrong: string[] = [];
  const counted = (list: readonly Taken[]) => {
    const counts = new Map<string, number>();
    for (const { kind, by } of list)
      counts.set(`${kind} by ${by}`, (counts.get(`${kind} by ${by}`) ?? 0) + 1);
    return counts;
  };
  const [wanted, found] = [counted(taken), counted(rows)];
  for (const name of new Set([...wanted.keys(), ...found.keys()])) {
    const [touched, there] = [wanted.get(name) ?? 0, found.get(name) ?? 0];
    if (touched !== there) wrong.push(`${name}: ${touched} touched, ${there} in the log`);
  }
  for (const { kind, minutes: said } of rows)
    if (said !== null && (said < 0 || said > minutes + GAP_MINUTES))
      wrong.push(`${kind} in ${said} min, of a visit of ${minutes.toFixed(1)}`);
  return wrong;
}

const skewed = (page: Page, ms: number): Promise<unknown> =>
  page.evaluateOnNewDocument((by) => {
    const real = Date.now.bind(Date);
    // What a clock was set to it stays at through a reload.
    let off = Number(sessionStorage.getItem('clock off') ?? by);
    Date.now = () => real() + off;
    window.addEventListener('clock jumps', (event) => {
      off = (event as CustomEvent<number>).detail;
      sessionStorage.setItem('clock off', String(off));
    });
  }, ms);

const jump = (page: Page, ms: number): Promise<unknown> =>
  page.evaluate((by) => window.dispatchEvent(new CustomEvent('clock jumps', { detail: by })), ms);

const TOUCH: Readonly<Record<(typeof TOUCHED)[number], (tablet: Tablet) => Promise<readonly string[]>>> = {
  done: ({ page }) => moved(page, 'done', () => page.keyboard.press('PageDown')),
  undone: ({ page }) => moved(page, 'undone', () => page.keyboard.press('PageUp')),
  skipped: ({ page }) =>
    moved(page, 'skipped', async () => {
      await key(page, 'Skip');
      await answer(page);
    }),
  note: async ({ page }) => {
    await key(page, 'Note');
    await answered(page);
    return ['note'];
  },
  stopped: async ({ page, mayAnswer }) => {
    await key(page, 'Stop');
    // What stops the work stands above the question and moves it down: touched before that, the touch falls beside it.
    await page.waitForSelector('.table-stop');
    await answered(page);
    if (!mayAnswer) return ['stopped', 'stop-named'];
    await press(page, '.table-stop ::-p-text(go on)');
    await page.waitForSelector('.table-stop', { hidden: true });
    return ['stopped', 'stop-named', 'went-on'];
  },
};

const key = (page: Page, word: string) => press(page, `.table-keys ::-p-text(${word})`);
const answer = (page: Page) => press(page, '.asking .answers button');

/** Answers what is asked; a touch that fell beside, since a page that was just opened moved under it, is touched again. */
async function answered(page: Page): Promise<void> {
  await answer(page);
  const gone = await page.waitForSelector('.asking', { hidden: true, timeout: BESIDE_MS }).then(
    () => true,
    () => false,
  );
  if (gone) return;
  await answer(page);
  await page.waitForSelector('.asking', { hidden: true });
}
const BESIDE_MS = 5000;

/** Does something that takes the table to another step; what it did, if the screen took it. */
async function moved(page: Page, kind: string, how: () => Promise<void>): Promise<readonly string[]> {
  await new Promise((resolve) => setTimeout(resolve, PEDAL_MS));
  const before = await page.$eval('.table-top', (top) => /step \d+/.exec(top.textContent ?? '')?.[0] ?? '');
  // The first step cannot be taken back.
  if (kind === 'undone' && before === 'step 1') return [];
  await how();
  return page
    .waitForFunction(
      (was) => !(document.querySelector('.table-top')?.textContent ?? was).includes(`${was} of`),
      { timeout: 5000 },
      before,
    )
    .then(
      () => [kind],
      () => [],
    );
}

async function toTable(page: Page, address: string, visit: string): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      await page.goto(`${address}/visits/${visit}/table`);
      await page.waitForSelector('.table-step', { timeout: 15_000 });
      const start = await page.$('[aria-label="Not started yet"] button');
      if (start) {
        await start.click();
        await page.waitForSelector('[aria-label="Not started yet"]', { hidden: true });
      }
      return;
    } catch (error) {
      if (tries > 3) throw error;
    }
  }
}

/** The tab dies; another of the same browser is opened on the same dog. */
async function afterCrash(page: Page, address: string, visit: string): Promise<Page> {
  const next = await page.browserContext().newPage();
  await page.close();
  await next.bringToFront();
  await toTable(next, address, visit);
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
