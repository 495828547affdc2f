import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { createApp } from '@kurrel/server/app';
import { connect } from '@kurrel/server/database/connect';
import { loadLibrary } from '@kurrel/server/packs/load';
import { seedDemo } from '@kurrel/server/seed/demo';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import { pino } from 'pino';
import type { Page } from 'puppeteer-core';
import { emptyDatabase } from '../scripts/src/emptyDatabase.ts';
import { openBrowser, signIn } from './browser.ts';

/** The demo salon served to a real browser, with a database of its own. */
export interface OpenSalon {
  readonly address: string;
  /** A page of its own, signed in by name; nobody when the name is left out. */
  readonly enter: (name?: string, width?: number, height?: number) => Promise<Page>;
  readonly close: () => Promise<void>;
}

export async function openSalon(): Promise<OpenSalon> {
  const { ownerUrl, appUrl } = await emptyDatabase();
  const owner = connect(ownerUrl);
  const library = loadLibrary();
  await seedDemo(owner.db, library, new Date());
  await owner.close();

  const connection = connect(appUrl);
  const app = createApp({
    db: connection.db,
    library,
    log: pino({ level: process.env.LOG_LEVEL ?? 'silent' }),
    webFolder: fileURLToPath(new URL('../web/dist', import.meta.url)),
    demo: DEMO_SIGN_INS,
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const chromium = await openBrowser();
  return {
    address,
    enter: async (name, width, height) => {
      const page = await chromium.page(width, height);
      if (name === undefined) await page.goto(`${address}/sign-in`);
      else await signIn(page, address, name);
      return page;
    },
    close: async () => {
      await chromium.close();
      server.closeAllConnections();
      server.close();
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

/** To the hands-on screen of a dog's coming visit, the way a person goes. */
export async function openHands(page: Page, dog: string): Promise<void> {
  await openCard(page, dog);
  await page.locator('.visits a').click();
  await page.waitForSelector('.hands-dog .place');
}

/** On along the visit's path to another of its screens. */
export async function goTo(page: Page, station: 'Hands-on' | 'Choices' | 'Draft'): Promise<void> {
  await page.locator(`.visit-path a ::-p-text(${station})`).click();
  const there = { 'Hands-on': '.hands-dog .place', Choices: '.look', Draft: '.coat-rule .bead.own' };
  await page.waitForSelector(there[station]);
}

export async function openDraft(page: Page, dog: string): Promise<void> {
  await openHands(page, dog);
  await goTo(page, 'Draft');
}

export const textOf = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => (element as HTMLElement).innerText.replace(/\s+/g, ' ').trim());

/** The first element matching, once it says what it should. */
export async function waitForText(page: Page, selector: string, part: string): Promise<void> {
  await page.waitForFunction(
    (s, p) =>
      [...document.querySelectorAll<HTMLElement | SVGElement>(s)].some((e) =>
        ('innerText' in e ? e.innerText : (e.textContent ?? '')).replace(/\s+/g, ' ').includes(p),
      ),
    {},
    selector,
    part,
  );
}

/** Types into a field in place of what stands there. */
export async function retype(page: Page, selector: string, text: string): Promise<void> {
  await page.locator(selector).click({ count: 3 });
  await page.keyboard.press('Backspace');
  await page.type(selector, text);
}
