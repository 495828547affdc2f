import type { Page } from 'puppeteer-core';
import { textOf, waitForText } from './salon.ts';

export const LENGTH = '[data-testid="zone-length"]';
export const TOOL = '[data-testid="zone-tool"]';
export const OWN_LENGTH = '.own-word .length-field input';
/** What a reading says once it has stopped changing: readings follow when the hand rests. */
export const rested = async (page: Page, selector: string): Promise<string> => {
  for (let before = ''; ;) {
    const now = await textOf(page, selector);
    if (now === before) return now;
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 600));
  }
};
export const contour = (page: Page) =>
  page.$$eval('.dog .contour', (paths) => paths.map((path) => path.getAttribute('d')).join('|'));
export const selectZone = async (page: Page, name: string) => {
  await page.locator('.tabs ::-p-text(All zones)').click();
  await page.locator(`.all-zones button ::-p-text(${name})`).click();
  await waitForText(page, '.zone-name', name);
};

/** Drags the selected zone's bead to the tick of a tool. */
export async function dragBeadTo(page: Page, label: string): Promise<void> {
  const bead = await page.waitForSelector('.bead.own .bead-dot');
  const from = await bead?.boundingBox();
  const to = await page.$$eval(
    '.tick:not(.against)',
    (ticks, wanted) => {
      const tick = ticks.find((t) => t.querySelector('title')?.textContent === `${wanted}, with the lay`);
      const line = tick?.querySelector('line')?.getBoundingClientRect();
      return line ? line.left + line.width / 2 : null;
    },
    label,
  );
  if (!from || to === null) throw new Error(`no bead or no tick ${label}`);
  const y = from.y + from.height / 2;
  await page.mouse.move(from.x + from.width / 2, y);
  await page.mouse.down();
  await page.mouse.move((from.x + to) / 2, y, { steps: 3 });
  await page.mouse.move(to, y, { steps: 3 });
  await page.mouse.up();
}
