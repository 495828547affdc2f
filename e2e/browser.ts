import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, BrowserContext, Page } from 'puppeteer-core';
import puppeteer from 'puppeteer-core';

/** The shell without windows draws and computes the same and starts in half the time; the whole browser does where there is none. */
const SHELL = '/usr/bin/chromium-headless-shell';
const CHROMIUM = [SHELL, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) => existsSync(path));

export interface OpenBrowser {
  readonly browser: Browser;
  /** A page of its own; on a new device (its own cookies, nothing kept) unless one is given. */
  readonly page: (width?: number, height?: number, device?: BrowserContext) => Promise<Page>;
  readonly close: () => Promise<void>;
}

/** Debian's Chromium without a monitor, in an empty profile. */
export async function openBrowser(): Promise<OpenBrowser> {
  if (!CHROMIUM) throw new Error('Chromium is not installed. Run: apt-get install chromium-headless-shell');
  const profile = mkdtempSync(join(tmpdir(), 'kurrel-chromium-'));
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    userDataDir: profile,
    headless: CHROMIUM === SHELL ? 'shell' : true,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--force-prefers-reduced-motion',
    ],
  });
  return {
    browser,
    page: async (width = 1280, height = 800, device) => {
      const page = await (device ?? (await browser.createBrowserContext())).newPage();
      await page.bringToFront();
      await page.setViewport({ width, height });
      // Patience for a busy machine; how fast things are is for the bench.
      page.setDefaultTimeout(90_000);
      return page;
    },
    close: async () => {
      await browser.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** Clicks what matches once it is there; unlike a locator it does not wait for the browser to report still frames. */
export async function press(page: Page, selector: string): Promise<void> {
  const element = await page.waitForSelector(selector);
  await element?.click();
}

/** Signs in as one of the demo team, by name. */
export async function signIn(page: Page, address: string, name: string): Promise<void> {
  await page.goto(`${address}/sign-in`);
  await press(page, `aside ::-p-text(${name})`);
  await page.waitForSelector('nav[aria-label="Main"]');
}
