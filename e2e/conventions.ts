import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'puppeteer-core';

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

/** What axe calls moderate, serious or critical on the page as it stands. */
export async function axeIssues(page: Page): Promise<string[]> {
  const session = await page.createCDPSession();
  await session.send('Runtime.evaluate', { expression: axeSource });
  const found = await page.evaluate(async () => {
    const { axe } = globalThis as unknown as { axe: { run: () => Promise<{ violations: Violation[] }> } };
    return (await axe.run()).violations;
  });
  await session.detach();
  return found
    .filter(({ impact }) => impact !== 'minor')
    .map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160) ?? ''} ${nodes[0]?.failureSummary ?? ''}`);
}

/** What breaks the conventions of every screen, in words: sideways scroll, targets under 44 px, text too small to read. */
export const conventionIssues = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const said: string[] = [];
    const spill = document.documentElement.scrollWidth - window.innerWidth;
    if (spill > 0) {
      const wide = [...document.querySelectorAll('main *')].filter(
        (one) => one.getBoundingClientRect().right > window.innerWidth + 1,
      );
      said.push(`sideways by ${spill} px, with ${wide[0]?.outerHTML.slice(0, 120) ?? 'nothing in sight'}`);
    }
    const name = (one: Element) =>
      `${one.tagName.toLowerCase()}.${one.getAttribute('class') ?? ''} “${(one.getAttribute('aria-label') ?? one.textContent).trim().slice(0, 30)}”`;
    const shown = (one: Element) => one.checkVisibility({ visibilityProperty: true, opacityProperty: true });
    const targets =
      'a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button], [role=slider], [tabindex="0"]';
    for (const one of document.querySelectorAll(targets)) {
      if (!shown(one) || one.closest('.skip, .visually-hidden, .visually-hidden-focusable')) continue;
      // A link in a sentence is as high as its line.
      if (one.matches('p a, li a.note, .muted a, td a')) continue;
      // A place on a drawn dog is as large as it is on the dog; every other view and the typed line reach it too.
      if (one.matches('.place')) continue;
      const labelled =
        one instanceof HTMLInputElement && /radio|checkbox/.test(one.type) ? (one.labels?.[0] ?? one) : one;
      const boxes = [labelled, ...labelled.querySelectorAll('.target, .hit')].map((at) =>
        at.getBoundingClientRect(),
      );
      const after = parseFloat(getComputedStyle(labelled, '::after').height) || 0;
      const height = Math.max(after, ...boxes.map((box) => box.height));
      const width = Math.max(...boxes.map((box) => box.width));
      if (boxes[0] && boxes[0].width > 0 && (height < 43.5 || width < 43.5)) {
        said.push(`target ${Math.round(width)}×${Math.round(height)}: ${name(one)}`);
      }
    }
    for (const text of document.querySelectorAll<SVGTextElement>('main svg text')) {
      // A page of paper is read on paper, or in the file that is kept.
      if (text.closest('.pattern-sheet')) continue;
      const box = text.getBoundingClientRect();
      const size = parseFloat(getComputedStyle(text).fontSize) * (text.getScreenCTM()?.a ?? 1);
      if (box.width > 0 && text.textContent && shown(text) && size < 11.9) {
        said.push(`text of ${size.toFixed(1)} px: “${text.textContent.slice(0, 20)}”`);
      }
    }
    return [...new Set(said)];
  });
