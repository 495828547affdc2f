import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { openSalon, waitForText } from './salon.ts';
import { pedal, logOf, openTable } from './table.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

describe('two screens of one day', () => {
  it('what one does at the table the other sees, and both on one dog lose nothing', async () => {
    const [one, two] = [await salon.enter('Bram Quennell'), await salon.enter('Isolde Pike')];
    await openTable(one, 'Rook');
    await openTable(two, 'Rook');
    await pedal(one);
    await waitForText(two, '.table-top', 'step 2 of');
    await pedal(two);
    await waitForText(one, '.table-top', 'step 3 of');
    const log = await logOf(one, 'Rook');
    expect(log.map(({ by }) => by)).toEqual(['Bram Quennell', 'Isolde Pike']);
    await one.goto(salon.address);
    await two.goto(salon.address);
    await one.waitForSelector('.tide-row');
    await two.waitForSelector('.tide-row');
    await didNotCome(one, 'Fig');
    await waitForText(two, '.tide-row.absent', 'Fig');
    await one.close();
    await two.close();
  });

  it('one that was refused while the server came back hears again', async () => {
    const [one, two] = [await salon.enter('Bram Quennell'), await salon.enter('Isolde Pike')];
    let asked = 0;
    await two.setRequestInterception(true);
    two.on('request', (request) => {
      if (request.url().endsWith('/api/today/events') && ++asked === 1)
        return void request.respond({ status: 503 });
      void request.continue();
    });
    await two.reload();
    await two.waitForSelector('.tide-row');
    await expect.poll(() => asked, { timeout: 30_000 }).toBeGreaterThan(1);
    await didNotCome(one, 'Mistral');
    await waitForText(two, '.tide-row.absent', 'Mistral');
    await Promise.all([one.close(), two.close()]);
  });
});

/** Says on the day's board that a dog did not come. */
async function didNotCome(page: Page, dog: string): Promise<void> {
  await press(page, `[aria-label="Change ${dog}’s booking"]`);
  await press(page, '.tide-acts ::-p-text(did not come)');
  await waitForText(page, '.toast', `${dog} did not come.`);
}
