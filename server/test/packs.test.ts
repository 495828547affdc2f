import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';
import { loadLibrary } from '../src/packs/load.ts';

describe('packs at the door', () => {
  it('all fit their schemas', () => {
    const { breeds, packs } = loadLibrary();
    expect(breeds.size).toBeGreaterThanOrEqual(12);
    expect(packs.version).toMatch(/^\d+\.\d+\.\d+$/);
  });

  it('a broken one is refused with its file and place', () => {
    const folder = mkdtempSync(join(tmpdir(), 'kurrel-packs-'));
    cpSync(new URL('../../packs/', import.meta.url), folder, { recursive: true });
    const file = join(folder, 'breeds', 'samoyed.json');
    const broken = JSON.parse(readFileSync(file, 'utf8')) as { trims: { areas: { mm: unknown }[] }[] };
    const area = broken.trims[0]?.areas[0];
    if (area) area.mm = 'long';
    writeFileSync(file, JSON.stringify(broken));
    expect(() => loadLibrary(pathToFileURL(`${folder}/`))).toThrow(
      /packs\/breeds\/samoyed\.json: \/trims\/0\/areas\/0\/mm must be number/,
    );
  });
});
