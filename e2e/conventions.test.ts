import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { axeIssues, conventionIssues } from './conventions.ts';
import type { OpenSalon } from './salon.ts';
import { goTo, openDraft, openHands, openSalon, openStation } from './salon.ts';

let salon: OpenSalon;
let page: Page;
beforeAll(async () => {
  salon = await openSalon();
  page = await salon.enter('Ottilie Marsh');
});
afterAll(() => salon.close());

const WIDE = 1280;
const NARROW = 390;
const SIZES = [
  [1024, 768],
  [800, 1280],
  [NARROW, 844],
  [WIDE, 800],
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
    'Pattern sheet · Juniper · Kurrel',
    async (page) => {
      await openDraft(page, 'Juniper');
      await page.goto(page.url().replace(/draft.*/, 'sheet'));
      await page.waitForSelector('.pattern-sheet');
    },
  ],
  ['Bath · Juniper · Kurrel', (page) => openStation(page, 'Juniper', 'bath', '.drying-curve .main-svg')],
  ['Order · Sorrel · Kurrel', (page) => openStation(page, 'Sorrel', 'order', '.cards li')],
  ['Table · Juniper · Kurrel', (page) => openStation(page, 'Juniper', 'table', '.table-step')],
  [
    'Table · Sorrel · Kurrel',
    async (page) => {
      await openStation(page, 'Sorrel', 'table', '.table-step');
      await page.locator('.table-key ::-p-text(Note)').click();
      await page.waitForSelector('.asking');
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
  it.each(SCREENS)(
    '%s: at every size no sideways scroll, 44 px targets, text to read; a title, nothing axe minds',
    async (title, go) => {
      await go(page);
      expect(await page.title()).toBe(title);
      for (const [width, height] of SIZES) {
        await page.setViewport({ width, height });
        const size = `${width} × ${height}`;
        expect(await settled(conventionIssues), size).toEqual([]);
        // What axe looks at changes with the layout, which is one of two.
        if (width === WIDE || width === NARROW) expect(await axeIssues(page), size).toEqual([]);
      }
    },
  );
});

/** A screen that has just been made another size is given a moment to lay itself out. */
async function settled(issues: (page: Page) => Promise<string[]>): Promise<string[]> {
  const found = await issues(page);
  if (found.length === 0) return found;
  await new Promise((done) => setTimeout(done, 400));
  return issues(page);
}
