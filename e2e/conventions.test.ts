import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { axeIssues, conventionIssues } from './conventions.ts';
import type { OpenSalon } from './salon.ts';
import { goTo, openDraft, openHands, openSalon } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const SIZES = [
  [1280, 800],
  [1024, 768],
  [800, 1280],
  [390, 844],
] as const;

const at = (path: string, shows: string) => async (page: Page) => {
  await page.goto(salon.address + path);
  await page.waitForSelector(shows);
};

/** Every screen, and states of it that look different, with the title it should have. */
const SCREENS: readonly (readonly [title: string, go: (page: Page) => Promise<void>])[] = [
  ['Today · Kurrel', at('/', '.tide-line')],
  ['Today · Kurrel', at('/?day=2031-01-01', '.empty')],
  ['Dogs · Kurrel', at('/dogs', '.dog-list')],
  ['Dogs · Kurrel', at('/dogs?q=xyzzy', '.empty')],
  ['A new dog · Kurrel', at('/dogs/new', '.dog-form')],
  [
    'Juniper · Kurrel',
    async (page) => {
      await at('/dogs', '.dog-list')(page);
      await page.locator('.dog-list ::-p-text(Juniper)').click();
      await page.waitForSelector('.visits a');
    },
  ],
  [
    'Drawer · Kurrel',
    async (page) => {
      await at('/drawer', '.drawer-table')(page);
      await page.locator('[aria-label="Change cod"]').click();
      await page.waitForSelector('.after-measure');
    },
  ],
  ['Salon · Kurrel', at('/salon', '.schools')],
  ['People · Kurrel', at('/people', '.member-list')],
  ['Ottilie Marsh · Kurrel', at('/me', '.member-list')],
  ['Hands-on · Dumpling · Kurrel', (page) => openHands(page, 'Dumpling')],
  [
    'Hands-on · Quill · Kurrel',
    async (page) => {
      await openHands(page, 'Quill');
      await page.locator('.zone-panel .tabs ::-p-text(Tape)').click();
      await page.waitForSelector('.tape-field');
    },
  ],
  ['Draft · Juniper · Kurrel', (page) => openDraft(page, 'Juniper')],
  [
    'Draft · Mistral · Kurrel',
    async (page) => {
      await openDraft(page, 'Mistral');
      await page.locator('.tabs ::-p-text(All zones)').click();
      await page.waitForSelector('.all-zones');
    },
  ],
  [
    'Choices · Dumpling · Kurrel',
    async (page) => {
      await openHands(page, 'Dumpling');
      await goTo(page, 'Choices');
      await page.locator('.look .choose').click();
      await page.waitForSelector('.pad canvas');
    },
  ],
];

describe('what holds on every screen', () => {
  it.each(SIZES)(
    'at %d × %d: no sideways scroll, 44 px targets, text to read, a title, nothing axe minds',
    async (width, height) => {
      const page = await salon.enter('Ottilie Marsh', width, height);
      for (const [title, go] of SCREENS) {
        await go(page);
        expect(await page.title()).toBe(title);
        expect(await conventionIssues(page), title).toEqual([]);
        expect(await axeIssues(page), title).toEqual([]);
      }
      await page.close();
    },
    180_000,
  );
});
