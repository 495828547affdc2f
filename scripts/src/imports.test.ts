import { readdirSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { describe, expect, it } from 'vitest';
import { PROJECT } from './cluster.ts';

/** Which rooms a room may reach into; everything outside the project is judged by name. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  core: [],
  contract: ['core'],
  words: ['core'],
  server: ['contract', 'words', 'core'],
  web: ['contract', 'words', 'core', 'packs'],
};
/** What the core must never know: interface, network, disk. */
const NEVER_IN_CORE = /^(node:|react|express|drizzle|pg$|fs$|yup|@reduxjs)/;

const IMPORT = /(?:from|import)\s*\(?\s*'([^']+)'/g;

function sources(room: string): string[] {
  const folder = join(PROJECT, room, 'src');
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file))
    .map((file) => join(folder, file));
}

/** The room an import leads to, or the package's name. */
function target(file: string, specifier: string): { room: string } | { package: string } {
  if (specifier.startsWith('.')) {
    return { room: relative(PROJECT, resolve(file, '..', specifier)).split('/')[0] ?? '' };
  }
  const own = /^@kurrel\/([^/]+)/.exec(specifier)?.[1];
  return own ? { room: own } : { package: specifier };
}

describe('imports point one way', () => {
  it.each(Object.entries(MAY_IMPORT))('%s reaches only into what stands below it', (room, allowed) => {
    const files = sources(room);
    expect(files.length).toBeGreaterThan(0);
    for (const file of files) {
      for (const [, specifier = ''] of readFileSync(file, 'utf8').matchAll(IMPORT)) {
        const to = target(file, specifier);
        const where = `${relative(PROJECT, file)} imports ${specifier}`;
        if ('room' in to) expect([room, ...allowed], where).toContain(to.room);
        else if (room === 'core') expect(NEVER_IN_CORE.test(to.package), where).toBe(false);
      }
    }
  });

  it('core knows no breed, tool or coat by name', () => {
    const names = readdirSync(join(PROJECT, 'packs/breeds')).map((file) => file.replace('.json', ''));
    for (const pack of ['tools.json', 'coats.json']) {
      const json = JSON.parse(readFileSync(join(PROJECT, 'packs', pack), 'utf8')) as Record<string, unknown>;
      for (const list of [json.kinds, json.types]) {
        if (Array.isArray(list)) names.push(...(list as { id: string }[]).map((entry) => entry.id));
      }
    }
    // Words of the trade that are also values of a type in core.
    const common = new Set(['smooth', 'double', 'drop']);
    for (const file of sources('core')) {
      const text = readFileSync(file, 'utf8');
      for (const name of names) {
        if (!common.has(name))
          expect(text.includes(`'${name}'`), `${relative(PROJECT, file)} names ${name}`).toBe(false);
      }
    }
  });
});
