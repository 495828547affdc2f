import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { press } from './browser.ts';
import type { OpenSalon } from './salon.ts';
import {
  goTo,
  openCard,
  openChoices,
  openSalon,
  openStation,
  scribble,
  textOf,
  waitForText,
} from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const ask = async (page: Page, words: string) => {
  await page.locator('[aria-label="Owner asks, by place"]').fill(words);
  await page.keyboard.press('Enter');
};
const pressed = (page: Page) =>
  page.$$eval('.asked-chips [aria-pressed="true"]', (all) => all.map((one) => one.textContent));

describe('what the owner asks by place', () => {
  it('is typed in the owner’s words, touched, undone, drawn, and signed for as it was asked', async () => {
    const page = await salon.enter('Ottilie Marsh', 1280, 900);
    await openChoices(page, 'Juniper');
    await ask(page, 'legs wibbly, no body');
    await waitForText(page, '.asked [role="alert"]', 'Not understood: “wibbly”. Nothing was taken.');
    expect(await pressed(page)).toEqual([]);
    await ask(page, 'legs 1/2 in, ears natural and no topknot');
    await waitForText(page, '.asked-chips', 'legs: 13 mm');
    expect(await pressed(page)).toEqual(['legs: 13 mm', 'topknot: none', 'ears: left as it is']);
    // The patch on its left foreleg stays as it is, and its neighbours cover it.
    await waitForText(page, '.look dl.lengths', 'legs 9–17 mm');
    // Touched instead of typed: the topknot as the trim has it again, the tail short.
    await press(page, '.asked-chips ::-p-text(topknot: none)');
    await press(page, '.asked-how ::-p-text(as the trim has it)');
    await press(page, '.asked-chips ::-p-text(tail)');
    await press(page, '.asked-how .chip[title="short"]');
    expect(await pressed(page)).toEqual(['legs: 13 mm', 'ears: left as it is', 'tail: short']);
    // In inches the chip says inches.
    await page.locator('[aria-label$="show lengths in inches"]').click();
    await waitForText(page, '.asked-chips', 'legs: 1/2 in');
    await page.locator('[aria-label$="show lengths in millimetres"]').click();
    await page.reload();
    await waitForText(page, '.asked-chips', 'legs: 13 mm');
    expect(await pressed(page)).toEqual(['legs: 13 mm', 'ears: left as it is', 'tail: short']);
    await waitForText(page, '.look dl.lengths', 'legs 9–17 mm');
    await page.locator('.look .choose').click();
    await waitForText(page, '.consent', 'Legs: 13 mm, as asked.');
    await waitForText(page, '.consent', 'Ears: left as it is, as asked.');
    await scribble(page);
    await page.locator('.consent ::-p-text(Sign and keep)').click();
    await waitForText(page, '.signed', 'Consent for Juniper');
    await openStation(page, 'Juniper', 'draft', '.coat-rule .bead.own');
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');
    await page.close();
  }, 90_000);
});

describe('part of a groom', () => {
  it('nails only: one look, no bath, a handful of steps, and all else signed for as it is', async () => {
    const page = await salon.enter('Ottilie Marsh', 1280, 900);
    await openChoices(page, 'Sorrel');
    await page.waitForSelector('.look');
    await press(page, '.asked-scope ::-p-text(nails)');
    await waitForText(page, '.look h2', 'nails only');
    await page.waitForFunction(() => document.querySelectorAll('.look').length === 1);
    await page.locator('.look .choose').click();
    await waitForText(page, '.consent', 'Only nails: all else stays as it is.');
    await openStation(page, 'Sorrel', 'bath', '.bath-none');
    expect(await textOf(page, '.bath-none')).toContain('No bath is asked for this time: only nails.');
    await openStation(page, 'Sorrel', 'order', '.order');
    const steps = await page.$$eval('.order-board li', (all) => all.length);
    expect(steps).toBeLessThanOrEqual(4);
    // Back to the whole groom by one touch; jobs of one's own by two.
    await openStation(page, 'Sorrel', 'choices', '.asked');
    await press(page, '.asked-scope ::-p-text(other jobs)');
    await press(page, '.asked-jobs ::-p-text(tail)');
    await waitForText(page, '.look h2', 'nails and tail only');
    await press(page, '.asked-scope ::-p-text(whole groom)');
    await page.waitForFunction(() => document.querySelectorAll('.look').length > 1);
    await page.close();
  }, 90_000);

  it('is booked so, with the dog’s own trim behind it', async () => {
    const page = await salon.enter('Bram Quennell');
    await openCard(page, 'Flint');
    await page.select('#scope', 'bath-brush');
    expect(await page.$eval('#what', (field) => (field as HTMLInputElement).value)).toBe('bath and brush');
    await page.select('#scope', 'nails');
    expect(await page.$eval('#what', (field) => (field as HTMLInputElement).value)).toBe('nails');
    await page.locator('::-p-text(Book and open)').click();
    await page.waitForSelector('.hands-dog .place');
    await goTo(page, 'Choices');
    await waitForText(page, '.look h2', 'nails only');
    expect(await page.$eval('.asked-scope [aria-pressed="true"]', (one) => one.textContent)).toBe('nails');
    await page.close();
  }, 90_000);
});
