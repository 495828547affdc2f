import type { Page } from 'puppeteer-core';
import { openBrowser, signIn } from '@kurrel/e2e/browser';
import { spread } from './quantiles.ts';

const FRAME_MS = 1000 / 60;
const SLOWED = 4;

/** Notes a pedal and the frame in which the table first shows another step. */
const STEPS = `(() => {
  window.kurrelTimes = [];
  const channel = new MessageChannel();
  const stepNow = () => /step \\d+/.exec(document.querySelector('.table-top')?.textContent ?? '')?.[0];
  let pressed = null;
  let was = stepNow();
  window.addEventListener('keydown', () => { pressed ??= performance.now(); }, { capture: true });
  channel.port1.onmessage = () => {
    if (pressed !== null) window.kurrelTimes.push(performance.now() - pressed);
    pressed = null;
  };
  new MutationObserver(() => {
    if (stepNow() === was) return;
    was = stepNow();
    requestAnimationFrame(() => channel.port2.postMessage(0));
  }).observe(document.body, { subtree: true, childList: true, characterData: true });
})()`;

/**
 * Runs in the page, as text: a compiler's helpers would not be there. Notes for each move of the pointer or key how long
 * it took from the event to the end of the frame that shows it: the first task after that frame, asked for before the page
 * could ask for any of its own; or, where the next frame comes before any task, the beginning of that one.
 */
const WATCH = `(() => {
  window.kurrelTimes = [];
  const channel = new MessageChannel();
  let started = null;
  let framed = false;
  let early = false;
  channel.port1.onmessage = () => {
    if (started === null) return;
    if (!framed) { early = true; return; }
    window.kurrelTimes.push(performance.now() - started);
    started = null;
  };
  const note = () => {
    if (started !== null) {
      if (!framed) return;
      window.kurrelTimes.push(performance.now() - started);
    }
    started = performance.now();
    framed = early = false;
    channel.port2.postMessage(0);
    requestAnimationFrame(() => {
      framed = true;
      if (early) channel.port2.postMessage(0);
    });
  };
  for (const kind of ['pointermove', 'keydown']) window.addEventListener(kind, note, { capture: true });
})()`;

/** Runs in the page: the largest paint of its load, ms. */
const LARGEST = `new Promise((done) => {
  let last = 0;
  new PerformanceObserver((list) => { for (const e of list.getEntries()) last = e.startTime; }).observe({ type: 'largest-contentful-paint', buffered: true });
  setTimeout(() => done(last), 500);
})`;

/** Runs in the page: notes every interaction, with what the browser itself says it took to be shown. */
const INTERACTIONS = `(() => {
  window.kurrelInteractions = [];
  new PerformanceObserver((list) => { for (const e of list.getEntries()) if (e.interactionId) window.kurrelInteractions.push(e.duration); })
    .observe({ type: 'event', durationThreshold: 16, buffered: true });
})()`;

/** In a real browser: a bead dragged and its keys held; then, four times slowed, how soon screens are painted and answer. */
export async function screens(address: string): Promise<void> {
  const chromium = await openBrowser();
  try {
    const page = await chromium.page();
    await signIn(page, address, 'Ottilie Marsh');
    for (const dog of ['Juniper', 'Mistral', 'Quill']) {
      await openDraft(page, address, dog);
      await page.evaluate(WATCH);
      await drag(page);
      const dragged = spread(((await page.evaluate('kurrelTimes.splice(0)')) as number[]).slice(5));
      await page.tracing.start({
        categories: ['disabled-by-default-devtools.timeline', 'devtools.timeline', 'cc'],
      });
      await drag(page);
      const worked = spread(frameWork((await page.tracing.stop()) ?? new Uint8Array()).slice(5));
      await page.evaluate("document.querySelector('.bead.own').focus()");
      for (let press = 0; press < 60; press++)
        await page.keyboard.down(press < 30 ? 'ArrowLeft' : 'ArrowRight');
      const released = Date.now();
      await page.keyboard.up('ArrowRight');
      await page.evaluate('new Promise((done) => requestAnimationFrame(() => setTimeout(done)))');
      const after = Date.now() - released;
      console.log(
        `bead dragged, ${dog}: CPU of the page for a step ${share(worked.p50)} of a 60 Hz frame (p50), ${share(worked.p95)} (p95); by the clock to the end of the frame that shows it ${share(dragged.p50)} (p50), ${share(dragged.p95)} (p95); ${share(after)} until still after a key held`,
      );
    }
    await inWorker(page, address);
    await tableSteps(page, address);
    const client = await page.createCDPSession();
    await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
    for (const screen of ['', 'dogs', 'drawer'] as const) {
      await page.goto(`${address}/${screen}`, { waitUntil: 'networkidle2' });
      console.log(`${SLOWED} times slowed, /${screen}: largest paint at ${ms(await largest(page))}`);
    }
    await openDraft(page, address, 'Juniper');
    const painted = await largest(page);
    await page.evaluate(INTERACTIONS);
    await page.evaluate("document.querySelector('.bead.own').focus()");
    for (let press = 0; press < 20; press++) await page.keyboard.press('ArrowLeft');
    for (const zone of await page.$$('.dog .place, .dog [data-zone]'))
      await zone.click().catch(() => undefined);
    await page.evaluate('new Promise((done) => setTimeout(done, 500))');
    const { p50, worst } = spread((await page.evaluate('kurrelInteractions')) as number[]);
    console.log(
      `${SLOWED} times slowed, draft: largest paint at ${ms(painted)}; from a key or touch to the next paint ${ms(p50)} (median), ${ms(worst)} (worst)`,
    );
  } finally {
    await chromium.close();
  }
}

/** A question to the worker and back, what a board of looks takes from its address to the first of them, and what the worker holds. */
async function inWorker(page: Page, address: string): Promise<void> {
  await openDraft(page, address, 'Juniper');
  const began = Date.now();
  await page.goto(page.url().replace(/draft.*/, 'choices'));
  await page.waitForSelector('.look');
  const board = Date.now() - began;
  const [worker] = page.workers();
  if (!worker) throw new Error('the choices have no worker');
  const times = (await page.evaluate(`${PINGS}(${JSON.stringify(worker.url())})`)) as number[];
  const { usedSize } = await worker.client.send('Runtime.getHeapUsage');
  const { p50, p95 } = spread(times.slice(20));
  console.log(
    `worker: there and back ${p50.toFixed(2)} ms (p50), ${p95.toFixed(2)} ms (p95); looks ${ms(board)} after their address was opened; it holds ${(usedSize / 2 ** 20).toFixed(1)} MiB`,
  );
}

/** Runs in the page, as text: asks a worker of its own whether it is there, many times over. */
const PINGS = `(async (url) => {
  const worker = new Worker(url, { type: 'module' });
  const times = [];
  for (let id = 0; id < 220; id++) {
    const began = performance.now();
    await new Promise((done) => {
      worker.onmessage = ({ data }) => { if (data.id === String(id)) done(); };
      worker.postMessage({ id: String(id), type: 'APPLY', path: ['ready'], argumentList: [] });
    });
    times.push(performance.now() - began);
  }
  worker.terminate();
  return times;
})`;

/** The pedal pressed through a dog's steps: from the key to the end of the frame that shows the next step. */
async function tableSteps(page: Page, address: string): Promise<void> {
  await openDraft(page, address, 'Juniper');
  await page.goto(page.url().replace(/draft.*/, 'table'));
  await page.waitForSelector('.table-step');
  await page.evaluate(STEPS);
  for (let step = 0; step < 40; step++) {
    await page.keyboard.press('PageDown');
    await new Promise((resolve) => setTimeout(resolve, PEDAL_MS));
  }
  const { p50, p95 } = spread(((await page.evaluate('kurrelTimes.splice(0)')) as number[]).slice(3));
  console.log(
    `a step at the table to the frame that shows it: ${ms(p50)} (p50), ${ms(p95)} (p95) by the clock`,
  );
}
/** A pedal pressed sooner is a bounce. */
const PEDAL_MS = 300;

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly ts: number;
  readonly dur?: number;
  /** CPU of its thread, µs. */
  readonly tdur?: number;
  readonly tid: number;
}

/** CPU time of each frame's task on the page's own thread, ms: the event, the plan, React, layout, paint, commit. */
function frameWork(trace: Uint8Array): readonly number[] {
  const { traceEvents } = JSON.parse(new TextDecoder().decode(trace)) as { traceEvents: TraceEvent[] };
  const frames = traceEvents.filter(({ name, ph }) => name === 'ProxyMain::BeginMainFrame' && ph === 'X');
  const tasks = traceEvents.filter(({ name, tdur }) => name === 'RunTask' && tdur !== undefined);
  return frames.flatMap((frame) => {
    const task = tasks.find(
      ({ tid, ts, dur = 0 }) => tid === frame.tid && ts <= frame.ts && frame.ts < ts + dur,
    );
    return task?.tdur === undefined ? [] : [task.tdur / 1000];
  });
}

async function openDraft(page: Page, address: string, dog: string): Promise<void> {
  await page.goto(`${address}/`);
  await page.waitForSelector('.tide-line');
  const path = await page.$$eval(
    '.tide-line',
    (lines, name) => lines.find((line) => line.textContent.includes(name))?.getAttribute('href'),
    dog,
  );
  if (!path) throw new Error(`today has no ${dog}`);
  await page.goto(address + path.replace(/[a-z]+$/, 'draft'));
  await page.waitForSelector('.coat-rule .bead.own');
}

async function drag(page: Page): Promise<void> {
  const bead = await page.waitForSelector('.bead.own .bead-dot');
  const box = await bead?.boundingBox();
  if (!box) throw new Error('the draft has no bead');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 120; step++) await page.mouse.move(x + 150 * Math.sin(step / 20), y);
  await page.mouse.up();
}

const largest = async (page: Page) => (await page.evaluate(LARGEST)) as number;
const share = (time: number) => `${((100 * time) / FRAME_MS).toFixed(0)} %`;
const ms = (time: number) => `${time.toFixed(0)} ms`;
