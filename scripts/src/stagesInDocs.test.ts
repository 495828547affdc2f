import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { STAGES } from '../../core/src/targets/stages.ts';
import { PROJECT } from './cluster.ts';

/** The file of a stage, and what it says above the stage. */
function said(name: string): string {
  const file = name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
  const code = readFileSync(join(PROJECT, 'core/src/targets/stages', `${file}.ts`), 'utf8');
  const [, comment = ''] = new RegExp(`/\\*\\* (.*) \\*/\\nexport const ${file}: Stage`).exec(code) ?? [];
  return comment;
}

it('the docs say the stages of a target in the order and the words of the code', () => {
  const docs = readFileSync(join(PROJECT, 'docs/how-a-plan-is-made.md'), 'utf8');
  const list = STAGES.map(({ name }) => `- \`${name}\`: ${said(name)}`);
  expect(list.filter((line) => line.length < 30)).toEqual([]);
  const words = (text: string) => text.replace(/\s+/g, ' ');
  expect(words(docs)).toContain(words(list.join('\n')));
});
