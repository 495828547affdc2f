import type { VisitSheet } from '@kurrel/contract';
import type { TableEvent } from '@kurrel/core';
import type { Page } from 'puppeteer-core';
import { openStation, textOf, visitAddress, waitForText } from './salon.ts';

/** A pedal pressed sooner than this is a bounce. */
const BOUNCE_MS = 270;
export const pedal = async (page: Page, key: 'PageDown' | 'PageUp' = 'PageDown') => {
  await new Promise((done) => setTimeout(done, BOUNCE_MS));
  await page.keyboard.press(key);
};
export const where = (page: Page) => textOf(page, '.table-where');
export const logOf = async (page: Page, dog: string): Promise<readonly TableEvent[]> => {
  const visit = new URL(await visitAddress(page, dog)).pathname;
  return page.evaluate(
    async (path) => (await (await fetch(`/api${path}/log`)).json()) as TableEvent[],
    visit,
  );
};
export const sent = (page: Page) => waitForText(page, '[data-testid="send-state"]', 'all sent');
/** The table of this dog, its visit started where it was not. */
export const openTable = async (page: Page, dog: string) => {
  await openStation(page, dog, 'table', '.table-step');
  const start = await page.$('[aria-label="Not started yet"] button');
  if (!start) return;
  await start.click();
  await page.waitForSelector('[aria-label="Not started yet"]', { hidden: true });
};
/** “step 3 of”, as the table says it. */
const stepOf = async (page: Page) => /step \d+ of/.exec(await textOf(page, '.table-top'))?.[0] ?? '';
/** The pedal, until another step is shown: read before that, its place would be passed over. */
export const pressOn = async (page: Page) => {
  const step = await stepOf(page);
  await pedal(page);
  await page.waitForFunction(
    (was) => !(document.querySelector('.table-top')?.textContent ?? '').includes(was),
    { polling: 100 },
    step,
  );
};
/** On with the pedal until a step at this place is in hand. */
export const until = async (page: Page, place: string) => {
  for (let steps = 0; steps < 80; steps++) {
    const [at] = await page.$$eval('.table-where', (elements) =>
      elements.map((e) => (e as HTMLElement).innerText),
    );
    if (at?.trim().startsWith(place)) return;
    await pressOn(page);
  }
  throw new Error(`no step at ${place}`);
};

/** Saves lengths of somebody's own for places of a dog whose plan is saved, as another screen would. */
export async function saveLengths(page: Page, dog: string, lengths: Readonly<Record<string, number>>) {
  const visit = new URL(await visitAddress(page, dog)).pathname;
  return page.evaluate(
    async (path, own) => {
      const { saved } = (await (await fetch(`/api${path}`)).json()) as VisitSheet;
      if (!saved) return 'no plan is saved';
      const overrides = Object.entries(own).map(([zone, targetMm]) => ({
        zone,
        targetMm,
        toolId: null,
        direction: null,
        reason: 'as it lies',
        acknowledged: true,
      }));
      const answer = await fetch(`/api${path}/plan`, {
        method: 'PUT',
        headers: {
          'content-type': 'application/json',
          'If-Match': `"${saved.version}"`,
          'Idempotency-Key': 'lengths-of-another-screen',
        },
        body: JSON.stringify({ ...saved.choices, overrides }),
      });
      return answer.ok ? 'saved' : await answer.text();
    },
    visit,
    lengths,
  );
}
