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
  const start = await page.$('[aria-label="Not started yet"] button');
  if (start) {
    await start.click();
    await page.waitForSelector('[aria-label="Not started yet"]', { hidden: true });
  }
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
  { name: 'today', go: async (page, address) => void (await page.goto(address)) },
  { name: 'dogs', go: async (page, address) => void (await page.goto(`${address}/dogs`)) },
  { name: 'dog-card', go: openDog('Juniper') },
  { name: 'drawer', go: async (page, address) => void (await page.goto(`${address}/drawer`)) },
  { name: 'salon', go: async (page, address) => void (await page.goto(`${address}/salon`)) },
  {
    name: 'hands-on',
    go: async (page, address) => {
      await hands('Dumpling')(page, address);
      await press(page, '.views ::-p-text(head)');
      await press(page, '[data-zone="ear-outside.left"]');
    },
  },
  { name: 'hands-on-tape', go: tab('Rook', 'Tape') },
  { name: 'choices', go: along('Mistral', 'choices', '.look') },
  {
    name: 'consent',
    go: async (page, address) => {
      await along('Dumpling', 'choices', '.look')(page, address);
      await press(page, '.look .choose');
      await page.waitForSelector('.pad canvas');
    },
  },
  { name: 'draft-poodle', go: draft('Juniper') },
  { name: 'draft-airedale', go: draft('Rook') },
  {
    name: 'pattern-sheet',
    size: [880, 1330],
    go: along('Juniper', 'sheet', '.pattern-sheet'),
  },
  { name: 'bath', go: along('Juniper', 'bath', '.drying-curve .main-svg') },
  { name: 'order', go: along('Juniper', 'order', '.cards li') },
  { name: 'table', go: atStep('Juniper', 'body') },
  { name: 'table-tablet', size: [1024, 768], go: atStep('Sorrel', 'round head') },
  { name: 'draft-phone', size: [390, 844], go: draft('Juniper') },
  { name: 'draft-portrait', size: [800, 1280], go: draft('Juniper') },
  { name: 'hands-on-tablet', size: [800, 1280], go: hands('Sorrel') },
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
