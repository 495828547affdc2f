import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from '@kurrel/server/app';
import { connect } from '@kurrel/server/database/connect';
import { loadLibrary } from '@kurrel/server/packs/load';
import { listenToDay } from '@kurrel/server/today/listen';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import { pino } from 'pino';
import type { Page } from 'puppeteer-core';
import { demoCopy } from '../scripts/src/emptyDatabase.ts';
import { openBrowser } from './browser.ts';
import type { Enter } from './devices.ts';
import { devicesOf } from './devices.ts';

/** The demo salon served to a real browser, with a database of its own. */
export interface OpenSalon {
  readonly address: string;
  /** A page of its own, signed in by name; nobody when the name is left out. */
  readonly enter: Enter;
  /** The same on a device that the app has never been on. */
  readonly enterAnew: Enter;
  /** Nobody answers any more, and the same again. */
  readonly stopServer: () => Promise<void>;
  readonly startServer: () => Promise<void>;
  readonly close: () => Promise<void>;
}

export async function openSalon(): Promise<OpenSalon> {
  const { appUrl } = await demoCopy();
  const library = loadLibrary();
  const connection = connect(appUrl);
  const closing = new AbortController();
  const log = pino({ level: process.env.LOG_LEVEL ?? 'silent' });
  const changes = listenToDay(appUrl, log);
  const app = createApp({
    db: connection.db,
    library,
    log,
    webFolder: fileURLToPath(new URL('../web/dist', import.meta.url)),
    demo: DEMO_SIGN_INS,
    secret: 'a secret of the tests',
    changes,
    closing: closing.signal,
  });
  let server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as AddressInfo;
  const address = `http://127.0.0.1:${port}`;
  const chromium = await openBrowser();
  const devices = devicesOf(chromium, address);
  return {
    address,
    enter: devices.used,
    enterAnew: devices.fresh,
    stopServer: async () => {
      const closed = new Promise((resolve) => server.close(resolve));
      server.closeAllConnections();
      await closed;
    },
    startServer: async () => {
      server = app.listen(port, '127.0.0.1');
      await new Promise((resolve) => server.once('listening', resolve));
    },
    close: async () => {
      await chromium.close();
      closing.abort();
      server.closeAllConnections();
      server.close();
      await changes.close();
      await connection.close();
    },
  };
}

/** From the list of dogs to the card of one. */
export async function openCard(page: Page, dog: string): Promise<void> {
  await page.locator('nav ::-p-text(Dogs)').click();
  await page.locator('input[type="search"]').fill(dog);
  await page.locator(`.dog-list ::-p-text(${dog})`).click();
  await page.waitForSelector('.visits a');
}

/** To the hands-on screen of a dog's coming visit, by its address. */
export async function openHands(page: Page, dog: string): Promise<void> {
  await page.goto(`${await visitAddress(page, dog)}/hands`);
  await page.waitForSelector('.hands-dog .place');
}

/** Where the coming visit of a dog is. */
export async function visitAddress(page: Page, dog: string): Promise<string> {
  const path = await page.evaluate(async (name) => {
    const day = 86_400_000;
    const from = new Date(Date.now() - day).toISOString();
    const to = new Date(Date.now() + 3 * day).toISOString();
    const answer = await fetch(`/api/visits?from=${from}&to=${to}`);
    const visits = (await answer.json()) as { dog: string; visitId: string }[];
    return `/visits/${visits.find((visit) => visit.dog === name)?.visitId ?? ''}`;
  }, dog);
  return new URL(path, page.url()).href;
}

/** On along the visit's path to another of its screens. */
export async function goTo(page: Page, station: 'Hands-on' | 'Choices' | 'Draft'): Promise<void> {
  await page.locator(`.visit-path a ::-p-text(${station})`).click();
  const there = { 'Hands-on': '.hands-dog .place', Choices: '.look', Draft: '.coat-rule .bead.own' };
  await page.waitForSelector(there[station]);
}

/** To a screen of a dog's coming visit, by its address, once something of it shows. */
export async function openStation(page: Page, dog: string, path: string, shows: string): Promise<void> {
  await page.goto(`${await visitAddress(page, dog)}/${path}`);
  await page.waitForSelector(shows);
}

/** To the looks of a dog's coming visit, by way of its hands-on. */
export async function openChoices(page: Page, dog: string): Promise<void> {
  await openHands(page, dog);
  await goTo(page, 'Choices');
}

export async function openDraft(page: Page, dog: string): Promise<void> {
  await page.goto(`${await visitAddress(page, dog)}/draft`);
  await page.waitForSelector('.coat-rule .bead.own');
}

export const textOf = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' ').trim());

/** Looked at so often, ms: at every frame, the looking would be most of the work. */
const LOOKS_MS = 100;

/** Waits until an element matching says what it should; otherwise fails with what stood there. */
export async function waitForText(page: Page, selector: string, part: string): Promise<void> {
  const said = (s: string): string[] =>
    [...document.querySelectorAll<HTMLElement | SVGElement>(s)].map((e) =>
      ('innerText' in e ? e.innerText : (e.textContent ?? '')).replace(/\s+/g, ' '),
    );
  try {
    await page.waitForFunction(
      `(${said.toString()})(${JSON.stringify(selector)}).some((text) => text.includes(${JSON.stringify(part)}))`,
      { polling: LOOKS_MS },
    );
  } catch (cause) {
    const stood = await page.evaluate(said, selector);
    throw new Error(`${selector} never said “${part}”, but: ${stood.join(' | ') || 'nothing'}`, { cause });
  }
}

/** Types into a field in place of what stands there. */
export async function retype(page: Page, selector: string, text: string): Promise<void> {
  await page.locator(selector).click({ count: 3 });
  await page.keyboard.press('Backspace');
  await page.type(selector, text);
}

/** A stroke across the pad, as a finger makes it. */
export async function scribble(page: Page): Promise<void> {
  const canvas = await page.waitForSelector('.pad canvas');
  await canvas?.scrollIntoView();
  const box = await canvas?.boundingBox();
  if (!box) throw new Error('no pad');
  await page.mouse.move(box.x + 30, box.y + 80);
  await page.mouse.down();
  for (let i = 1; i <= 12; i++) await page.mouse.move(box.x + 30 + i * 14, box.y + 80 + (i % 2 ? -30 : 20));
  await page.mouse.up();
}

/** Where a page keeps what it downloads, and what came of it once it is all there. */
export async function downloads(page: Page): Promise<(ending: string) => Promise<Buffer>> {
  const folder = mkdtempSync(join(tmpdir(), 'kurrel-downloads-'));
  const session = await page.createCDPSession();
  const { id: browserContextId } = page.browserContext();
  await session.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    ...(browserContextId === undefined ? {} : { browserContextId }),
  });
  return async (ending) => {
    for (;;) {
      const name = readdirSync(folder).find((one) => one.endsWith(ending));
      if (name !== undefined) return readFileSync(join(folder, name));
      await new Promise((done) => setTimeout(done, 100));
    }
  };
}
