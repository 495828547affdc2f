import type { BreedPack, Purpose } from '../breeds/pack.ts';
import type { Mat, SeenSign, Temper } from '../hands/hands.ts';
import { restrictionsOf, standingOf } from '../hands/judge.ts';
import type { Handling } from '../hands/pack.ts';
import type { MatPolicy } from '../mats/pack.ts';
import type { Schools } from './schools.ts';
import { schoolsOf } from './schools.ts';
import type { SeenFinding } from '../body/body.ts';
import type { Measurements } from '../body/measures.ts';
import type { Packs } from '../packs.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import type { Direction } from '../tools/pack.ts';

/** What the owner asks for. */
export interface Wish {
  readonly lean: 'shorter' | 'as-drawn' | 'longer';
  /** One length all over, the way owners ask for "short"; null when they do not. */
  readonly allOverMm: number | null;
  readonly weeksBetween: number;
}

export interface SeenRestriction {
  readonly restriction: string;
  /** Where it was seen, for those that belong to a zone. */
  readonly zone: string | null;
}

/** A groomer's own decision for one zone; survives every re-plan. */
export interface Override {
  readonly zone: string;
  readonly targetMm: number | null;
  readonly toolId: string | null;
  readonly direction: Direction | null;
  readonly reason: string;
  /** The groomer has read the warning; without it an unsafe override is not followed. */
  readonly acknowledged: boolean;
}

export interface PlanInput {
  readonly packs: Packs;
  readonly breed: BreedPack;
  readonly trimId: string;
  readonly purpose: Purpose;
  readonly wish: Wish;
  readonly coat: { readonly type: string; readonly modifiers: readonly string[]; readonly dense: boolean };
  readonly findings: readonly SeenFinding[];
  readonly restrictions: readonly SeenRestriction[];
  /** Stretched hair there now by zone id, mm; zones without an entry are not known. */
  readonly hairMm: Readonly<Record<string, number>>;
  /** The zones whose hair was measured today; the others are grown from the last record. */
  readonly measuredHair?: readonly string[];
  readonly drawer: readonly DrawerTool[];
  /** Every school question answered (`schoolsOf`). */
  readonly schools: Schools;
  readonly mats: readonly Mat[];
  readonly matPolicy: Omit<MatPolicy, 'school'>;
  /** What the hands found; its restrictions are already among `restrictions`. */
  readonly signs: readonly SeenSign[];
  readonly temper: {
    readonly handling: Handling;
    readonly standingMinutes: number;
    /** Somebody said so; otherwise it is usual at the dog's age. */
    readonly said: boolean;
  };
  readonly weightKg: number;
  readonly doubleCoatConsent: boolean;
  readonly overrides: readonly Override[];
}

/** What is known of a dog on the day, as it is stored. */
export interface PlanFacts {
  readonly dog: {
    readonly coatType: string;
    readonly coatModifiers: readonly string[];
    readonly dense: boolean;
    readonly findings: readonly SeenFinding[];
    readonly signs: readonly SeenSign[];
    readonly measurements: Measurements;
  };
  readonly ageMonths: number;
  readonly mats: readonly Mat[];
  readonly temper: Temper;
  readonly hairMm: Readonly<Record<string, number>>;
  readonly measuredHair?: readonly string[];
  readonly drawer: readonly DrawerTool[];
  /** The salon's answers and its policy for mats. */
  readonly schools: Schools;
  readonly matPolicy: Omit<MatPolicy, 'school'>;
}

/** What is chosen for a visit; `schools` are this dog's own answers, where they differ from the salon's. */
export type PlanChoices = Pick<
  PlanInput,
  'trimId' | 'purpose' | 'wish' | 'doubleCoatConsent' | 'overrides' | 'schools'
>;

/** Facts and choices put together: the same input, hence the same plan, on the server and in the browser. */
export function planInputOf(
  packs: Packs,
  breed: BreedPack,
  facts: PlanFacts,
  choices: PlanChoices,
): PlanInput {
  const { dog, hairMm, measuredHair = [], drawer, mats, matPolicy, temper, ageMonths } = facts;
  const { trimId, purpose, wish, doubleCoatConsent, overrides } = choices;
  const standing = standingOf(packs.signs, temper, ageMonths);
  return {
    packs,
    breed,
    coat: { type: dog.coatType, modifiers: dog.coatModifiers, dense: dog.dense },
    findings: dog.findings,
    restrictions: restrictionsOf(dog.signs, packs),
    hairMm,
    measuredHair,
    drawer,
    schools: schoolsOf(packs.schools, facts.schools, choices.schools),
    mats,
    matPolicy,
    signs: dog.signs,
    temper: { handling: temper.handling, standingMinutes: standing.minutes, said: standing.said },
    weightKg: weightOf(breed, dog.measurements),
    trimId,
    purpose,
    wish,
    doubleCoatConsent,
    overrides,
  };
}

/** The dog's weight, kg: weighed, else with the cube of its height from the middle of its breed. */
function weightOf(breed: BreedPack, { weightKg, heightMm }: Measurements): number {
  if (weightKg !== undefined) return weightKg;
  const usual = (breed.weightKg[0] + breed.weightKg[1]) / 2;
  if (heightMm === undefined) return usual;
  return usual * (heightMm / ((breed.heightMm[0] + breed.heightMm[1]) / 2)) ** 3;
}
