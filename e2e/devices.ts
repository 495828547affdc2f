import type { BrowserContext, CookieData, Page } from 'puppeteer-core';
import type { OpenBrowser } from './browser.ts';
import { signIn } from './browser.ts';

/** Opens a page, signed in by name; nobody when the name is left out. */
export type Enter = (name?: string, width?: number, height?: number) => Promise<Page>;

export interface Devices {
  readonly used: Enter;
  /** On a device that the app has never been on. */
  readonly fresh: Enter;
}

/**
 * Pages on devices that are used again: the app is on them already, and nothing else. Whoever has signed in once comes in by the same
 * session as long as it lasts; it is what makes the journeys three times as quick.
 */
export function devicesOf(chromium: OpenBrowser, address: string): Devices {
  const free: BrowserContext[] = [];
  const sessions = new Map<string, CookieData[]>();
  const signedIn = async (cookies: readonly CookieData[]) => {
    const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
    return (await fetch(`${address}/api/session`, { headers: { cookie } })).ok;
  };
  const enter = async (used: BrowserContext | undefined, ...[name, width, height]: Parameters<Enter>) => {
    const page = await chromium.page(width, height, used);
    const device = page.browserContext();
    page.once('close', () => {
      void device.pages().then((others) => others.length === 0 && free.push(device));
    });
    if (used) await forget(page, address);
    const cookies = sessions.get(name ?? '') ?? [];
    if (name === undefined) {
      await page.goto(`${address}/sign-in`);
    } else if (cookies.length > 0 && (await signedIn(cookies))) {
      await device.setCookie(...cookies);
      await page.goto(address);
      await page.waitForSelector('nav[aria-label="Main"]');
    } else {
      await signIn(page, address, name);
      sessions.set(name, await device.cookies());
    }
    return page;
  };
  return {
    used: (...of) => enter(free.pop(), ...of),
    fresh: (...of) => enter(undefined, ...of),
  };
}

/** Everything but the app itself goes from a device. */
async function forget(page: Page, origin: string): Promise<void> {
  await page.goto(`${origin}/icon.svg`);
  await page.evaluate(() => caches.delete('kurrel-day'));
  const session = await page.createCDPSession();
  await session.send('Storage.clearDataForOrigin', {
    origin,
    storageTypes: 'cookies,local_storage,indexeddb',
  });
  await session.detach();
}
