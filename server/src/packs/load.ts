import { readdirSync, readFileSync } from 'node:fs';
import type { BreedFile, BreedPack, PackProblem, Packs } from '@kurrel/core';
import { checkBreed, checkPacks, completed, PACK_NAMES, resolveBreed, versionOf } from '@kurrel/core';
import { Ajv } from 'ajv';
import type { PackFault } from './sense.ts';
import { senseOfBreed, senseOfPacks } from './sense.ts';

const FOLDER = new URL('../../../packs/', import.meta.url);
export interface Library {
  readonly packs: Packs;
  readonly breeds: ReadonlyMap<string, BreedPack>;
}

/** A pack that does not fit its schema: named with the file and the place in it. */
export class PackError extends Error {
  override readonly name = 'PackError';
}

/**
 * Reads every pack, completes its rows, holds it against the JSON Schema beside it and resolves every name in it.
 * @throws PackError naming file and place, and for a name the nearest there is.
 */
export function loadLibrary(folder: URL = FOLDER): Library {
  const json = (file: string): unknown => readJson(file, folder);
  const ajv = schemasOf(folder, json);
  const checked = (file: string, schema: string): unknown => {
    const pack = completed(json(file) as object);
    const validate = ajv.getSchema(schema) ?? ajv.compile(json(schema) as object);
    if (!validate(pack)) {
      const found = (validate.errors ?? [])
        .slice(0, 5)
        .map((e) => `${e.instancePath || '/'} ${e.message ?? ''}`);
      throw new PackError(`packs/${file}: ${found.join('; ')}`);
    }
    return pack;
  };
  const shared = Object.fromEntries(
    PACK_NAMES.map((name) => [name, checked(`${name}.json`, `${name}.schema.json`)]),
  );
  const version = versionOf(PACK_NAMES.map((name) => json(`${name}.json`)));
  const packs = { version, ...shared } as unknown as Packs;
  refuse('packs', checkPacks(packs));
  refuseSense('packs', senseOfPacks(packs));
  const files = readdirSync(new URL('breeds/', folder)).filter((file) => file.endsWith('.json'));
  const breeds = files.map((file): BreedPack => {
    const breed = checked(`breeds/${file}`, 'breed.schema.json') as BreedFile;
    refuse(`packs/breeds/${file}`, checkBreed(breed, packs));
    const resolved = resolvedIn(file, breed, packs);
    refuseSense(`packs/breeds/${file}`, senseOfBreed(breed, resolved, packs));
    return resolved;
  });
  const twice = breeds.find(({ id }, index) => breeds.findIndex((one) => one.id === id) !== index);
  if (twice) throw new PackError(`packs/breeds: two files have the id "${twice.id}": give one another`);
  return { packs, breeds: new Map(breeds.map((breed) => [breed.id, breed])) };
}

const compiled = new Map<string, Ajv>();

/** The schemas of a folder; the same ones are compiled once. */
function schemasOf(folder: URL, json: (file: string) => unknown): Ajv {
  const files = readdirSync(folder).filter((file) => file.endsWith('.schema.json'));
  const key = files.map((file) => readFileSync(new URL(file, folder), 'utf8')).join('\n');
  let ajv = compiled.get(key);
  if (!ajv) {
    ajv = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true });
    ajv.addSchema(json('shapes.schema.json') as object);
    ajv.addSchema(json('patterns.schema.json') as object);
    compiled.set(key, ajv);
  }
  return ajv;
}

/** @throws PackError for a file that is missing, empty or no JSON, saying what to do. */
function readJson(file: string, folder: URL): unknown {
  let text: string;
  try {
    text = readFileSync(new URL(file, folder), 'utf8');
  } catch {
    throw new PackError(`packs/${file}: it is not there, or not readable: put it back`);
  }
  if (text.startsWith('\uFEFF'))
    throw new PackError(`packs/${file}: it begins with a byte-order mark: save it as plain UTF-8`);
  if (text.trim() === '') throw new PackError(`packs/${file}: it is empty: put its content back`);
  try {
    return JSON.parse(text);
  } catch (cause) {
    throw new PackError(
      `packs/${file}: it is no JSON, mend it: ${cause instanceof Error ? cause.message : ''}`,
      { cause },
    );
  }
}

/** The breed with its patterns laid over each other. @throws PackError naming the file. */
function resolvedIn(file: string, breed: BreedFile, packs: Packs): BreedPack {
  try {
    return resolveBreed(breed, packs);
  } catch (cause) {
    throw new PackError(`packs/breeds/${file}: ${cause instanceof Error ? cause.message : ''}`, { cause });
  }
}

/** @throws PackError naming where something makes no sense, and what to do. */
function refuseSense(where: string, faults: readonly PackFault[]): void {
  if (faults.length === 0) return;
  throw new PackError(
    `${where}: ${faults
      .slice(0, 5)
      .map(({ path, text }) => `${path}: ${text}`)
      .join('; ')}`,
  );
}

/** @throws PackError naming every name that nothing has, and the nearest that there is. */
function refuse(where: string, problems: readonly PackProblem[]): void {
  if (problems.length === 0) return;
  const said = problems
    .slice(0, 5)
    .map(
      ({ path, what, name, nearest }) =>
        `${path}: no ${what} "${name}"${nearest ? `, did you mean "${nearest}"` : ''}`,
    );
  throw new PackError(`${where}: ${said.join('; ')}`);
}
