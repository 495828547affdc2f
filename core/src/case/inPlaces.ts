import type { Mat, SeenSign } from '../hands/hands.ts';
import type { ZonePack } from '../packs/zones.ts';
import { kindsIn, trimZones, zoneKind } from '../packs/zones.ts';
import type { Split } from '../packs/zones.ts';
import { sideOf, zoneKindId } from '../terms/zone.ts';
import type { Override, SideAnswer } from './choices.ts';
import type { VisitFacts } from './facts.ts';

interface Divided {
  readonly splits: readonly Split[];
}

/** What is known and chosen by place. */
export interface ByPlace {
  readonly mats: readonly Mat[];
  readonly signs: readonly SeenSign[];
  readonly hairMm: VisitFacts['hairMm'];
  readonly measuredHair: readonly string[];
  readonly overrides: readonly Override[];
  readonly sides: Readonly<Record<string, SideAnswer>>;
}

/**
 * What was said by place, said of the places this trim has: of all of a place that a line divides now, it is said of its parts; of a part of
 * a place that is whole now, it is said of the place. A mat keeps its area; the hair of a whole place is that of its shortest part.
 */
export function inPlaces(
  pack: ZonePack,
  trim: { readonly splits: readonly Split[] },
  said: ByPlace,
): ByPlace {
  const known = knownIn(pack, trim);
  const places = (zone: string) => placesOf(zone, known, trim.splits);
  const named = [
    ...[...said.mats, ...said.signs, ...said.overrides].map(({ zone }) => zone),
    ...[said.hairMm, said.sides].flatMap((one) => Object.keys(one)),
    ...said.measuredHair,
  ];
  if (named.every((zone) => zone === null || known.has(zone))) return said;
  return {
    mats: said.mats.flatMap((mat) => matIn(mat, places(mat.zone), pack)),
    signs: said.signs.flatMap((sign) =>
      sign.zone === null ? [sign] : places(sign.zone).map((zone) => ({ ...sign, zone })),
    ),
    hairMm: hairIn(said.hairMm, places),
    measuredHair: [...new Set(said.measuredHair.flatMap(places))],
    overrides: uniqueByZone(
      said.overrides.flatMap((one) => places(one.zone).map((zone) => ({ ...one, zone }))),
    ),
    sides: Object.fromEntries(
      Object.entries(said.sides).flatMap(([zone, answer]) => places(zone).map((place) => [place, answer])),
    ),
  };
}

/** The places of a trim that a place of any trim is. */
export const placesIn = (pack: ZonePack, trim: Divided, zone: string): readonly string[] =>
  placesOf(zone, knownIn(pack, trim), trim.splits);

const knownIn = (pack: ZonePack, trim: Divided): ReadonlySet<string> =>
  new Set(trimZones(pack, trim).map(({ id }) => id));

/** The places of this trim that a place of any trim is; itself where the packs do not know it, for whoever reads it to say so. */
function placesOf(zone: string, known: ReadonlySet<string>, splits: readonly Split[]): readonly string[] {
  if (known.has(zone)) return [zone];
  const side = sideOf(zone);
  const places = kindsIn(splits, zoneKindId(zone)).map((kind) => (side === null ? kind : `${kind}.${side}`));
  return places.every((place) => known.has(place)) ? places : [zone];
}

function matIn(mat: Mat, places: readonly string[], pack: ZonePack): readonly Mat[] {
  if (places.length < 2) return places.map((zone) => ({ ...mat, zone }));
  const shares = places.map((zone) => zoneKind(pack, zone).share);
  const sum = shares.reduce((a, b) => a + b, 0);
  return places.map((zone, i) => ({
    ...mat,
    id: i === 0 ? mat.id : `${mat.id}-${i + 1}`,
    zone,
    widthCm: (mat.widthCm * (shares[i] ?? 1)) / sum,
  }));
}

function hairIn(
  hairMm: VisitFacts['hairMm'],
  places: (zone: string) => readonly string[],
): VisitFacts['hairMm'] {
  const here = new Map<string, number>();
  for (const [zone, mm] of Object.entries(hairMm)) {
    for (const place of places(zone)) {
      // What was said of the place itself goes before what was said of more, or of less of it.
      const own = hairMm[place];
      here.set(place, own ?? Math.min(mm, here.get(place) ?? Infinity));
    }
  }
  return Object.fromEntries(here);
}

const uniqueByZone = (overrides: readonly Override[]): readonly Override[] => [
  ...new Map(overrides.map((one) => [one.zone, one])).values(),
];
