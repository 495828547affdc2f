import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import { PROJECT } from './cluster.ts';

/** Chapters of the map in the docs. Data flows down the list: a folder imports only from folders before it. */
const CHAPTERS: Readonly<Record<string, readonly string[]>> = {
  'Words and numbers': ['terms', 'solver', 'units'],
  'What the trade knows': ['packs'],
  'The dog and the tools': ['coat', 'tools', 'body', 'lines', 'contour'],
  'The visit': ['hands', 'case'],
  'What must not be done': ['welfare', 'mats'],
  'The cut': ['targets', 'outline', 'passes', 'runs', 'plan'],
  'The work': ['bath', 'estimate', 'tasks', 'order', 'table', 'day'],
  'Looking back and on': ['check', 'upkeep', 'choices', 'referee'],
};
const ORDER: readonly string[] = Object.values(CHAPTERS).flat();
const CORE = join(PROJECT, 'core/src');
const IMPORT = /from\s+'(\.[^']+)'/g;

const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'index.ts')
  .map((file) => join(CORE, file));
const imports = (file: string): readonly string[] =>
  [...readFileSync(file, 'utf8').matchAll(IMPORT)].map(([, specifier = '']) =>
    resolve(file, '..', specifier),
  );
const folderOf = (file: string): string => relative(CORE, file).split('/')[0] ?? '';

describe('inside core', () => {
  it('the referee knows nothing of the planner: of other folders it takes types alone, and none of what is derived or of welfare', () => {
    const own = files.filter((file) => folderOf(file) === 'referee');
    expect(own.length).toBeGreaterThan(0);
    for (const file of own) {
      const text = readFileSync(file, 'utf8');
      expect(text, file).not.toMatch(/welfare\/|resolveCase|derived|targets\/|passes\//);
      const values = [...text.matchAll(/^import (?!type)[^;]*from '(\.\.[^']*)'/gm)].map(([, from]) => from);
      expect(
        values.filter((from) => from !== '../terms/zone.ts'),
        file,
      ).toEqual([]);
    }
  });

  it('every folder has its place in the order', () => {
    expect([...new Set(files.map(folderOf))].filter((folder) => !ORDER.includes(folder))).toEqual([]);
  });

  it('the docs have the chapters in their order', () => {
    const docs = readFileSync(join(PROJECT, 'docs/how-a-plan-is-made.md'), 'utf8').replace(/\s+/g, ' ');
    const rows = Object.entries(CHAPTERS).map(
      ([chapter, folders]) => `| ${chapter} | ${folders.map((folder) => `\`${folder}\``).join(' → ')} |`,
    );
    expect(rows.filter((row) => !docs.includes(row))).toEqual([]);
  });

  it('no import points up, types included', () => {
    const up = files.flatMap((file) =>
      imports(file)
        .filter((to) => ORDER.indexOf(folderOf(to)) > ORDER.indexOf(folderOf(file)))
        .map((to) => `${relative(CORE, file)} → ${relative(CORE, to)}`),
    );
    expect(up).toEqual([]);
  });

  it('no file imports itself by way of others', () => {
    const graph = new Map(files.map((file) => [file, imports(file)]));
    const done = new Set<string>();
    const cycles: string[] = [];
    const walk = (file: string, path: readonly string[]): void => {
      if (path.includes(file)) {
        cycles.push([...path.slice(path.indexOf(file)), file].map((f) => relative(CORE, f)).join(' → '));
        return;
      }
      if (done.has(file)) return;
      for (const to of graph.get(file) ?? []) walk(to, [...path, file]);
      done.add(file);
    };
    for (const file of files) walk(file, []);
    expect(cycles).toEqual([]);
  });

  it('there is one barrel', () => {
    const barrels = files.filter((file) => /^export (?:type )?\* from/m.test(readFileSync(file, 'utf8')));
    expect(barrels.map((file) => relative(CORE, file))).toEqual([]);
  });

  it('no sentence is made: no text with words in it but errors for programmers', () => {
    const said = files.flatMap((file) =>
      [
        ...readFileSync(file, 'utf8')
          .replace(/\/\*\*[\s\S]*?\*\/|\/\/.*$/gm, '')
          .matchAll(/['`]([^'`\n]*)['`]/g),
      ]
        .filter(([all, text = '']) => {
          const words = text
            .replace(/\$\{[^}]*\}/g, '')
            .trim()
            .split(/\s+/);
          const line =
            readFileSync(file, 'utf8')
              .split('\n')
              .find((one) => one.includes(all)) ?? '';
          const error = /Error\(|requireNumber\(|byId\(|byRole\(|throw/.test(line);
          return words.length >= 3 && /^[\p{L}“][\p{L}’,.:; “”-]+$/u.test(words.join(' ')) && !error;
        })
        .map(([all]) => `${relative(CORE, file)}: ${all}`),
    );
    expect(said).toEqual([]);
  });
});
