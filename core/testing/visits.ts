import fc from 'fast-check';
import type { DrawerTool, Override, PlaceWish, Tightness } from '../src/index.ts';
import { dogZones, HANDLING } from '../src/index.ts';
import { evenly } from './evenly.ts';
import type { Extra } from './packs.ts';
import { breeds, fullDrawer, mat, override, packs, sign } from './packs.ts';

/** A visit with any breed, trim, findings, mats, wish, drawer and overrides. */
export interface RandomVisit {
  readonly breed: string;
  readonly extra: Extra;
}

const zoneIds = dogZones(packs.zones).map(({ id }) => id);
const zone = fc.constantFrom(...zoneIds);

/** Signs in places where they belong. */
const signs = fc.array(
  fc.constantFrom(...packs.signs.signs).chain((kind) => {
    const places =
      kind.scope === 'dog'
        ? [null]
        : zoneIds.filter((id) => kind.at.length === 0 || kind.at.includes(id.replace(/\.\w+$/, '')));
    return fc.record({
      kind: fc.constant(kind),
      zone: fc.constantFrom(...places),
      level: fc.constantFrom('mild' as const, 'marked' as const),
      sizeMm: fc.constantFrom(null, 5, 30),
    });
  }),
  { maxLength: 3 },
);

const mats = fc.array(
  fc.record({
    zone,
    lengthCm: fc.integer({ min: 1, max: 8 }),
    widthCm: fc.integer({ min: 1, max: 6 }),
    tightness: fc.constantFrom<Tightness>(1, 2, 3, 4),
    toSkinMm: fc.constantFrom(0, 0.4, 1, 2, 4, 8),
    sores: fc.constantFrom(false, false, false, true),
    burr: fc.boolean(),
  }),
  { maxLength: 2 },
);

/** Overrides of every kind: a length, a tool with a direction, one without, a direction alone. */
const overrides = fc.array(
  fc.record({
    zone,
    toolId: fc.constantFrom(null, ...fullDrawer.map(({ id }) => id)),
    direction: fc.constantFrom(null, null, 'with' as const, 'against' as const, 'across' as const),
    targetMm: fc.oneof(fc.constant(null), evenly(0.2, 60)),
    acknowledged: fc.boolean(),
  }),
  { maxLength: 3 },
);

/** Drawers: one of every kind, one where some kinds are missing, one that is half dull. */
const drawer: fc.Arbitrary<readonly DrawerTool[]> = fc.oneof(
  { weight: 3, arbitrary: fc.constant(fullDrawer) },
  fc
    .array(fc.boolean(), { minLength: fullDrawer.length, maxLength: fullDrawer.length })
    .map((there) => fullDrawer.filter((_, i) => there[i])),
  fc
    .array(fc.boolean(), { minLength: fullDrawer.length, maxLength: fullDrawer.length })
    .map((dull) => fullDrawer.map((tool, i) => ({ ...tool, dull: dull[i] === true }))),
);

const distinct = (list: readonly Override[]) => [...new Map(list.map((one) => [one.zone, one])).values()];

/** What is asked by place, and how much of a groom: mostly nothing, and all of it. */
const places: fc.Arbitrary<readonly PlaceWish[]> = fc.oneof(
  { weight: 2, arbitrary: fc.constant([]) },
  fc.uniqueArray(
    fc
      .tuple(
        fc.constantFrom(...packs.wishes.places),
        fc.constantFrom(...packs.wishes.asks.map(({ id }) => id), 'length' as const),
        fc.constantFrom(1, 6, 13, 40),
      )
      .map(([{ id }, ask, mm]) => ({ place: id, ask, mm: ask === 'length' ? mm : null })),
    { selector: ({ place }) => place, maxLength: 4 },
  ),
);
const scope: fc.Arbitrary<readonly string[]> = fc.oneof(
  { weight: 3, arbitrary: fc.constant([]) },
  fc.subarray(packs.wishes.jobs.map(({ id }) => id)),
);

/** A whole visit, drawn over all breeds, trims and purposes. */
export const anyVisit: fc.Arbitrary<RandomVisit> = fc.constantFrom(...breeds).chain((breed) =>
  fc.constantFrom(...breed.trims).chain((trim) =>
    fc
      .record({
        purpose: fc.constantFrom(...trim.purposes),
        signs,
        mats,
        overrides,
        drawer,
        ageMonths: fc.constantFrom(5, 60, 150),
        firstVisit: fc.boolean(),
        handling: fc.constantFrom(...HANDLING),
        hairMm: fc.constantFrom(2, 12, 45, 90, 200),
        lean: fc.constantFrom('as-drawn' as const, 'shorter' as const, 'longer' as const),
        allOverMm: fc.constantFrom(null, null, 0.5, 3, 13, 30),
        vetAsks: fc.constantFrom(false, false, true),
        places,
        scope,
        modifiers: fc.array(fc.constantFrom(...packs.coats.modifiers.map(({ id }) => id)), { maxLength: 1 }),
        dense: fc.boolean(),
        schools: fc.dictionary(
          fc.constantFrom(...packs.schools.schools.map(({ id }) => id)),
          fc.integer({ min: 0, max: 1 }),
          { maxKeys: 3 },
        ),
        bladeFloorMm: fc.constantFrom(0.5, 1.5),
        side: fc.constantFrom('match' as const, 'leave' as const, null),
      })
      .map((drawn) => ({
        breed: breed.id,
        extra: {
          trimId: trim.id,
          purpose: drawn.purpose,
          signs: drawn.signs.map(({ kind, zone: at, level, sizeMm }) =>
            sign(kind.id, at, { level: kind.levels ? level : null, sizeMm: kind.sized ? sizeMm : null }),
          ),
          mats: drawn.mats.map((one, i) => mat(one.zone, { ...one, id: `m${i + 1}` })),
          overrides: distinct(drawn.overrides.map((one) => override(one.zone, one))),
          sides: Object.fromEntries(
            drawn.mats.flatMap(({ zone: at }) => (drawn.side ? [[at, drawn.side]] : [])),
          ),
          drawer: drawn.drawer,
          ageMonths: drawn.ageMonths,
          firstVisit: drawn.firstVisit,
          temper: { handling: drawn.handling },
          hairMm: Object.fromEntries(zoneIds.map((id) => [id, drawn.hairMm])),
          wish: {
            lean: drawn.lean,
            allOverMm: drawn.allOverMm,
            weeksBetween: 8,
            places: drawn.places,
            vetAsks: drawn.vetAsks,
          },
          scope: drawn.scope,
          modifiers: drawn.modifiers,
          dense: drawn.dense,
          salon: Object.fromEntries(
            packs.schools.schools.flatMap(({ id, answers }) => {
              const answer = answers[drawn.schools[id] ?? -1];
              return answer ? [[id, answer.id]] : [];
            }),
          ),
          matPolicy: { limitMinutes: 20, bladeFloorMm: drawn.bladeFloorMm, feePerHour: 60 },
        },
      })),
  ),
);
