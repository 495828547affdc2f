import { readdirSync, readFileSync } from 'node:fs';
import type { BreedPack, DrawerTool, Packs, PlanInput } from '../src/index.ts';
import { schoolsOf } from '../src/index.ts';

/** The real packs, read from disk: what the tests of core compute with. */
const folder = new URL('../../packs/', import.meta.url);
const read = (file: string): unknown => JSON.parse(readFileSync(new URL(file, folder), 'utf8'));

export const packs = {
  version: 'test',
  archetypes: read('archetypes.json'),
  coats: read('coats.json'),
  findings: read('findings.json'),
  mats: read('mats.json'),
  safety: read('safety.json'),
  schools: read('schools.json'),
  signs: read('signs.json'),
  times: read('times.json'),
  tools: read('tools.json'),
  views: read('views.json'),
  zones: read('zones.json'),
} as Packs;

export const breeds = readdirSync(new URL('breeds/', folder))
  .filter((file) => file.endsWith('.json') && !file.endsWith('.schema.json'))
  .map((file) => read(`breeds/${file}`) as BreedPack);

export function breed(id: string): BreedPack {
  const found = breeds.find((pack) => pack.id === id);
  if (!found) throw new Error(`no breed pack ${id}`);
  return found;
}

/** A drawer tool under its kind's own name, sharp and at hand. */
export function tool(kindId: string, extra: Partial<DrawerTool> = {}): DrawerTool {
  return {
    id: kindId,
    kindId,
    label: kindId,
    lengthMm: null,
    dull: false,
    atHand: true,
    measures: [],
    ...extra,
  };
}

/** One of every kind. */
export const fullDrawer: readonly DrawerTool[] = packs.tools.kinds.map((kind) => tool(kind.id));

/** A plan input for a breed's first trim with a full drawer and no special circumstances. */
export function inputFor(breedId: string, extra: Partial<PlanInput> = {}): PlanInput {
  const pack = breed(breedId);
  return {
    packs,
    breed: pack,
    trimId: pack.trims[0]?.id ?? '',
    purpose: 'pet',
    wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 6 },
    coat: { type: pack.coat, modifiers: [], dense: false },
    findings: [],
    restrictions: [],
    hairMm: {},
    drawer: fullDrawer,
    schools: schoolsOf(packs.schools, {}),
    mats: [],
    matPolicy: { limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 60 },
    signs: [],
    temper: { handling: 'easy', standingMinutes: 60, said: false },
    weightKg: (pack.weightKg[0] + pack.weightKg[1]) / 2,
    doubleCoatConsent: false,
    overrides: [],
    ...extra,
  };
}
