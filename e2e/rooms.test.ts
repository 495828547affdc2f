import type { Page } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { axeIssues, conventionIssues } from './conventions.ts';
import type { OpenSalon } from './salon.ts';
import {
  goTo,
  openCard,
  openHands,
  openSalon,
  retype,
  textOf,
  visitAddress,
  waitForText,
  openStation,
} from './salon.ts';

let salon: OpenSalon;
beforeAll(async () => {
  salon = await openSalon();
});
afterAll(() => salon.close());

describe('the door', () => {
  it('shuts nobody out', async () => {
    const page = await salon.enter();
    await page.waitForSelector('.demo-person');
    expect(await axeIssues(page)).toEqual([]);
    expect(await conventionIssues(page)).toEqual([]);
    await page.close();
  });

  it('says what is wrong and lets the right ones in to where they wanted to go', async () => {
    const page = await salon.enter();
    await page.goto(`${salon.address}/drawer`);
    await page.waitForSelector('#login');
    await page.locator('button[type="submit"]').click();
    await waitForText(page, '.invalid-feedback', 'Type your sign-in name.');
    await page.type('#login', 'ottilie');
    await page.type('#password', 'wrong');
    await page.locator('button[type="submit"]').click();
    await waitForText(page, '[role="alert"]', 'Check the name and the password');
    expect(await page.$eval('#login', (input) => (input as HTMLInputElement).value)).toBe('ottilie');
    await retype(page, '#password', 'harbour-lead');
    await page.locator('button[type="submit"]').click();
    await waitForText(page, 'h1', 'Drawer');
    await page.locator('button ::-p-text(Sign out)').click();
    await page.waitForSelector('#login');
    await page.close();
  });

  it('an address that says a day or a place that is not shows one that is', async () => {
    const page = await salon.enter('Ottilie Marsh');
    for (const day of ['9999-99-99', '2026-02-31', 'x']) {
      await page.goto(`${salon.address}/?day=${day}`);
      await waitForText(page, 'h1', 'Today');
    }
    await openHands(page, 'Quill');
    const { origin, pathname } = new URL(page.url());
    await page.goto(`${origin}${pathname}?view=nope&place=lion.left&tab=x`);
    await waitForText(page, '.place-name', 'back');
    await page.close();
  });

  it('an address that leads nowhere leads back', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await page.goto(`${salon.address}/attic`);
    await waitForText(page, 'h1', 'This page cannot be shown');
    await page.locator('a ::-p-text(Back to today)').click();
    await waitForText(page, 'h1', 'Today');
    await page.close();
  });
});

describe('today and the dogs', () => {
  it('today lists who comes, for what, how long, and opens the draft', async () => {
    const page = await salon.enter('Isolde Pike');
    await waitForText(page, '.tide-line', 'Juniper');
    await waitForText(page, '.tide-row', 'ready by');
    expect(await textOf(page, '.tide-row')).toMatch(/8:30 .* (105|120) min .*ready by 1\d:\d\d/);
    await page.locator('.tide-line ::-p-text(Juniper)').click();
    await waitForText(page, '.dog-strip h1', 'Juniper');
    await page.close();
  });

  it('a new dog: faults named beside their fields, then kept, measured and drawn', async () => {
    const page = await salon.enter('Bram Quennell');
    await page.locator('nav ::-p-text(Dogs)').click();
    await page.locator('a ::-p-text(Add a dog)').click();
    await page.waitForSelector('#name');
    await page.type('#name', 'Teasel');
    await page.type('#measure-heightMm', '28000');
    await page.locator('button[type="submit"]').click();
    await waitForText(page, '.invalid-feedback', 'Choose a breed.');
    await waitForText(page, '.invalid-feedback', 'More than 1100 mm: check the tape.');
    expect(await page.$eval('#name', (input) => (input as HTMLInputElement).value)).toBe('Teasel');
    const drawnAs = () => page.$eval('#breedId', (input) => (input as HTMLInputElement).value);
    await page.type('#breedId', 'no such dog');
    await waitForText(page, '.breed-field .options', 'No breed of that name here');
    await page.keyboard.press('Tab');
    expect(await drawnAs()).toBe('');
    await page.type('#breedId', 'frise');
    await waitForText(page, '.breed-field .options', 'Bichon frise');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    expect(await drawnAs()).toBe('Bichon frise');
    await page.waitForFunction(
      () => document.querySelector<HTMLSelectElement>('#coatType')?.value === 'powder-puff',
    );
    await page.waitForSelector('.tape .dog');
    await retype(page, '#measure-heightMm', '280');
    await page.waitForSelector('#measure-lengthMm[placeholder="about 350"]');
    await page.$eval('#bornOn', (input) => {
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      set?.call(input, '2024-05-01');
      input.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.locator('button[type="submit"]').click();
    await waitForText(page, 'h1', 'Teasel');
    await page.type('#what', 'First trim');
    await page.locator('button ::-p-text(Book and open)').click();
    await page.waitForSelector('.hands-dog .place');
    await goTo(page, 'Draft');
    expect(await textOf(page, '.dog-strip')).toMatch(/Teasel Bichon frise .* 28 cm at the withers/);
    await page.close();
  });

  it('taking a dog off the list can be undone', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await openCard(page, 'Flint');
    await page.locator('button ::-p-text(Take off the list)').click();
    await waitForText(page, '.toast', 'Flint is off the list');
    await page.waitForFunction(
      () => !document.querySelector<HTMLElement>('.dog-list')?.innerText.includes('Flint'),
    );
    await page.locator('.toast ::-p-text(Undo)').click();
    await waitForText(page, '.dog-list', 'Flint');
    await page.close();
  });
});

describe('a screen whose code did not load', () => {
  it('loads by itself when the network is back, and what one was on stays', async () => {
    const page = await salon.enterAnew('Bram Quennell');
    await page.waitForSelector('.tide-line');
    await page.setOfflineMode(true);
    await page.locator('nav ::-p-text(Drawer)').click();
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(await page.$('.tide-line')).not.toBeNull();
    await page.setOfflineMode(false);
    await page.waitForSelector('.drawer-table');
    await page.close();
  });
});

describe('without a network', () => {
  const kept = (page: Page) =>
    page.evaluate(async () => {
      if (!(await caches.has('kurrel-day'))) return [];
      const requests = await (await caches.open('kurrel-day')).keys();
      return requests.map(({ url }) => new URL(url).pathname);
    });

  it('any of today’s dogs opens once the day was opened, and goes when somebody signs out', async () => {
    const page = await salon.enterAnew('Bram Quennell');
    await page.waitForSelector('.tide-row');
    const visit = new URL(await visitAddress(page, 'Quill')).pathname;
    await expect.poll(() => kept(page), { timeout: 60_000 }).toContain(`/api${visit}/log`);
    const dogs = await page.$$eval('.tide-row', (rows) => rows.length);
    await expect
      .poll(async () => (await kept(page)).filter((path) => path.endsWith('/log')).length, {
        timeout: 60_000,
      })
      .toBe(dogs);
    await salon.stopServer();
    await page.goto(`${salon.address}${visit}/table`);
    await waitForText(page, '.table-dog', 'Quill');
    await page.goto(salon.address);
    await page.waitForSelector('.tide-row');
    await salon.startServer();
    await page.reload();
    await page.locator('::-p-text(Sign out)').click();
    await page.waitForSelector('.sign-in');
    expect(await kept(page)).toEqual([]);
    await page.close();
  });

  it('what was kept goes with the day, and from a person who is shut out', async () => {
    const page = await salon.enterAnew('Isolde Pike');
    await page.waitForSelector('.tide-row');
    const visit = `/api${new URL(await visitAddress(page, 'Quill')).pathname}`;
    await expect.poll(() => kept(page), { timeout: 60_000 }).toContain(visit);
    await page.evaluate(async () => {
      localStorage.setItem('kurrel kept day', '2020-01-01');
      await (await caches.open('kurrel-day')).put('/api/visits/of-another-day', new Response('{}'));
    });
    await page.evaluateOnNewDocument(() => {
      const gone: string[] = [];
      Object.assign(window, { gone });
      const { delete: one } = Cache.prototype;
      Cache.prototype.delete = function (request, options) {
        gone.push(new URL(request instanceof Request ? request.url : String(request)).pathname);
        return one.call(this, request, options);
      };
      const { delete: whole } = CacheStorage.prototype;
      CacheStorage.prototype.delete = function (name) {
        gone.push(name);
        return whole.call(this, name);
      };
    });
    await page.reload();
    await expect.poll(() => kept(page), { timeout: 60_000 }).not.toContain('/api/visits/of-another-day');
    // A dog of today is never without its kept copy: the network may die in that instant.
    const gone = await page.evaluate(() => (globalThis as { gone?: string[] }).gone ?? []);
    expect(gone).toContain('/api/visits/of-another-day');
    expect(gone).not.toContain('kurrel-day');
    expect(gone).not.toContain(visit);
    await page.deleteCookie(...(await page.cookies()));
    await page.reload();
    await page.waitForSelector('.sign-in');
    await expect.poll(() => kept(page)).toEqual([]);
    await page.close();
  });

  it('an address that is not secure says that nothing opens there without one', async () => {
    const page = await salon.enter('Isolde Pike');
    expect(await textOf(page, '.today')).not.toContain('not secure');
    await page.evaluateOnNewDocument(() => {
      Object.defineProperty(window, 'isSecureContext', { get: () => false });
    });
    await page.reload();
    await waitForText(page, '.today', 'no dog opens at this address');
    await page.close();
  });
});

describe('the drawer', () => {
  it('a tool goes in with a length as typed, learns, and comes out with a way back', async () => {
    const page = await salon.enter('Bram Quennell');
    await page.locator('nav ::-p-text(Drawer)').click();
    await page.locator('button ::-p-text(Add a tool)').click();
    await page.waitForSelector('#kindId');
    await page.locator('.modal button[type="submit"]').click();
    await waitForText(page, '.modal .invalid-feedback', 'Choose the kind of tool.');
    await page.select('#kindId', 'comb-22');
    await page.type('#label', 'gurnard');
    await page.type('.modal .length-field input', '7/8');
    await page.locator('.modal button[type="submit"]').click();
    await waitForText(page, '.drawer-table', 'gurnard');
    const row = 'tr:has([aria-label="Change gurnard"])';
    expect(await textOf(page, row)).toMatch(/22 mm guard comb 22 mm usual figure/);

    await page.locator('[aria-label="Change gurnard"]').click();
    await page.waitForSelector('.after-measure .reading input');
    await page.type('.after-measure .reading input', '25');
    await page.keyboard.press('Enter');
    await waitForText(page, '.after-measure', '1 measures of this tool');
    await page.locator('.modal ::-p-text(Close)').click();
    await waitForText(page, row, '1 measured: leaves 12 % more than usual');

    await page.locator('[aria-label="Remove gurnard"]').click();
    await waitForText(page, '.toast', 'gurnard is out of the drawer');
    await page.locator('.toast ::-p-text(Undo)').click();
    await waitForText(page, '.drawer-table', 'gurnard');
    await page.close();
  });

  it('is for a trainee to look at', async () => {
    const page = await salon.enter('Isolde Pike');
    await page.locator('nav ::-p-text(Drawer)').click();
    await page.waitForSelector('.drawer-table');
    expect(await page.$('[aria-label="Change cod"]')).toBeNull();
    await page.close();
  });

  it('lengths are shown in inches to the nearest 1/32 on request', async () => {
    const page = await salon.enter('Isolde Pike');
    await page.locator('nav ::-p-text(Drawer)').click();
    await page.locator('[aria-label^="mm: show"]').click();
    await waitForText(page, '.drawer-table', '4F 4F blade 3/8 in');
    await page.close();
  });

  it('no station says millimetres alone where inches are shown', async () => {
    const page = await salon.enter('Ottilie Marsh');
    await page.evaluate(() => localStorage.setItem('kurrel.unit', 'in'));
    const millimetres = () =>
      page.evaluate(() => {
        const drawn = [...document.querySelectorAll('svg text')].map(({ textContent }) => textContent);
        const text = [document.body.innerText, ...drawn].join(' | ');
        return [...text.replace(/\([\d.]+ mm\)/g, '').matchAll(/.{0,40}[\d.]\s?mm\b/g)].map(([said]) => said);
      });
    const stations = [
      ['hands', '.found'],
      ['draft', '.coat-rule .bead'],
      ['choices', '.look'],
      ['bath', '.bath-steps, main'],
      ['order', '.cards, main'],
      ['table', '.table-step'],
      ['sheet', 'main svg'],
    ] as const;
    for (const [station, shows] of stations) {
      await page.goto(salon.address);
      await openStation(page, 'Juniper', station, shows);
      expect(await millimetres(), station).toEqual([]);
    }
    await page.close();
  });
});
