import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { OWN_LENGTH, contour, selectZone } from './draft.ts';
import { downloads, openDraft, openSalon, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

describe('around the board', () => {
  it('the dog is turned by keys 1 to 6 and by touch, and the address keeps it', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    const seen = new Set([await contour(page)]);
    for (const [key, view] of Object.entries({ 2: 'front', 3: 'rear', 4: 'top', 5: 'face', 6: 'head' })) {
      await page.keyboard.press(key as '2');
      await page.waitForSelector(`.view-switch [aria-pressed="true"] ::-p-text(${view})`);
      seen.add(await contour(page));
      expect(await page.$$('.dog .callout')).not.toHaveLength(0);
    }
    expect(seen.size).toBe(6);
    await page.locator('.view-switch ::-p-text(rear)').click();
    await page.waitForFunction(() => location.search.includes('view=rear'));
    await page.reload();
    await page.waitForSelector('.view-switch [aria-pressed="true"] ::-p-text(rear)');
    await page.locator('.dog [data-zone="hock.left"]').click();
    await waitForText(page, '.zone-name', 'hock');
    await page.close();
  });

  it('a tool is measured at the zone it was used on, and the plan knows', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    await selectZone(page, 'throat');
    const measured = Number(/\((\d+) measured\)/.exec(await textOf(page, '.leaves'))?.[1]);
    await page.locator('.zone-panel ::-p-text(measure what it left)').click();
    await page.waitForSelector('.zone-panel .after-measure .reading input');
    await page.type('.zone-panel .after-measure .reading input', '2.4');
    await page.keyboard.press('Enter');
    await waitForText(page, '.leaves', `(${measured + 1} measured)`);
    await page.close();
  });

  it('a finding says what it changes, and the coat without it is laid over the dog', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Bosun');
    await waitForText(page, '.found', 'shorter');
    expect(await textOf(page, '.found')).toMatch(/Changes croup \d+ mm shorter, loin \d+ mm shorter/);
    await page.$eval('.found .chip', (chip) => chip.scrollIntoView({ block: 'center' }));
    await press(page, '.found .chip');
    await waitForText(page, '.legend', 'without high behind');
    const lines = () =>
      page.$$eval('.dog .without', (all) => all.filter((one) => one.getAttribute('d')).length);
    expect(await lines()).toBeGreaterThan(0);
    await press(page, '.found .chip');
    await page.waitForFunction(() => !document.querySelector('.dog .without'));
    await page.close();
  });

  it('the coat itself is pulled to another length from every side, each one step to undo', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    const [address = ''] = page.url().split('?');
    for (const [view, zone] of [
      ['side', 'back'],
      ['front', 'shoulder'],
      ['rear', 'thigh'],
      ['top', 'rib'],
      ['face', 'topknot'],
      ['head', 'topknot'],
    ] as const) {
      await page.goto(`${address}?zone=${zone}`);
      await press(page, `.view-switch ::-p-text(${view})`);
      await waitForText(page, '.view-switch [aria-pressed="true"]', view);
      await page.waitForSelector('.dog .zone.selected');
      const before = await textOf(page, '.big-length');
      const at = await page.evaluate(() => {
        for (const patch of document.querySelectorAll('.dog .zone.selected')) {
          const { left, top, width, height } = patch.getBoundingClientRect();
          for (let i = 1; i < 12; i++) {
            for (let k = 1; k < 12; k++) {
              const [x, y] = [left + (width * i) / 12, top + (height * k) / 12];
              if (document.elementFromPoint(x, y) === patch) return { x, y };
            }
          }
        }
        return null;
      });
      if (!at) throw new Error(`${zone} is nowhere to be taken hold of`);
      await page.mouse.move(at.x, at.y);
      await page.mouse.down();
      for (let step = 1; step <= 6; step++) await page.mouse.move(at.x - 3 * step, at.y - 4 * step);
      await page.mouse.up();
      await page.waitForFunction(
        (was) =>
          (document.querySelector('.big-length') as HTMLElement).innerText.replace(/\s+/g, ' ').trim() !==
          was,
        {},
        before,
      );
      await press(page, '.draft-bar ::-p-text(Undo)');
      await waitForText(page, '.big-length', before);
    }
    await page.close();
  });

  it('a proportion shows on the dog what is measured for it', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    await page.waitForSelector('.checks .chip');
    await page.$eval('.checks .chip', (chip) => chip.scrollIntoView({ block: 'center' }));
    await press(page, '.checks .chip');
    await page.waitForSelector('.dog .measured');
    expect(await page.$$eval('.dog .measured', (lines) => lines.length)).toBe(2);
    await press(page, '.checks .chip');
    await page.waitForFunction(() => !document.querySelector('.dog .measured'));
    await page.close();
  });

  it('a pattern sheet is kept as SVG and as a PDF of one page, with the lengths on the screen', async () => {
    const page = await salon.enter('Ottilie Marsh');
    const kept = await downloads(page);
    await openDraft(page, 'Juniper');
    await press(page, '.tabs ::-p-text(All zones)');
    const lengths = await page.$$eval('.zone-panel .all-zones .figure', (all) =>
      all.map(({ textContent }) => textContent),
    );
    await press(page, '.under-dog ::-p-text(pattern sheet)');
    await page.waitForSelector('.pattern-sheet');
    await press(page, '::-p-text(Keep as SVG)');
    const svg = (await kept('.svg')).toString();
    expect(svg.startsWith('<svg')).toBe(true);
    const [dog] = svg.match(/>Juniper</) ?? [];
    expect(dog).toBeDefined();
    for (const length of new Set(lengths)) expect(svg).toContain(`>${length}<`);
    await press(page, '::-p-text(Letter)');
    await press(page, '::-p-text(Keep as PDF)');
    const pdf = (await kept('.pdf')).toString('latin1');
    expect(pdf.startsWith('%PDF-')).toBe(true);
    expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    for (const format of ['A4', 'Letter'] as const) {
      const printed = Buffer.from(await page.pdf({ format })).toString('latin1');
      expect(printed.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    }
    expect(pdf).toMatch(/\/MediaBox \[0 0 612\.? 792\.?\]/);
    await page.close();
  });

  it('prints on one page, lengths and tools of every zone on it', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    for (const format of ['A4', 'Letter'] as const) {
      const pdf = Buffer.from(await page.pdf({ format })).toString('latin1');
      expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    }
    await page.emulateMediaType('print');
    expect(await textOf(page, '.print-only')).toMatch(/topknot.*Tools to lay out/s);
    await page.close();
  });

  it('focus goes to what is next after each act, never to the page', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Bosun');
    const focused = () => page.evaluate(() => document.activeElement?.tagName ?? 'BODY');
    await page.focus(OWN_LENGTH);
    await page.keyboard.type('9');
    await page.keyboard.press('Enter');
    await page.focus('.own-word .btn');
    await page.keyboard.press('Enter');
    await page.waitForSelector('.own-word .btn', { hidden: true });
    expect(await focused()).not.toBe('BODY');
    await page.focus('.draft-bar .btn:not(:disabled)');
    await page.keyboard.press('Enter');
    expect(await focused()).not.toBe('BODY');
    await page.keyboard.press('?');
    await page.waitForSelector('.modal .btn-close');
    await page.locator('.modal .btn-close').click();
    await page.waitForFunction(() => !document.querySelector('.modal'));
    expect(await focused()).not.toBe('BODY');
    await page.keyboard.down('Control');
    await page.keyboard.press('s');
    await page.keyboard.up('Control');
    await waitForText(page, '[data-testid="save-state"]', 'by Ottilie Marsh');
    expect(await focused()).not.toBe('BODY');
    await page.close();
  });
});
