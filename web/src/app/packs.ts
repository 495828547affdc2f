import type { BreedFile, BreedPack, Packs } from '@kurrel/core';
import { completed, PACK_NAMES, resolveBreed, versionOf } from '@kurrel/core';
import archetypes from '../../../packs/archetypes.json';
import coats from '../../../packs/coats.json';
import findings from '../../../packs/findings.json';
import mats from '../../../packs/mats.json';
import patterns from '../../../packs/patterns.json';
import safety from '../../../packs/safety.json';
import schools from '../../../packs/schools.json';
import signs from '../../../packs/signs.json';
import tasks from '../../../packs/tasks.json';
import times from '../../../packs/times.json';
import tools from '../../../packs/tools.json';
import treatments from '../../../packs/treatments.json';
import views from '../../../packs/views.json';
import wishes from '../../../packs/wishes.json';
import words from '../../../packs/words.json';
import zones from '../../../packs/zones.json';

/** The packs as shipped; the server has held them against their schemas. Loaded with the first screen that draws. */
const written = {
  archetypes,
  coats,
  findings,
  mats,
  patterns,
  safety,
  schools,
  signs,
  tasks,
  times,
  tools,
  treatments,
  views,
  wishes,
  words,
  zones,
};
export const packs = {
  version: versionOf(PACK_NAMES.map((name) => written[name])),
  ...Object.fromEntries(Object.entries(written).map(([name, pack]) => [name, completed(pack)])),
} as unknown as Packs;

const files = import.meta.glob<BreedFile>('../../../packs/breeds/*.json', { import: 'default' });
const loaded = new Map<string, Promise<BreedPack>>();

/** One breed's pack, fetched when first asked for. */
export function loadBreed(id: string): Promise<BreedPack> {
  const known = loaded.get(id);
  if (known) return known;
  const load = files[`../../../packs/breeds/${id}.json`];
  const pack = load
    ? load().then((file) => resolveBreed(file, packs))
    : Promise.reject(new Error(`no breed pack ${id}`));
  loaded.set(id, pack);
  return pack;
}
