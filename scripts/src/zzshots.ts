import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { openBrowser, press, signIn } from '@kurrel/e2e/browser';
import type { Page } from 'puppeteer-core';
import { advise } from './advice.ts';
import { buildWeb } from './build.ts';
import { freePort, PROJECT, startThrowaway } from './cluster.ts';
import { startServer } from './server.ts';
import { demoDatabase } from './world.ts';

/** Until what a screen loads is drawn; requests that a change of screen cut off are never heard of as ended. */
const SETTLED_MS = 1500;

interface Shot {
  readonly name: string;
  readonly size?: readonly [number, number];
  readonly go: (page: Page, address: string) => Promise<void>;
}

const openDog = (name: string) => async (page: Page, address: string) => {
  await page.goto(`${address}/dogs`);
  await press(page, `.dog-list ::-p-text(${name})`);
  await page.waitForSelector('.visits a');
};
const hands = (name: string) => async (page: Page, address: string) => {
  await openDog(name)(page, address);
  await press(page, '.visits a');
  await page.waitForSelector('.hands-dog .place');
};
const along = (name: string, path: string, there: string) => async (page: Page, address: string) => {
  await hands(name)(page, address);
  const { origin, pathname } = new URL(page.url());
  await page.goto(origin + pathname.replace(/hands$/, path));
  await page.waitForSelector(there);
};
const draft = (name: string) => along(name, 'draft', '.coat-rule .bead');
const tab = (name: string, word: string) => async (page: Page, address: string) => {
  await hands(name)(page, address);
  await press(page, `.zone-panel .tabs ::-p-text(${word})`);
};

/** The table, worked on until a step at that place is in hand. */
const atStep = (name: string, place: string) => async (page: Page, address: string) => {
  await along(name, 'table', '.table-step')(page, address);
  for (let steps = 0; steps < 60; steps++) {
    const where = await page.$eval('.table-where', (element) => element.textContent ?? '');
    if (where.startsWith(place)) return;
    await page.keyboard.press('PageDown');
    await new Promise((resolve) => setTimeout(resolve, PEDAL_MS));
  }
};
/** A pedal pressed sooner is a bounce. */
const PEDAL_MS = 320;

/** One picture per main view, from the demo data. */
const SHOTS: readonly Shot[] = [
  { name: 'order-tansy', go: along('Tansy', 'order', '.cards li') },
  { name: 'table-look', go: atStep('Tansy', 'ribs, left: look') },
  { name: 'table-look-tablet', size: [1024, 768], go: atStep('Tansy', 'back: look') },
  { name: 'table-phone', size: [390, 844], go: atStep('Tansy', 'croup: look') },
];

/** `npm run shots [-- name …]`: refreshes docs/screenshots, all of them or the named ones. */
await advise(async () => {
  const wanted = process.argv.slice(2);
  const folder = process.env.SHOTS_FOLDER ?? join(PROJECT, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  buildWeb();
  const cluster = await startThrowaway();
  const server = await startServer(await demoDatabase(cluster, false), await freePort(), { quiet: true });
  const chromium = await openBrowser();
  try {
    const page = await chromium.page();
    await signIn(page, server.address, 'Ottilie Marsh');
    for (const shot of SHOTS) {
      if (wanted.length > 0 && !wanted.includes(shot.name)) continue;
      const [width, height] = shot.size ?? [1280, 800];
      await page.setViewport({ width, height });
      await shot.go(page, server.address);
      await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
      await page.screenshot({ path: join(folder, `${shot.name}.png`) });
      console.log(`${shot.name}.png`);
    }
  } finally {
    await chromium.close();
    await server.stop();
    await cluster.stop();
  }
});
