import type { TableEvent } from '@kurrel/core';
import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { press } from './browser.ts';
import { openHands, openSalon, openStation, retype, textOf, visitAddress, waitForText } from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

/** A pedal pressed sooner than this is a bounce. */
const BOUNCE_MS = 270;
const pedal = async (page: Page, key: 'PageDown' | 'PageUp' = 'PageDown') => {
  await new Promise((done) => setTimeout(done, BOUNCE_MS));
  await page.keyboard.press(key);
};
const where = (page: Page) => textOf(page, '.table-where');
const logOf = async (page: Page, dog: string): Promise<readonly TableEvent[]> => {
  const visit = new URL(await visitAddress(page, dog)).pathname;
  return page.evaluate(
    async (path) => (await (await fetch(`/api${path}/log`)).json()) as TableEvent[],
    visit,
  );
};
const sent = (page: Page) => waitForText(page, '[data-testid="send-state"]', 'all sent');
const openTable = (page: Page, dog: string) => openStation(page, dog, 'table', '.table-step');
/** On with the pedal until a step at this place is in hand. */
const until = async (page: Page, place: string) => {
  for (let steps = 0; steps < 80; steps++) {
    const at = await page.$('.table-where');
    if (at && (await where(page)).startsWith(place)) return;
    await pedal(page);
  }
  throw new Error(`no step at ${place}`);
};

describe('a whole dog by pedal alone', () => {
  it('from hands-on to the last step: each step once in the log, in the order they were shown', async () => {
    const page = await salon.enter('Bram Quennell');
    await openHands(page, 'Flint');
    await page.locator('.visit-path ::-p-text(Start work)').click();
    await waitForText(page, '.visit-path', 'Started');
    await openTable(page, 'Flint');
    const shown: string[] = [];
    for (let steps = 0; steps < 40 && (await page.$('.table-step')); steps++) {
      shown.push(await where(page));
      await pedal(page);
      await page.waitForFunction(
        (before, count) => {
          const top = document.querySelector('.table-top')?.textContent ?? '';
          return (
            !document.querySelector('.table-step') || top.includes(`step ${count + 1} of`) || top !== before
          );
        },
        {},
        '',
        shown.length,
      );
    }
    await waitForText(page, '.table-finished', 'Nothing is left to do');
    await sent(page);
    const done = (await logOf(page, 'Flint')).filter(({ kind }) => kind === 'done');
    expect(done).toHaveLength(shown.length);
    expect(new Set(done.map((event) => event.kind === 'done' && event.task)).size).toBe(shown.length);
    expect(shown[0]).toBe('stand it square and look');
    await page.close();
  });

  it('a held pedal counts once, and PageUp takes the step back', async () => {
    const page = await salon.enter('Bram Quennell');
    await openTable(page, 'Ptarmigan');
    const first = await where(page);
    for (let i = 0; i < 6; i++) await page.keyboard.down('PageDown');
    await page.keyboard.up('PageDown');
    await waitForText(page, '.table-top', 'step 2 of');
    await pedal(page, 'PageUp');
    await waitForText(page, '.table-where', first);
    await sent(page);
    expect((await logOf(page, 'Ptarmigan')).map(({ kind }) => kind)).toEqual(['done', 'undone']);
    await page.close();
  });
});

describe('what happens at the table', () => {
  it('a blade that will not pass: one step shorter, on both sides, planned again and saved', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Juniper');
    await until(page, 'ribs');
    const before = await textOf(page, '.table-tool');
    expect(await textOf(page, '.table-say')).toContain('From shoulder to thigh');
    await page.locator('.table-keys ::-p-text(Won’t pass)').click();
    await page.waitForSelector('.asking .answers button');
    const offered = await textOf(page, '.asking .answers button');
    await page.locator('.asking .answers button').click();
    const tool = offered.split(':')[0] ?? '';
    await waitForText(page, '.table-tool', tool);
    expect(await textOf(page, '.table-tool')).not.toBe(before);
    await waitForText(page, '.toast', 'Plan saved');
    const covered = await page.evaluate(() =>
      [...document.querySelectorAll('.table-keys button')].flatMap((key) => {
        const { left, top, width, height } = key.getBoundingClientRect();
        const there = document.elementFromPoint(left + width / 2, top + height / 2);
        return there && key.contains(there) ? [] : [key.textContent];
      }),
    );
    expect(covered, 'the word that it is saved lies over keys').toEqual([]);
    await sent(page);
    const acts = await logOf(page, 'Juniper');
    expect(acts.some(({ kind }) => kind === 'would-not-pass')).toBe(true);
    await openStation(page, 'Juniper', 'draft', '.coat-rule .bead');
    const plans = await page.evaluate(async (path) => {
      const answer = await fetch(`/api${path.replace(/\/draft.*/, '')}/plans`);
      return (await answer.json()) as { choices: { overrides: { zone: string }[] } }[];
    }, new URL(page.url()).pathname);
    expect(plans[0]?.choices.overrides.map(({ zone }) => zone).sort()).toEqual(['rib.left', 'rib.right']);
    await page.close();
  });

  it('where no blade is in hand, none is offered for one that will not pass', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Clementine');
    await page.locator('.table-keys ::-p-text(Won’t pass)').click();
    await waitForText(page, '.asking', 'No blade is in hand');
    expect(await page.$('.asking .answers button')).toBeNull();
    await page.locator('.asking ::-p-text(Back to the step)').click();
    await page.waitForSelector('.asking', { hidden: true });
    await page.close();
  });

  it('done without a network: kept on the device through a reload, sent once when it is back', async () => {
    const page = await salon.enter('Isolde Pike');
    await openTable(page, 'Tansy');
    await page.setOfflineMode(true);
    for (let i = 0; i < 3; i++) await pedal(page);
    await waitForText(page, '.table-top', 'step 4 of');
    await waitForText(page, '[data-testid="send-state"]', '3 kept here');
    await page.setOfflineMode(false);
    await sent(page);
    expect(await logOf(page, 'Tansy')).toHaveLength(3);
    await page.reload();
    await waitForText(page, '.table-top', 'step 4 of');
    await page.close();
  });

  it('with the server dead: the table opens again from this device, is worked on, and all of it arrives', async () => {
    const page = await salon.enter('Bram Quennell');
    await openTable(page, 'Pilchard');
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await page.reload();
    await page.waitForSelector('.table-step');
    await pedal(page);
    await sent(page);
    await salon.stopServer();
    try {
      await pedal(page);
      await page.reload();
      await waitForText(page, '.table-top', 'step 3 of');
      await pedal(page);
      await waitForText(page, '.table-top', 'step 4 of');
    } finally {
      await salon.startServer();
    }
    await sent(page);
    const log = await logOf(page, 'Pilchard');
    expect(log.map(({ kind }) => kind)).toEqual(['done', 'done', 'done']);
    expect(new Set(log.map((event) => event.kind === 'done' && event.task)).size).toBe(3);
    await page.close();
  });

  it('the thermometer takes the place of the heat model while it reads', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Marzipan');
    await until(page, 'pads');
    await waitForText(page, '.table-top', 'blade about 2');
    await press(page, '.blade button');
    await waitForText(page, '.table-top', '°C, read');
    await press(page, '.blade button');
    await waitForText(page, '.table-top', 'blade about 2');
    await page.close();
  });

  it('what was left is read with the gauge and kept as measured by it', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Bosun');
    await until(page, 'foreleg');
    await press(page, '.table-keys ::-p-text(Measure)');
    await press(page, '.asking ::-p-text(Read with the gauge)');
    await waitForText(page, '.asking', 'readings');
    await press(page, '.asking ::-p-text(Stop the gauge)');
    await press(page, '.table-field [role="status"] + button');
    await sent(page);
    const log = await logOf(page, 'Bosun');
    const measured = log.find((event) => event.kind === 'measured');
    expect(measured).toMatchObject({ kind: 'measured', read: 'gauge' });
    await page.close();
  });

  it('a stop stops the pedal until somebody goes on', async () => {
    const page = await salon.enter('Bram Quennell');
    await openTable(page, 'Wren');
    await page.locator('.table-key.stop').click();
    await page.locator('.asking ::-p-text(collapse or breathing)').click();
    await waitForText(page, '.table-stop', 'collapse');
    const at = await where(page);
    await pedal(page);
    expect(await where(page)).toBe(at);
    await page.locator('.table-stop ::-p-text(It is all right: go on)').click();
    await page.waitForSelector('.table-stop', { hidden: true });
    await pedal(page);
    await page.waitForFunction(
      (before) => document.querySelector<HTMLElement>('.table-where')?.innerText !== before,
      {},
      at,
    );
    await page.close();
  });

  it('the owner is early: what is left out is asked in one question, and said for the owner', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Sorrel');
    await page.locator('.table-keys ::-p-text(Time’s short)').click();
    await page.locator('.asking ::-p-text(30 min)').click();
    await waitForText(page, '.asking', 'Not done then:');
    await waitForText(page, '.asking', 'Say to the owner: ');
    await page.locator('.asking ::-p-text(Leave that out)').click();
    await page.waitForSelector('.asking', { hidden: true });
    await sent(page);
    const left = (await logOf(page, 'Sorrel')).find(({ kind }) => kind === 'left-out');
    expect(left?.kind === 'left-out' && left.tasks.length).toBeGreaterThan(0);
    await page.close();
  });
});

describe('left and right, and a device that is gone', () => {
  it('what one side got is offered to the other at one touch', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openTable(page, 'Quill');
    await until(page, 'ribs');
    const [first, planned] = [await where(page), await textOf(page, '.table-tool')];
    await page.locator('.table-keys ::-p-text(Won’t pass)').click();
    await page.locator('.asking .both input').click();
    const offered = await textOf(page, '.asking .answers button');
    await page.locator('.asking .answers button').click();
    const tool = offered.split(':')[0] ?? '';
    await waitForText(page, '.table-tool', tool);
    await pedal(page);
    await page.waitForFunction(
      (was) => document.querySelector('.table-where')?.textContent !== was,
      {},
      first,
    );
    await until(page, 'ribs');
    expect(await where(page)).not.toBe(first);
    expect(await textOf(page, '.table-tool')).toBe(planned);
    await waitForText(page, '.table-say', `The other side got ${tool}`);
    await page.locator('.table-say button ::-p-text(The same here)').click();
    await waitForText(page, '.table-tool', tool);
    await page.waitForFunction(
      () => !document.querySelector('.table-say')?.textContent?.includes('The other side got'),
    );
    await page.close();
  });

  it('a device that is lost takes nothing with it: another goes on where it was', async () => {
    const lost = await salon.enter('Bram Quennell');
    await openTable(lost, 'Tamsin');
    for (let steps = 0; steps < 4; steps++) await pedal(lost);
    await waitForText(lost, '.table-top', 'step 5 of');
    await sent(lost);
    const at = await where(lost);
    await lost.close();
    const other = await salon.enter('Isolde Pike');
    await openTable(other, 'Tamsin');
    await waitForText(other, '.table-top', 'step 5 of');
    expect(await where(other)).toBe(at);
    await pedal(other);
    await sent(other);
    const done = (await logOf(other, 'Tamsin')).filter(({ kind }) => kind === 'done');
    expect(done.map(({ by }) => by)).toEqual([...Array<string>(4).fill('Bram Quennell'), 'Isolde Pike']);
    await other.close();
  });
});

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
    let refused = 0;
    await two.setRequestInterception(true);
    two.on('request', (request) => {
      if (!request.url().endsWith('/api/today/events') || refused > 0) return void request.continue();
      refused++;
      void request.respond({ status: 503 });
    });
    await two.reload();
    await two.waitForSelector('.tide-row');
    await two.waitForRequest((request) => request.url().endsWith('/api/today/events') && refused > 0);
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

describe('bath and order', () => {
  it('a towel more dries sooner; a bath takes its amounts out of the bottles once', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openStation(page, 'Clementine', 'bath', '.drying-curve .main-svg');
    const minutes = async () => Number((await textOf(page, '.bath-dry h2 strong')).replace(/\D+/g, ''));
    const before = await minutes();
    await page.locator('.number-field ::-p-text(Rounds of towels)').click();
    await page.keyboard.press('Backspace');
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (was) => Number(document.querySelector('.bath-dry h2 strong')?.textContent?.replace(/\D+/g, '')) < was,
      {},
      before,
    );
    const left = () =>
      page.evaluate(
        async () =>
          ((await (await fetch('/api/shelf')).json()) as { label: string; leftMl: number }[]).find(
            ({ label }) => label === 'silk jug',
          )?.leftMl ?? 0,
      );
    const was = await left();
    await page.locator('button ::-p-text(take it from the bottles)').click();
    await waitForText(page, '[aria-label="Out of the bottles"]', 'Taken from the bottles by Ottilie Marsh');
    await page.waitForFunction(
      async (before) =>
        ((await (await fetch('/api/shelf')).json()) as { label: string; leftMl: number }[]).find(
          ({ label }) => label === 'silk jug',
        )?.leftMl !== before,
      {},
      was,
    );
    expect(await left()).toBeLessThan(was);
    await page.reload();
    await waitForText(page, '[aria-label="Out of the bottles"]', 'Taken from the bottles');
    await page.close();
  });

  it('a filthy dog is bathed twice, with the rough clip between, in the programme, in the order and at the table', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openHands(page, 'Dumpling');
    await retype(page, '.find-line input', 'filthy');
    await page.keyboard.press('Enter');
    await waitForText(page, '.found', 'very dirty');
    await page.waitForFunction(
      () => document.querySelector('[data-testid="hands-state"]')?.textContent === 'saved',
    );
    await openStation(page, 'Dumpling', 'bath', '.programme');
    await waitForText(page, '.bath-steps', 'Two baths');
    const tags = await page.$$eval('.bath-steps .programme .tag', (all) => all.map((tag) => tag.textContent));
    expect([...tags].sort()).toEqual(tags);
    expect(new Set(tags)).toEqual(new Set(['bath 1', 'bath 2']));
    const turn = [
      'Rinse the dirt out',
      'Towel and blow it off',
      'rough-clip',
      'Second wash',
      'Rinse till it squeaks',
    ];
    await openStation(page, 'Dumpling', 'order', '.cards li');
    const cards = await page.$$eval('.card-name', (all) =>
      all.map((card) => (card.textContent ?? '').replace(/^\d+\s*/, '')),
    );
    expect(cards.filter((card) => turn.includes(card))).toEqual(turn);
    await openTable(page, 'Dumpling');
    for (const step of turn) await until(page, step);
    await sent(page);
    await page.close();
  });

  it('a card is moved by keys, its price is said, a move that cannot be is explained; locked, nothing moves', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openStation(page, 'Marzipan', 'order', '.cards li');
    const names = () =>
      page.$$eval('.card-name', (cards) =>
        cards.map((card) => (card.textContent ?? '').replace(/^\d+\s*/, '')),
      );
    const before = await names();
    const at = before.findIndex((name) => name.startsWith('ribs'));
    const move = async (index: number, key: 'ArrowRight' | 'ArrowLeft') => {
      const cards = await page.$$('.card-body');
      await cards[index]?.focus();
      await page.keyboard.press(' ');
      await new Promise((done) => setTimeout(done, 150));
      await page.keyboard.press(key);
      await new Promise((done) => setTimeout(done, 300));
      await page.keyboard.press(' ');
    };
    await move(at, 'ArrowRight');
    await page.waitForFunction(
      (was) =>
        [...document.querySelectorAll('.card-name')]
          .map((card) => card.textContent?.replace(/^\d+\s*/, ''))
          .join() !== was,
      {},
      before.join(),
    );
    await waitForText(page, '.price', 'Your order');
    await page.locator('.draft-bar ::-p-text(Undo)').click();
    await page.waitForFunction(
      (was) =>
        [...document.querySelectorAll('.card-name')]
          .map((card) => card.textContent?.replace(/^\d+\s*/, ''))
          .join() === was,
      {},
      before.join(),
    );
    await move(0, 'ArrowRight');
    await waitForText(page, '.refused', 'it waits for that');
    expect(await names()).toEqual(before);
    await page.locator('#locked').click();
    await page.waitForSelector('.pin:disabled');
    await move(at, 'ArrowRight');
    expect(await names()).toEqual(before);
    await page.close();
  });
});
