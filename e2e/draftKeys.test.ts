import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { LENGTH, TOOL, rested, contour } from './draft.ts';
import { openDraft, openSalon, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

describe('by keyboard alone', () => {
  it('zones, ticks, beads, typed lengths and help', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Marzipan');
    await page.keyboard.press(']');
    await waitForText(page, '.zone-name', 'ribs');
    await page.keyboard.press('[');
    await waitForText(page, '.zone-name', 'back');
    const start = await textOf(page, LENGTH);
    await page.keyboard.press(',');
    await page.waitForFunction(
      (s, t) => document.querySelector<HTMLElement>(s)?.innerText.replace(/\s+/g, ' ').trim() !== t,
      {},
      LENGTH,
      start,
    );
    const tool = await rested(page, TOOL);
    await page.keyboard.press('g');
    const turned = tool.includes('with the lay') ? 'against the lay' : 'with the lay';
    await waitForText(page, TOOL, turned);
    await page.keyboard.press('g');
    await waitForText(page, TOOL, tool);
    await page.keyboard.type('9');
    await page.keyboard.press('Enter');
    await waitForText(page, LENGTH, '9');
    await page.$eval('.bead.own', (bead) => (bead as SVGElement).focus());
    await page.keyboard.press('ArrowRight');
    await waitForText(page, LENGTH, '9.2 mm');
    const now = await page.$eval('.bead.own', (bead) => bead.getAttribute('aria-valuetext'));
    expect(now).toBe('9.2 mm');
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await page.keyboard.press('?');
    await waitForText(page, '.modal', 'hold to see before');
    await page.keyboard.press('Escape');
    await page.close();
  });

  it('a bead that stands above or below others is taken by a touch on it', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Juniper');
    const stacked = await page.$$eval('.bead:not(.own)', (beads) =>
      beads.flatMap((bead) => {
        const dot = bead.querySelector('.bead-dot');
        const box = dot?.getBoundingClientRect();
        const line = document.querySelector('.rule-line')?.getAttribute('y1');
        if (!dot || !box || dot.getAttribute('cy') === line) return [];
        return [
          { kind: bead.getAttribute('data-bead'), x: box.x + box.width / 2, y: box.y + box.height / 2 },
        ];
      }),
    );
    const [bead] = stacked;
    if (!bead) throw new Error('no beads stand above one another');
    await page.mouse.click(bead.x, bead.y);
    await page.waitForFunction(
      (wanted) => new URLSearchParams(window.location.search).get('zone') === wanted,
      {},
      bead.kind,
    );
    await page.close();
  });

  it('a bead of several places keeps the focus while keys move it, and goes with a finger that passes other beads', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Pilchard');
    const shared = '.bead:not(.own)[data-bead="croup"], .bead:not(.own)';
    await page.$eval(shared, (bead) => (bead as SVGElement).focus());
    const focused = () =>
      page.evaluate(() => ({
        name: document.activeElement?.getAttribute('aria-label') ?? null,
        now: Number(document.activeElement?.getAttribute('aria-valuenow')),
      }));
    const before = await focused();
    // Steps smaller than from one tool to the next add up.
    for (let key = 0; key < 40 && (await focused()).now === before.now; key++)
      await page.keyboard.press('ArrowRight');
    await page.waitForFunction(
      (was) => Number(document.activeElement?.getAttribute('aria-valuenow')) > was,
      {},
      before.now,
    );
    expect((await focused()).name).toBe(before.name);
    const box = await (await page.$(shared))?.boundingBox();
    if (!box) throw new Error('no bead');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let step = 1; step <= 30; step++) await page.mouse.move(x + 12 * step, y - step);
    const name = await page.evaluate(
      (at) => document.elementFromPoint(at.x, at.y)?.closest('.bead')?.getAttribute('aria-label'),
      { x: x + 360, y: y - 5 },
    );
    await page.mouse.up();
    expect(name).toBeTruthy();
    await page.close();
  });

  it('holding c shows the coat as it is', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Pilchard');
    const after = await contour(page);
    await page.keyboard.down('c');
    await page.waitForSelector('.dog[aria-label*="as the coat is now"]');
    expect(await contour(page)).not.toBe(after);
    await page.keyboard.up('c');
    await page.waitForSelector('.dog:not([aria-label*="as the coat is now"])');
    expect(await contour(page)).toBe(after);
    await page.close();
  });
});
