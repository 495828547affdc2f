import isEqual from 'fast-deep-equal';
import { templateOf } from '../body/landmarks.ts';
import type { Measurements } from '../body/measures.ts';
import { weightOf } from '../body/measures.ts';
import { bodySurface } from '../body/surface.ts';
import type { Coat } from '../coat/hair.ts';
import { coatAt, coatOf, grownHair, growthIn } from '../coat/hair.ts';
import type { BreedPack, Trim } from '../packs/breed.ts';
import type { MatPolicy } from '../packs/mats.ts';
import type { Packs } from '../packs/packs.ts';
import type { ShavingPolicy } from '../packs/safety.ts';
import type { Schools } from '../packs/schools.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Mat } from '../hands/hands.ts';
import { trimZones } from '../packs/zones.ts';
import { byId } from '../terms/failure.ts';
import type { Look } from '../terms/zone.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { toolOptions } from '../tools/drawer.ts';
import type { Bodies, WholeBodies } from './bodies.ts';
import { dividedBodies, wholeBodies } from './bodies.ts';
import type { Choices } from './choices.ts';
import type { SignedShave, VisitFacts } from './facts.ts';
import type { ByPlace } from './inPlaces.ts';
import { inPlaces } from './inPlaces.ts';
import type { SeenRestriction } from './restrictions.ts';
import { restrictionsOf } from './restrictions.ts';
import { answerTo, schoolsOf } from './schools.ts';
import type { Scope } from './scope.ts';
import { isAskedFor, scopeOf } from './scope.ts';

/** Whether this coat may be clipped short all over, and what stands behind the answer. */
export interface Shaving {
  readonly answer: 'free' | 'explained' | 'declined' | 'consented';
  /** The salon never does it: no signature changes the answer. */
  readonly never: boolean;
  /** Null where the coat is clipped as a matter of course. */
  readonly policy: ShavingPolicy | null;
  /** What the owner signed for, by zone, mm. */
  readonly signedMm: SignedShave['leftMm'] | null;
}

/**
 * A visit: what is given, kept as given, and what follows from it, worked out once. Plain data; everything downstream reads it and asks
 * nobody else. `withChoices` and `withFacts` are the ways to vary it.
 */
export interface Case {
  readonly packs: Packs;
  readonly breed: BreedPack;
  readonly facts: VisitFacts;
  readonly choices: Choices;
  readonly derived: Derived;
}

/** What follows from packs, breed, facts and choices. Signs, mats, hair, overrides and sides are said in the places of this trim. */
export interface Derived extends ByPlace {
  readonly trim: Trim;
  readonly zones: readonly DogZone[];
  readonly coat: Coat;
  /** Everything the drawer can do on this coat. */
  readonly options: readonly ToolOption[];
  readonly restrictions: readonly SeenRestriction[];
  readonly schools: Schools;
  /** What of a groom is asked for. */
  readonly scope: Scope;
  /** Zones with mats that stay, since nobody asks for what they are part of. */
  readonly matsLeft: readonly string[];
  readonly shaving: Shaving;
  readonly matPolicy: MatPolicy;
  /** Minutes the dog stands before a break, and whether somebody or a restriction said so; else it is its age. */
  readonly standing: { readonly minutes: number; readonly said: boolean };
  readonly weightKg: number;
  readonly surfaceM2: number;
  /** The same as work: a small dog is finer work. */
  readonly workM2: number;
  /** This dog's head against one of its breed's middle size. */
  readonly headShare: number;
  /** The dog under its coat, its places divided by the lines of the trim. */
  readonly bodies: Bodies;
  /** The same before lines divide any. */
  readonly undivided: WholeBodies;
}

/** All that a function reads of a case that needs little of it. */
export type PartOfCase<K extends keyof Derived> = Pick<Case, 'packs'> & {
  readonly derived: Pick<Derived, K>;
};

/**
 * The case of one visit, from what is known and what was chosen.
 * @throws MisuseError when facts or choices name something the packs or the breed do not have, or a measurement is none.
 */
export const resolveCase = (packs: Packs, breed: BreedPack, facts: VisitFacts, choices: Choices): Case =>
  resolved(packs, breed, facts, choices, null);

/** The same dog with other choices. @throws MisuseError as `resolveCase`. */
export const withChoices = (visit: Case, choices: Choices): Case =>
  resolved(visit.packs, visit.breed, visit.facts, choices, visit);

/** The same visit had other things been found. @throws MisuseError as `resolveCase`. */
export const withFacts = (visit: Case, facts: VisitFacts): Case =>
  resolved(visit.packs, visit.breed, facts, visit.choices, visit);

/** `like`: another case of these packs and this breed; what would come out the same is taken over from it. */
function resolved(
  packs: Packs,
  breed: BreedPack,
  facts: VisitFacts,
  choices: Choices,
  like: Case | null,
): Case {
  const { dog } = facts;
  const trim = byId('trim', breed.trims, choices.trimId);
  const ofFacts = like?.facts === facts ? like.derived : factsAlone(packs, breed, facts, like);
  const { coat, options, weightKg, surfaceM2, workM2, headShare, undivided } = ofFacts;
  const sameTrim = like?.derived.undivided === undivided && like.derived.trim === trim;
  const schools = schoolsOf(packs.schools, facts.schools, choices.schools);
  const clips = answerTo(packs.schools, schools, 'mats') === 'clip';
  const placed = inPlaces(packs.zones, trim, {
    mats: facts.mats,
    signs: dog.signs,
    hairMm: facts.hairMm,
    measuredHair: facts.measuredHair,
    overrides: choices.overrides,
    sides: choices.sides,
  });
  const scope = scopeOf(packs, choices.scope);
  const isDealtWith = ({ zone }: Mat) => scope.washes || isAskedFor(scope, placed.overrides, zone);
  const zones = sameTrim ? like.derived.zones : trimZones(packs.zones, trim);
  const restrictions = restrictionsOf(packs, {
    signs: placed.signs,
    modifiers: coat.changedBy.map(({ id }) => id),
    handling: facts.temper.handling,
    firstVisit: facts.firstVisit,
    mats: placed.mats,
  });
  return {
    packs,
    breed,
    facts,
    choices,
    derived: {
      ...placed,
      mats: placed.mats.every(isDealtWith) ? placed.mats : placed.mats.filter(isDealtWith),
      matsLeft: [...new Set(placed.mats.filter((mat) => !isDealtWith(mat)).map(({ zone }) => zone))],
      hairMm: { ...grownSinceCut(zones, coat, facts), ...placed.hairMm },
      trim,
      zones,
      coat,
      options,
      restrictions,
      schools,
      scope,
      shaving: shavingOf(packs, coat, schools, facts, choices),
      matPolicy: { ...facts.matPolicy, school: clips ? 'clip' : 'save' },
      standing: standingOf(packs, facts, restrictions),
      weightKg,
      surfaceM2,
      workM2,
      headShare,
      bodies: sameTrim ? like.derived.bodies : dividedBodies(packs, undivided, trim),
      undivided,
    },
  };
}

/** What no choice changes. */
function factsAlone(
  packs: Packs,
  breed: BreedPack,
  { dog, drawer, hand }: VisitFacts,
  like: Case | null,
): Pick<Derived, 'coat' | 'options' | 'weightKg' | 'surfaceM2' | 'workM2' | 'headShare' | 'undivided'> {
  const coat = coatOf(packs.coats, dog.coatType, dog.coatModifiers, dog.dense);
  const sameTools =
    like?.facts.drawer === drawer && like.facts.hand === hand && isEqual(like.derived.coat, coat);
  const weightKg = weightOf(breed, dog.measurements);
  const surfaceM2 = bodySurface(weightKg);
  const { middleM2, power } = packs.times.finer;
  return {
    coat,
    options: sameTools ? like.derived.options : toolOptions(drawer, packs.tools, coat, hand),
    weightKg,
    surfaceM2,
    workM2: middleM2 * (surfaceM2 / middleM2) ** power,
    headShare: headShareOf(packs, breed, dog.measurements),
    undivided: wholeBodies(packs, breed, dog, like?.derived.undivided ?? null),
  };
}

/** What "cut short" means to an owner: not head, ears and tail (prior). */
const CUT_SHORT: readonly (Look | null)[] = ['body', 'legs', 'underline'];

const DAYS_PER_WEEK = 7;

/** The hair that has grown since a cut elsewhere, and no more than such a dog has. */
function grownSinceCut(
  zones: readonly DogZone[],
  coat: Coat,
  { lastCut, ageMonths }: VisitFacts,
): Derived['hairMm'] {
  if (lastCut === null) return {};
  const cut = zones.filter(({ kind }) => CUT_SHORT.includes(kind.look));
  return Object.fromEntries(
    cut.map(({ id, kind }) => {
      const sinceMm = coatAt(growthIn(coat, kind), lastCut.mm, lastCut.weeks * DAYS_PER_WEEK);
      return [id, Math.min(sinceMm, grownHair(coat, kind, ageMonths))];
    }),
  );
}

/** Heads of one breed differ by no more than this, either way (prior). */
const HEADS = [0.6, 1.6] as const;

/** Measured, else with the dog's height; 1 where neither is known. */
function headShareOf(packs: Packs, breed: BreedPack, { headMm, heightMm }: Measurements): number {
  const usualHeightMm = (breed.heightMm[0] + breed.heightMm[1]) / 2;
  const usualHeadMm = templateOf(packs.archetypes, breed.body).proportions.head * usualHeightMm;
  const share = headMm !== undefined ? headMm / usualHeadMm : (heightMm ?? usualHeightMm) / usualHeightMm;
  return Math.min(HEADS[1], Math.max(HEADS[0], share));
}

/** The salon's answer, and a signature under this very plan's choices; without both nothing is shaved that should not be. */
function shavingOf(
  packs: Packs,
  coat: Coat,
  schools: Schools,
  { shave }: VisitFacts,
  choices: Choices,
): Shaving {
  const policy = packs.safety.shaving.find(({ clipping }) => clipping.includes(coat.clipping)) ?? null;
  const never = answerTo(packs.schools, schools, 'shaving') === 'decline';
  if (policy === null) return { answer: 'free', never, policy, signedMm: null };
  if (policy.answer === 'explain') return { answer: 'explained', never, policy, signedMm: null };
  const asked = choices.wish.allOverMm !== null;
  if (never || !asked || shave === null) return { answer: 'declined', never, policy, signedMm: null };
  if (shave === 'being-signed') return { answer: 'consented', never, policy, signedMm: null };
  const { trimId, purpose, wish } = shave.choices;
  const same =
    trimId === choices.trimId &&
    purpose === choices.purpose &&
    wish.allOverMm === choices.wish.allOverMm &&
    wish.lean === choices.wish.lean;
  return same
    ? { answer: 'consented', never, policy, signedMm: shave.leftMm }
    : { answer: 'declined', never, policy, signedMm: null };
}

/** Minutes a dog stands: what was said, else what is usual at its age; and no longer than any restriction allows. */
export function standingOf(
  packs: Packs,
  { temper, ageMonths }: Pick<VisitFacts, 'temper' | 'ageMonths'>,
  restrictions: readonly SeenRestriction[] = [],
): Derived['standing'] {
  const usual =
    packs.signs.temper.standing.findLast(({ fromMonths }) => ageMonths >= fromMonths)?.minutes ?? 60;
  const limits = restrictions.flatMap(({ effects }) => effects.standingMinutes ?? []);
  const said = temper.standingMinutes !== null || limits.length > 0;
  return { minutes: Math.min(temper.standingMinutes ?? usual, ...limits), said };
}
