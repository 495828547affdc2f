import { openBrowser, signIn } from '@kurrel/e2e/browser';
import { p50p95 } from './quantiles.ts';

const FRAME_MS = 1000 / 60;

/** Runs in the page, as text: a compiler's helpers would not be there. */
const STEPS = `(async () => {
  const times = [];
  for (let step = 0; step < 120; step++) {
    const key = step % 24 < 12 ? 'ArrowLeft' : 'ArrowRight';
    const started = performance.now();
    document.querySelector('.bead.own').dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    await Promise.resolve();
    document.body.getBoundingClientRect();
    times.push(performance.now() - started);
    await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  }
  return times;
})()`;

/** A bead dragged step by step in a real browser: from the event to the finished layout of the redrawn page. */
export async function beadSteps(address: string): Promise<void> {
  const chromium = await openBrowser();
  try {
    const page = await chromium.page();
    await signIn(page, address, 'Ottilie Marsh');
    for (const dog of ['Juniper', 'Mistral', 'Quill']) {
      await page.goto(`${address}/`);
      await page.locator(`.tide-line ::-p-text(${dog})`).click();
      await page.waitForSelector('.hands-dog .place');
      await page.goto(page.url().replace(/hands$/, 'draft'));
      await page.waitForSelector('.coat-rule .bead.own');
      const samples = (await page.evaluate(STEPS)) as number[];
      const { p50, p95 } = p50p95(samples.slice(10));
      const share = (ms: number) => `${((100 * ms) / FRAME_MS).toFixed(0)} %`;
      console.log(
        `bead step, ${dog}: plan, redraw and layout take ${share(p50)} of a 60 Hz frame (p50), ${share(p95)} (p95)`,
      );
    }
  } finally {
    await chromium.close();
  }
}
