import { readdirSync, readFileSync } from 'node:fs';
import type { BreedPack, Packs } from '@kurrel/core';
import { Ajv } from 'ajv';

const FOLDER = new URL('../../../packs/', import.meta.url);
const PACKS = [
  'archetypes',
  'coats',
  'findings',
  'mats',
  'safety',
  'schools',
  'signs',
  'times',
  'tools',
  'views',
  'zones',
] as const;

export interface Library {
  readonly packs: Packs;
  readonly breeds: ReadonlyMap<string, BreedPack>;
}

/** A pack that does not fit its schema: named with the file and the place in it. */
export class PackError extends Error {
  override readonly name = 'PackError';
}

/** Reads every pack and holds it against the JSON Schema beside it. @throws PackError naming file and place. */
export function loadLibrary(folder: URL = FOLDER): Library {
  const ajv = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true });
  const json = (file: string): unknown => JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
  ajv.addSchema(json('source.schema.json') as object);
  const checked = (file: string, schema: string): unknown => {
    const pack = json(file);
    const validate = ajv.getSchema(schema) ?? ajv.compile(json(schema) as object);
    if (!validate(pack)) {
      const found = (validate.errors ?? [])
        .slice(0, 5)
        .map((e) => `${e.instancePath || '/'} ${e.message ?? ''}`);
      throw new PackError(`packs/${file}: ${found.join('; ')}`);
    }
    return pack;
  };
  const { version } = json('package.json') as { version: string };
  const shared = Object.fromEntries(
    PACKS.map((name) => [name, checked(`${name}.json`, `${name}.schema.json`)]),
  );
  const files = readdirSync(new URL('breeds/', folder)).filter((file) => file.endsWith('.json'));
  const breeds = files.map((file) => checked(`breeds/${file}`, 'breed.schema.json') as BreedPack);
  return {
    packs: { version, ...shared } as unknown as Packs,
    breeds: new Map(breeds.map((breed) => [breed.id, breed])),
  };
}
