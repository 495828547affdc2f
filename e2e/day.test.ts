import type { VisitSheet } from '@kurrel/contract';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { openSalon, textOf, visitAddress, waitForText } from './salon.ts';
import { pedal, logOf, openTable, sent, until } from './table.ts';

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

  it('a plan that a colleague saves reaches the table: the step in hand finishes as it was, the rest follows', async () => {
    const [one, two] = [await salon.enter('Bram Quennell'), await salon.enter('Isolde Pike')];
    await openTable(one, 'Rook');
    await until(one, 'throat');
    const inHand = await textOf(one, '.table-say');
    const path = new URL(await visitAddress(two, 'Rook')).pathname;
    const status = await two.evaluate(async (visit) => {
      const { saved } = (await (await fetch(`/api${visit}`)).json()) as VisitSheet;
      if (!saved) return 0;
      const shorter = (zone: string) => ({
        zone,
        targetMm: 3,
        toolId: null,
        direction: null,
        reason: 'cold',
        acknowledged: true,
      });
      const answer = await fetch(`/api${visit}/plan`, {
        method: 'PUT',
        headers: {
          'content-type': 'application/json',
          'If-Match': `"${saved.version}"`,
          'Idempotency-Key': 'saved-by-a-colleague',
        },
        body: JSON.stringify({ ...saved.choices, overrides: [shorter('throat'), shorter('back')] }),
      });
      return answer.status;
    }, path);
    expect(status).toBe(200);
    await waitForText(one, '[aria-label="A newer plan"]', 'Isolde Pike saved the plan');
    await waitForText(one, '[aria-label="A newer plan"]', 'This step finishes as it was');
    const still = await textOf(one, '.table-say');
    expect(still.split(' ').slice(0, 4)).toEqual(inHand.split(' ').slice(0, 4));
    await press(one, '[aria-label="A newer plan"] summary');
    await waitForText(one, '[aria-label="A newer plan"] li', 'top line');
    await pedal(one);
    await waitForText(one, '[aria-label="A newer plan"]', 'What is left follows it');
    await sent(one);
    const done = (await logOf(one, 'Rook')).findLast(({ kind }) => kind === 'done');
    expect(done).toMatchObject({ zone: 'throat' });
    expect(done && 'leavesMm' in done && done.leavesMm).not.toBe(3);
    await press(one, '[aria-label="A newer plan"] button ::-p-text(Seen)');
    await one.waitForSelector('[aria-label="A newer plan"]', { hidden: true });
    await Promise.all([one.close(), two.close()]);
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
