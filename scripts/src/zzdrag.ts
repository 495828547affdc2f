import { openBrowser, signIn } from '@kurrel/e2e/browser';
import type { Page } from 'puppeteer-core';
import { freePort, startThrowaway } from './cluster.ts';
import { startServer } from './server.ts';
import { demoDatabase } from './world.ts';

const WATCH = `(() => {
  window.kurrelTimes = [];
  const channel = new MessageChannel();
  let started = null, framed = false, early = false, n = 0;
  channel.port1.onmessage = () => {
    if (started === null) return;
    if (!framed) { early = true; return; }
    window.kurrelTimes.push(performance.now() - started);
    performance.measure('step', { start: started, end: performance.now() });
    started = null;
  };
  const note = () => {
    if (started !== null) return;
    started = performance.now();
    framed = early = false;
    channel.port2.postMessage(0);
    requestAnimationFrame(() => { framed = true; if (early) channel.port2.postMessage(0); });
  };
  for (const kind of ['pointermove', 'keydown']) window.addEventListener(kind, note, { capture: true });
})()`;
async function drag(page: Page) {
  const bead = await page.waitForSelector('.bead.own .bead-dot');
  const box = (await bead?.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 120; step++) await page.mouse.move(x + 150 * Math.sin(step / 20), y);
  await page.mouse.up();
}
const cluster = await startThrowaway();
const server = await startServer(await demoDatabase(cluster, false), await freePort(), { quiet: true });
const chromium = await openBrowser();
try {
  const page = await chromium.page();
  await signIn(page, server.address, 'Ottilie Marsh');
  for (const dog of process.argv.slice(2)) {
    await page.goto(`${server.address}/`);
    await page.waitForSelector('.tide-line');
    const path = await page.$$eval('.tide-line', (lines, name) => lines.find((l) => l.textContent.includes(name))?.getAttribute('href'), dog);
    await page.goto(server.address + path!.replace(/[a-z]+$/, 'draft'));
    await page.waitForSelector('.coat-rule .bead.own');
    await page.evaluate(WATCH);
    await drag(page);
    await page.evaluate('kurrelTimes.splice(0)');
    await page.tracing.start({ path: `/tmp/prof/drag-${dog}.json`, categories: ['devtools.timeline', 'disabled-by-default-devtools.timeline', 'blink.user_timing', 'cc', 'toplevel', 'v8'] });
    await drag(page);
    await page.tracing.stop();
    const t = (await page.evaluate('kurrelTimes.splice(0)')) as number[];
    t.sort((a, b) => a - b);
    console.log(dog, t.length, 'p50', t[t.length >> 1]!.toFixed(1), 'p95', t[Math.floor(t.length * 0.95)]!.toFixed(1), 'max', t.at(-1)!.toFixed(1), 'top', t.slice(-10).map((x) => x.toFixed(0)).join(' '));
  }
} finally {
  await chromium.close(); await server.stop(); await cluster.stop();
}
