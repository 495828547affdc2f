import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { expect, it } from 'vitest';
import { PROJECT } from './cluster.ts';

const INDEX = join(PROJECT, 'core/src/index.ts');
const READERS = ['web', 'server', 'words', 'contract', 'scripts', 'e2e', 'packs', 'core/testing'];
/** Functions that stand for what core does, whether or not anything here calls them by this name. */
const PUBLIC =
  'leaves calibrate runsOf pickTools bodyOf solveOutline outlinePlan toolPasses clipLines planGroom createPlanner matPlan orderWork coatAt bodySurface dilute bathPlan dryingTime restrictionsAt unsafe resolveCase withChoices withFacts';

const filesIn = (folder: string): readonly string[] =>
  readdirSync(join(PROJECT, folder), { recursive: true, withFileTypes: true })
    .map((entry) => join(entry.parentPath, entry.name))
    .filter((path) => /\.tsx?$/.test(path) && !/node_modules|\/dist\//.test(path));

const NAMES = /(?:import|export)\s+(?:type\s+)?(?:\w+\s*,\s*)?\{([^}]*)\}\s+from\s+'([^']+)'/g;
const named = (list: string): readonly string[] =>
  list
    .split(',')
    .map(
      (one) =>
        one
          .trim()
          .replace(/^type\s+/, '')
          .split(/\s+as\s+/)[0] ?? '',
    )
    .filter(Boolean);

it('core shows the others what they use, and nothing else', () => {
  const used = new Set(PUBLIC.split(' '));
  for (const file of READERS.flatMap(filesIn)) {
    for (const [, list = '', from = ''] of readFileSync(file, 'utf8').matchAll(NAMES)) {
      if (from === '@kurrel/core' || resolve(join(file, '..'), from) === INDEX)
        for (const name of named(list)) used.add(name);
    }
  }
  const shown = [...readFileSync(INDEX, 'utf8').matchAll(NAMES)].flatMap(([, list = '']) => named(list));
  expect(shown.length).toBeGreaterThan(200);
  expect(shown.filter((name) => !used.has(name))).toEqual([]);
  expect(readFileSync(INDEX, 'utf8')).not.toContain('export *');
});
