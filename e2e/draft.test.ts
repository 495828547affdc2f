import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { downloads, openDraft, openSalon, retype, textOf, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

const LENGTH = '[data-testid="zone-length"]';
const TOOL = '[data-testid="zone-tool"]';
const OWN_LENGTH = '.own-word .length-field input';
/** What a reading says once it has stopped changing: readings follow when the hand rests. */
const rested = async (page: Page, selector: string): Promise<string> => {
  for (let before = ''; ;) {
    const now = await textOf(page, selector);
    if (now === before) return now;
    before = now;
    await new Promise((resolve) => setTimeout(resolve, 600));
  }
};
const contour = (page: Page) =>
  page.$$eval('.dog .contour', (paths) => paths.map((path) => path.getAttribute('d')).join('|'));
const selectZone = async (page: Page, name: string) => {
  await page.locator('.tabs ::-p-text(All zones)').click();
  await page.locator(`.all-zones button ::-p-text(${name})`).click();
  await waitForText(page, '.zone-name', name);
};

/** Drags the selected zone's bead to the tick of a tool. */
async function dragBeadTo(page: Page, label: string): Promise<void> {
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
  await page.mouse.move((from.x + to) / 2, y, { steps: 6 });
  await page.mouse.move(to, y, { steps: 6 });
  await page.mouse.up();
}

describe('drafting a dog', () => {
  it('sign in, find the dog, drag a bead across a tick, say why, save, come back tomorrow', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Juniper');
    expect(await textOf(page, LENGTH)).toMatch(/^13 mm$/);
    expect(await textOf(page, TOOL)).toMatch(/mackerel comb on a 40/);
    const before = await contour(page);

    await dragBeadTo(page, '4F');
    await waitForText(page, TOOL, '4F');
    expect(await textOf(page, LENGTH)).not.toMatch(/^13 mm$/);
    expect(await contour(page)).not.toBe(before);
    expect(await textOf(page, '.why')).toMatch(/your length/);
    expect(await page.$eval('.why s', (s) => s.textContent)).toBe('lamb trim');

    await page.type('#own-reason', 'less to brush in winter');
    await waitForText(page, '.why', 'your length: less to brush in winter');
    const length = await textOf(page, LENGTH);
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');

    await page.reload();
    await page.waitForSelector('.coat-rule .bead.own');
    expect(await textOf(page, LENGTH)).toBe(length);
    expect(await textOf(page, TOOL)).toMatch('4F');
    expect(await textOf(page, '.why')).toMatch('your length: less to brush in winter');
    expect(await textOf(page, '[data-testid="save-state"]')).toBe('v1 by Ottilie Marsh');
    await page.close();
  });

  it('a drag is one step to undo and to redo', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Sorrel');
    const before = await textOf(page, LENGTH);
    await dragBeadTo(page, 'herring');
    const after = await textOf(page, LENGTH);
    expect(after).not.toBe(before);
    await page.locator('.draft-bar ::-p-text(Undo)').click();
    await waitForText(page, LENGTH, before);
    await page.keyboard.down('Control');
    await page.keyboard.down('Shift');
    await page.keyboard.press('z');
    await page.keyboard.up('Shift');
    await page.keyboard.up('Control');
    await waitForText(page, LENGTH, after);
    await page.close();
  });

  it('refuses a bad length in place, keeps what was typed, and takes the corrected one', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Clementine');
    const before = await textOf(page, LENGTH);
    for (const [typed, says] of [
      ['short', 'That is not a length'],
      ['0', 'more than nothing'],
      ['1/0', 'divided by 0'],
      ['390', 'of hair is there'],
    ] as const) {
      await retype(page, OWN_LENGTH, typed);
      await page.keyboard.press('Enter');
      await waitForText(page, '.own-word .invalid-feedback', says);
      expect(await page.$eval(OWN_LENGTH, (input) => (input as HTMLInputElement).value)).toBe(typed);
      expect(await textOf(page, LENGTH)).toBe(before);
    }
    await retype(page, OWN_LENGTH, '1/2');
    await page.keyboard.press('Enter');
    await waitForText(page, LENGTH, '13 mm');
    await page.close();
  });

  it('two people save the same plan: what both changed is put together, what clashes is asked', async () => {
    const ottilie = await salon.enter('Ottilie Marsh');
    const bram = await salon.enter('Bram Quennell');
    await openDraft(bram, 'Tansy');
    await ottilie.bringToFront();
    await openDraft(ottilie, 'Tansy');
    await selectZone(ottilie, 'loin');
    await dragBeadTo(ottilie, '4F');
    const theirs = await textOf(ottilie, LENGTH);
    await ottilie.locator('button ::-p-text(Save plan)').click();
    await waitForText(ottilie, '[data-testid="save-state"]', 'v1 by Ottilie Marsh');

    await bram.bringToFront();
    await dragBeadTo(bram, '7F');
    const mine = await textOf(bram, LENGTH);
    await bram.locator('button ::-p-text(Save plan)').click();
    await waitForText(bram, '[data-testid="save-state"]', 'v2 by Bram Quennell');
    expect(await textOf(bram, LENGTH)).toBe(mine);
    await selectZone(bram, 'loin');
    await waitForText(bram, LENGTH, theirs);

    await ottilie.bringToFront();
    await selectZone(ottilie, 'back');
    await dragBeadTo(ottilie, '4F');
    const other = await textOf(ottilie, LENGTH);
    await ottilie.locator('button ::-p-text(Save plan)').click();
    await waitForText(ottilie, '.clash', 'Bram Quennell changed this plan while you did');
    await waitForText(ottilie, '.clash table', 'back');
    await ottilie.locator('.clash ::-p-text(All mine)').click();
    await ottilie.locator('.clash ::-p-text(Save it so)').click();
    await waitForText(ottilie, '[data-testid="save-state"]', 'v3 by Ottilie Marsh');
    expect(await textOf(ottilie, LENGTH)).toBe(other);
    await Promise.all([ottilie.close(), bram.close()]);
  });

  it('unsaved changes outlive a reload; a plan saved while no server answers goes there by itself', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Bosun');
    await dragBeadTo(page, 'mackerel');
    const length = await textOf(page, LENGTH);
    await page.reload();
    await page.waitForSelector('.coat-rule .bead.own');
    await waitForText(page, LENGTH, length);
    await waitForText(page, '.toast', 'Your unsaved changes');
    await page.setOfflineMode(true);
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '.draft-bar', 'No answer from the server');
    await waitForText(page, '[data-testid="save-state"]', 'sent when the server is back');
    expect(await textOf(page, LENGTH)).toBe(length);
    await page.setOfflineMode(false);
    await waitForText(page, '[data-testid="save-state"]', 'v1 by Bram Quennell');
    await page.close();
  });
});

describe('a page that goes', () => {
  it('keeps the length that was asked for in the same moment', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Fig');
    for (let times = 0; times < 5; times++) {
      const before = await textOf(page, LENGTH);
      await page.keyboard.press('.');
      const asked = await textOf(page, LENGTH);
      expect(asked).not.toBe(before);
      await page.keyboard.down('Control');
      await page.keyboard.press('z');
      await page.keyboard.up('Control');
      await waitForText(page, LENGTH, before);
      await Promise.all([
        page.waitForNavigation(),
        page.evaluate(() => {
          document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '.', bubbles: true }));
          location.reload();
        }),
      ]);
      await waitForText(page, LENGTH, asked);
    }
    await page.close();
  });
});

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

describe('welfare on the board', () => {
  it('an owner’s shave-down of a double coat is not followed and the alternatives are offered', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Mistral');
    await waitForText(page, '.zone-panel .conflict', 'Offer first: bath and de-shed');
    expect(await textOf(page, TOOL)).toBe('Leave it as it is.');
    await page.close();
  });

  it('an unsafe length warns, waits to be read, and is then followed and marked', async () => {
    const page = await salon.enter('Bram Quennell');
    await openDraft(page, 'Quill');
    await selectZone(page, 'throat');
    const planned = await textOf(page, LENGTH);
    await retype(page, OWN_LENGTH, '0.5');
    await page.keyboard.press('Enter');
    await waitForText(page, '.zone-panel .conflict', 'not followed yet');
    expect(await textOf(page, LENGTH)).toBe(planned);
    await page.locator('button ::-p-text(I have read this)').click();
    await waitForText(page, LENGTH, '0.5 mm');
    await page.locator('button ::-p-text(Save plan)').click();
    await waitForText(page, '[data-testid="save-state"]', 'v2 by Bram Quennell');
    await page.close();
  });

  it('a trainee is warned, cannot step over the warning, and the plan stays as it was', async () => {
    const page = await salon.enter('Isolde Pike');
    await openDraft(page, 'Dumpling');
    await selectZone(page, 'throat');
    const planned = await textOf(page, LENGTH);
    const skip = await page.$$eval(
      '#own-tool option',
      (options) => options.map((o) => o as HTMLOptionElement).find((o) => o.text === '7 skip')?.value ?? '',
    );
    await page.select('#own-tool', skip);
    await page.waitForSelector('.own-word .sides');
    await page.locator('.own-word .sides ::-p-text(against)').click();
    await waitForText(page, '.zone-panel .conflict', 'not followed yet');
    await waitForText(page, '.zone-panel', 'A groomer or the lead decides that');
    expect(await page.$$('button ::-p-text(I have read this)')).toHaveLength(0);
    expect(await textOf(page, LENGTH)).toBe(planned);
    await page.close();
  });
});

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
    await page.waitForSelector('.zone-panel .after-measure input');
    await page.type('.zone-panel .after-measure .length-field input', '2.4');
    await page.keyboard.press('Enter');
    await waitForText(page, '.leaves', `(${measured + 1} measured)`);
    await page.close();
  });

  it('a finding says what it changes, and the coat without it is laid over the dog', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openDraft(page, 'Bosun');
    await waitForText(page, '.found', 'shorter');
    expect(await textOf(page, '.found')).toMatch(/Changes croup (7|10) mm shorter, loin \d+ mm shorter/);
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
