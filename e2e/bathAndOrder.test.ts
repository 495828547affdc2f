import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { OpenSalon } from './salon.ts';
import { openHands, openSalon, openStation, retype, textOf, waitForText } from './salon.ts';
import { sent, openTable, until } from './table.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

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
    const at = before.findIndex((name) => name.startsWith('shoulder and ribs'));
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
