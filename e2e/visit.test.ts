import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LENGTH } from './draft.ts';
import type { OpenSalon } from './salon.ts';
import { goTo, openDraft, openHands, openSalon, retype, scribble, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const STATE = '[data-testid="save-state"]';
const find = async (page: Page, line: string) => {
  await page.type('.find-line input', line);
  await page.keyboard.press('Enter');
};
/** One length shorter on the place in focus. */
const shorter = async (page: Page) => {
  const before = await textOf(page, LENGTH);
  await page.keyboard.press(',');
  await page.waitForFunction(
    (selector, text) =>
      document.querySelector<HTMLElement>(selector)?.innerText.replace(/\s+/g, ' ').trim() !== text,
    {},
    LENGTH,
    before,
  );
  return textOf(page, LENGTH);
};
const sign = async (page: Page) => {
  await page.locator('.look .choose').click();
  await retype(page, '#signed-by', 'Somebody');
  await scribble(page);
  await page.locator('.consent ::-p-text(Sign and keep)').click();
  await page.waitForSelector('.signed');
};

describe('the parts of one visit', () => {
  it('hands-on, then draft: what was found is in the draft at once; undo in one leaves the other', async () => {
    const page = await salon.enter('Bram Quennell');
    await openHands(page, 'Bosun');
    await find(page, 'wart 4 mm left thigh');
    await waitForText(page, '.found', 'wart');
    await goTo(page, 'Draft');
    await waitForText(page, '.dog-strip', 'wart');
    const length = await shorter(page);
    await goTo(page, 'Hands-on');
    await page.locator('.draft-bar ::-p-text(Undo)').click();
    await page.waitForFunction(() => !document.querySelector('.found')?.textContent?.includes('wart'));
    await goTo(page, 'Draft');
    await waitForText(page, LENGTH, length);
    await page.locator('.draft-bar ::-p-text(Undo)').click();
    await page.waitForFunction(
      (selector, text) => !document.querySelector<HTMLElement>(selector)?.innerText.includes(text),
      {},
      LENGTH,
      length,
    );
    await page.close();
  });

  it('draft, then choices: after a signature the draft begins with what was signed and offers what was there', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Sorrel');
    const mine = await shorter(page);
    await goTo(page, 'Choices');
    await sign(page);
    await page.goBack();
    await page.waitForSelector('.look');
    await goTo(page, 'Draft');
    await waitForText(page, STATE, 'v1 by Bram Quennell');
    await waitForText(page, '.part-trouble', 'You had changes from before this was saved');
    expect(await textOf(page, LENGTH)).not.toBe(mine);
    await page.locator('.part-trouble ::-p-text(Put mine in)').click();
    await waitForText(page, LENGTH, mine);
    await waitForText(page, STATE, 'changed since');
    await page.close();
  });

  it('choices, then draft, then choices: a saved draft is what the board is made of', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Juniper');
    await goTo(page, 'Choices');
    await goTo(page, 'Draft');
    await shorter(page);
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, STATE, 'by Bram Quennell');
    await goTo(page, 'Choices');
    await goTo(page, 'Hands-on');
    await goTo(page, 'Choices');
    await page.waitForSelector('.look');
    await page.close();
  });
});

describe('a session that ends', () => {
  it('keeps what was edited, asks to sign in, and comes back to it; another person does not see it', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Marzipan');
    const mine = await shorter(page);
    const address = page.url();
    await page.evaluate(() => fetch('/api/session', { method: 'DELETE' }));
    await page.locator('button ::-p-text(Save plan)').click();
    await page.waitForSelector('.sign-in');
    await page.locator('.demo-person ::-p-text(Ottilie Marsh)').click();
    await page.waitForSelector('.coat-rule .bead.own');
    expect(page.url()).toBe(address);
    expect(await textOf(page, LENGTH)).not.toBe(mine);
    await page.locator('.topline ::-p-text(Sign out)').click();
    await page.waitForSelector('.sign-in');
    await page.locator('.demo-person ::-p-text(Bram Quennell)').click();
    await page.waitForSelector('.topline');
    await openDraft(page, 'Marzipan');
    await waitForText(page, STATE, 'by Bram Quennell');
    expect(await textOf(page, LENGTH)).toBe(mine);
    await page.close();
  });

  it('signing out without a server says that it failed', async () => {
    const page = await salon.enter('Bram Quennell');
    await page.setOfflineMode(true);
    await page.locator('.topline ::-p-text(Sign out)').click();
    await waitForText(page, '.toast', 'still signed in');
    await page.setOfflineMode(false);
    await page.close();
  });
});

describe('a form with edits', () => {
  it('is not left without asking, and staying loses nothing', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await page.goto(`${salon.address}/dogs/new`);
    await page.waitForSelector('#name');
    await page.type('#name', 'Pebble');
    await page.locator('.topline ::-p-text(Drawer)').click();
    await waitForText(page, '.modal', 'not saved');
    await page.locator('.modal-footer ::-p-text(Stay)').click();
    expect(await page.$eval('#name', (field) => (field as HTMLInputElement).value)).toBe('Pebble');
    await page.locator('.topline ::-p-text(Drawer)').click();
    await page.locator('.modal-footer ::-p-text(Leave)').click();
    await page.waitForSelector('.drawer-table');
    await page.close();
  });
});
