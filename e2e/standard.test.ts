import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { openDraft, openSalon, retype, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const OWN_LENGTH = '.own-word .length-field input';
const at = async (page: Page, query: string) => {
  await page.goto(`${page.url().split('?')[0] ?? ''}?${query}`);
  await page.waitForSelector('.coat-rule .bead.own');
};

describe('the draft against the standard', () => {
  it('a broken rule says what it allows and is mended at a touch; undo takes it back', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    await waitForText(page, '.checks .broken', 'Allowed: -2° to 2°');
    await page.waitForSelector('.checks .mend');
    const mend = await textOf(page, '.checks .mend');
    // The smallest change that does it, in one place.
    expect(mend).toMatch(/^[a-z ]+ [\d.]+ mm (shorter|longer)$/);
    expect(parseFloat(mend.replace(/^[a-z ]+/, ''))).toBeLessThan(5);
    await press(page, '.checks .mend');
    await page.waitForFunction(
      () =>
        ![...document.querySelectorAll('.checks .broken')].some((e) => e.textContent.includes('top line')),
    );
    await press(page, 'button ::-p-text(Undo)');
    await waitForText(page, '.checks .mend', mend);
    await page.close();
  });

  it('an own length tells how far it is off the outline and what it breaks', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    await at(page, 'zone=loin');
    const before = await page.$$eval('.zone-panel .own-cost', (notes) => notes.length);
    await retype(page, OWN_LENGTH, '25');
    await page.keyboard.press('Enter');
    await waitForText(page, '.zone-panel .own-cost', 'mm longer than this dog’s outline asks here');
    await press(page, '.own-word button ::-p-text(Remove my setting)');
    await page.waitForFunction(
      (n) => document.querySelectorAll('.zone-panel .own-cost').length === n,
      {},
      before,
    );
    await page.close();
  });

  it('what is measured is drawn in the view that shows it', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Rook');
    await press(page, '.checks .chip ::-p-text(brick head)');
    await page.waitForSelector('.dog .measured line');
    expect(new URL(page.url()).searchParams.get('view')).toBe('headFront');
    expect(await page.$$eval('.dog .measured', (lines) => lines.length)).toBe(2);
    await page.close();
  });

  it('clip lines and lengths at landmarks are on the dog from every side that shows them', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    const lines = () => page.$$eval('.dog .clip-line title', (titles) => titles.map((t) => t.textContent));
    const figures = () => page.$$eval('.dog .measures text', (texts) => texts.map((t) => t.textContent));
    const seen: Record<string, number> = {};
    for (const view of ['side', 'front', 'rear', 'top', 'headFront', 'headSide']) {
      await at(page, `zone=topknot&view=${view}`);
      seen[view] = (await lines()).length;
      if (view === 'front') expect(await figures()).toContain('34');
    }
    expect(Object.values(seen).every((count) => count > 0)).toBe(true);
    expect(seen['side']).toBeGreaterThan(seen['headFront'] ?? 9);
    await at(page, 'zone=topknot&view=headFront');
    const along = await page.$$eval('.profile .figure', (rows) =>
      rows.map((r) => r.textContent.replace(' mm', '')),
    );
    expect(along.length).toBeGreaterThan(1);
    for (const mm of along) expect(await figures()).toContain(mm);
    await page.close();
  });
});
