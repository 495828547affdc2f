import type { SeenFinding } from '../body/body.ts';
import type { Measurements } from '../body/measures.ts';
import { bodySurface } from '../body/surface.ts';
import { templateOf } from '../body/landmarks.ts';
import { weightOf } from '../body/measures.ts';
import type { Coat } from '../coat/hair.ts';
import { coatOf } from '../coat/hair.ts';
import { byId } from '../terms/failure.ts';
import type { Mat, SeenSign } from '../hands/hands.ts';
import type { BreedPack, Trim } from '../packs/breed.ts';
import type { MatPolicy } from '../packs/mats.ts';
import type { Packs } from '../packs/packs.ts';
import type { ShavingPolicy } from '../packs/safety.ts';
import type { Schools } from '../packs/schools.ts';
import type { DogZone } from '../packs/zones.ts';
import { trimZones } from '../packs/zones.ts';
import type { Handling, Purpose } from '../terms/dog.ts';
import type { DrawerTool, ToolOption } from '../tools/drawer.ts';
import { toolOptions } from '../tools/drawer.ts';
import type { Choices, Override, SideAnswer, Wish } from './choices.ts';
import type { SignedShave, VisitFacts } from './facts.ts';
import { inPlaces } from './inPlaces.ts';
import type { SeenRestriction } from './restrictions.ts';
import { restrictionsOf } from './restrictions.ts';
import { answerTo, schoolsOf } from './schools.ts';

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

/** Everything that is true of a visit, worked out once. Plain data; everything downstream reads it and asks nobody else. */
export interface Case {
  readonly packs: Packs;
  readonly breed: BreedPack;
  readonly facts: VisitFacts;
  readonly trim: Trim;
  readonly purpose: Purpose;
  readonly wish: Wish;
  readonly choices: Choices;
  readonly zones: readonly DogZone[];
  readonly coat: Coat;
  /** Everything the drawer can do on this coat. */
  readonly options: readonly ToolOption[];
  readonly drawer: readonly DrawerTool[];
  readonly findings: readonly SeenFinding[];
  readonly measurements: Measurements;
  readonly signs: readonly SeenSign[];
  readonly restrictions: readonly SeenRestriction[];
  readonly schools: Schools;
  readonly shaving: Shaving;
  readonly hairMm: Readonly<Record<string, number>>;
  readonly measuredHair: readonly string[];
  readonly mats: readonly Mat[];
  readonly matPolicy: MatPolicy;
  readonly handling: Handling;
  /** Minutes the dog stands before a break, and whether somebody or a restriction said so; else it is its age. */
  readonly standing: { readonly minutes: number; readonly said: boolean };
  readonly weightKg: number;
  readonly surfaceM2: number;
  /** This dog's head against one of its breed's middle size. */
  readonly headShare: number;
  readonly sides: Readonly<Record<string, SideAnswer>>;
  readonly overrides: readonly Override[];
}

/**
 * The case of one visit, from what is known and what was chosen.
 * @throws MisuseError when facts or choices name something the packs or the breed do not have, or a weight is none.
 */
export function resolveCase(packs: Packs, breed: BreedPack, facts: VisitFacts, choices: Choices): Case {
  const { dog } = facts;
  const coat = coatOf(packs.coats, dog.coatType, dog.coatModifiers, dog.dense);
  const weightKg = weightOf(breed, dog.measurements);
  return {
    packs,
    breed,
    facts,
    coat,
    options: toolOptions(facts.drawer, packs.tools, coat, facts.hand),
    drawer: facts.drawer,
    findings: dog.findings,
    measurements: dog.measurements,
    handling: facts.temper.handling,
    weightKg,
    surfaceM2: bodySurface(weightKg),
    headShare: headShareOf(packs, breed, dog.measurements),
    ...chosen(packs, breed, coat, facts, choices),
  };
}

/** The same dog with other choices: what was found and what the drawer can do stays. @throws MisuseError for a trim the breed lacks. */
export const rechoose = (visit: Case, choices: Choices): Case => ({
  ...visit,
  ...chosen(visit.packs, visit.breed, visit.coat, visit.facts, choices),
});

/** Heads of one breed differ by no more than this, either way (prior). */
const HEADS = [0.6, 1.6] as const;

/** Measured, else with the dog's height; 1 where neither is known. */
function headShareOf(packs: Packs, breed: BreedPack, { headMm, heightMm }: Measurements): number {
  const usualHeightMm = (breed.heightMm[0] + breed.heightMm[1]) / 2;
  const usualHeadMm = templateOf(packs.archetypes, breed.body).proportions.head * usualHeightMm;
  const share = headMm !== undefined ? headMm / usualHeadMm : (heightMm ?? usualHeightMm) / usualHeightMm;
  return Math.min(HEADS[1], Math.max(HEADS[0], share));
}

type Chosen = Omit<
  Case,
  | 'packs'
  | 'breed'
  | 'facts'
  | 'coat'
  | 'options'
  | 'drawer'
  | 'findings'
  | 'measurements'
  | 'handling'
  | 'weightKg'
  | 'surfaceM2'
  | 'headShare'
>;

function chosen(packs: Packs, breed: BreedPack, coat: Coat, facts: VisitFacts, choices: Choices): Chosen {
  const { dog, hairMm, measuredHair, temper, firstVisit } = facts;
  const schools = schoolsOf(packs.schools, facts.schools, choices.schools);
  const clips = answerTo(packs.schools, schools, 'mats') === 'clip';
  const trim = byId('trim', breed.trims, choices.trimId);
  const { sides, overrides } = choices;
  const said = { mats: facts.mats, signs: dog.signs, hairMm, measuredHair, overrides, sides };
  const placed = inPlaces(packs.zones, trim, said);
  const restrictions = restrictionsOf(packs, {
    signs: placed.signs,
    modifiers: coat.changedBy.map(({ id }) => id),
    handling: temper.handling,
    firstVisit,
    mats: placed.mats,
  });
  return {
    trim,
    purpose: choices.purpose,
    wish: choices.wish,
    choices,
    schools,
    shaving: shavingOf(packs, coat, schools, facts, choices),
    matPolicy: { ...facts.matPolicy, school: clips ? 'clip' : 'save' },
    zones: trimZones(packs.zones, trim),
    restrictions,
    standing: standingOf(packs, facts, restrictions),
    ...placed,
  };
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
): Case['standing'] {
  const usual =
    packs.signs.temper.standing.findLast(({ fromMonths }) => ageMonths >= fromMonths)?.minutes ?? 60;
  const limits = restrictions.flatMap(({ effects }) => effects.standingMinutes ?? []);
  const said = temper.standingMinutes !== null || limits.length > 0;
  return { minutes: Math.min(temper.standingMinutes ?? usual, ...limits), said };
}
