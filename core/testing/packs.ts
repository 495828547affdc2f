import type { Trim } from '../src/packs/breed.ts';
import { readdirSync, readFileSync } from 'node:fs';
import { placesIn } from '../src/case/inPlaces.ts';
import type {
  BreedFile,
  BreedPack,
  Case,
  Derived,
  PartOfCase,
  Choices,
  DrawerTool,
  Mat,
  Override,
  Packs,
  Plan,
  SeenSign,
  VisitFacts,
} from '../src/index.ts';
import {
  AS_DRAWN,
  completed,
  PACK_NAMES,
  planGroom,
  resolveBreed,
  resolveCase,
  withChoices,
  withFacts,
  restriction,
} from '../src/index.ts';

/** The real packs, read from disk: what the tests of core compute with. */
const folder = new URL('../../packs/', import.meta.url);
const read = (file: string): object => JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as object;

export const packs = {
  version: 'test',
  ...Object.fromEntries(PACK_NAMES.map((name) => [name, completed(read(`${name}.json`))])),
} as unknown as Packs;

export const breedFiles = readdirSync(new URL('breeds/', folder))
  .filter((file) => file.endsWith('.json'))
  .map((file) => read(`breeds/${file}`) as BreedFile);

export const breeds: readonly BreedPack[] = breedFiles.map((file) => resolveBreed(file, packs));

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
    hand: null,
    measures: [],
    ...extra,
  };
}

/** One of every kind. */
export const fullDrawer: readonly DrawerTool[] = packs.tools.kinds.map((kind) => tool(kind.id));

/** Hair enough everywhere. */
export const hairEverywhere = (mm: number, in_: Packs = packs): Readonly<Record<string, number>> =>
  Object.fromEntries(
    in_.zones.zones.flatMap(({ id, paired }) =>
      paired ? [`${id}.left`, `${id}.right`].map((zone) => [zone, mm]) : [[id, mm]],
    ),
  );

export const sign = (id: string, zone: string | null = null, extra: Partial<SeenSign> = {}): SeenSign => ({
  sign: id,
  zone,
  level: null,
  sizeMm: null,
  note: '',
  ...extra,
});

type Dog = VisitFacts['dog'];
export type Extra = Partial<Omit<VisitFacts, 'dog' | 'temper' | 'schools'>> &
  Partial<Choices> &
  Partial<Pick<Dog, 'coatType' | 'dense' | 'findings' | 'signs' | 'measurements'>> & {
    readonly modifiers?: Dog['coatModifiers'];
    readonly temper?: Partial<VisitFacts['temper']>;
    /** The salon's answers; `schools` are the dog's own. */
    readonly salon?: VisitFacts['schools'];
    /** Restrictions by id and place, whatever sign would bring them. */
    readonly restricted?: readonly (readonly [id: string, zone: string | null])[];
  };

/** A case of a breed's first trim with a full drawer and no special circumstances. */
export function caseFor(
  breedId: string,
  extra: Extra = {},
  pack: BreedPack = breed(breedId),
  in_: Packs = packs,
): Case {
  const { temper, salon, restricted = [], modifiers = [], ...rest } = extra;
  const { coatType = pack.coat, dense = false, findings = [], signs = [], measurements = {}, ...own } = rest;
  const facts: VisitFacts = {
    ageMonths: 60,
    firstVisit: false,
    mats: [],
    hairMm: {},
    measuredHair: [],
    lastCut: null,
    drawer: fullDrawer,
    hand: null,
    matPolicy: { limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 60 },
    shave: null,
    ...own,
    schools: salon ?? {},
    temper: { handling: 'easy', standingMinutes: null, ...temper },
    dog: { coatType, coatModifiers: modifiers, dense, findings, signs, measurements },
  };
  const choices: Choices = {
    trimId: pack.trims[0]?.id ?? '',
    purpose: 'pet',
    wish: { ...AS_DRAWN, weeksBetween: 6 },
    schools: {},
    sides: {},
    overrides: [],
    scope: [],
    ...Object.fromEntries(Object.entries(own).filter(([key]) => CHOICE_KEYS.includes(key))),
  };
  const visit = resolvedLike(in_, pack, facts, choices);
  const seen = restricted.flatMap(([id, zone]) =>
    placesOfCase(visit, zone).map((at) => restriction(in_, id, at)),
  );
  return seen.length === 0
    ? visit
    : derivedAs(visit, { restrictions: [...visit.derived.restrictions, ...seen] });
}

/** A case of each breed that tests vary: bones that come out the same are not drawn again for every one of them. */
const bases = new WeakMap<BreedPack, Case>();

/** `resolveCase`, from the case of this breed that was made last. */
function resolvedLike(in_: Packs, pack: BreedPack, facts: VisitFacts, choices: Choices): Case {
  const base = in_ === packs ? bases.get(pack) : undefined;
  const visit = base ? withFacts(withChoices(base, choices), facts) : resolveCase(in_, pack, facts, choices);
  if (in_ === packs && !base) bases.set(pack, visit);
  return visit;
}

/** A case of which something else follows than does: for what a test wants by itself. */
export const derivedAs = (visit: Case, other: Partial<Derived>): Case => ({
  ...visit,
  derived: { ...visit.derived, ...other },
});

/** One trim of a breed. */
export function trimOf(breedId: string, trimId: string): Trim {
  const trim = breed(breedId).trims.find(({ id }) => id === trimId);
  if (!trim) throw new Error(`no trim ${trimId} of ${breedId}`);
  return trim;
}

/** The places of a case that a place is; its parts where the trim divides it. */
export const placesOfCase = (
  { derived: { trim } }: PartOfCase<'trim'>,
  place: string | null,
): readonly (string | null)[] => (place === null ? [null] : placesIn(packs.zones, trim, place));

const CHOICE_KEYS = ['trimId', 'purpose', 'wish', 'schools', 'sides', 'overrides', 'scope'];

/** The plan of such a case. */
export const planFor = (breedId: string, extra: Extra = {}): Plan => planGroom(caseFor(breedId, extra));

/** One zone of a plan. */
export function zoneOf(plan: Plan, id: string): Plan['zones'][number] {
  const zone = plan.zones.find((one) => one.zone === id);
  if (!zone) throw new Error(`no zone ${id} in the plan`);
  return zone;
}

/** A felted mat a millimetre from the skin, unless it is said to be another. */
export const mat = (zone: string, extra: Partial<Mat> = {}): Mat => ({
  id: 'm1',
  zone,
  lengthCm: 4,
  widthCm: 3,
  tightness: 4,
  toSkinMm: 1,
  burr: false,
  sores: false,
  ...extra,
});

/** An override of one zone that says nothing but what is given. */
export const override = (zone: string, extra: Partial<Override> = {}): Override => ({
  zone,
  targetMm: null,
  toolId: null,
  direction: null,
  reason: '',
  acknowledged: false,
  ...extra,
});
