import type { Hands } from '../hands/hands.ts';
import type { SeenSign } from '../hands/hands.ts';
import type { MatPolicy } from '../mats/pack.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import type { PlanFacts } from './input.ts';
import type { Schools } from './schools.ts';

/** What is known of a visit apart from what the hands find today. */
export interface KnownBefore {
  readonly dog: { readonly signs: readonly SeenSign[] };
  readonly ageMonths: number;
  readonly predictedMm: Readonly<Record<string, number>>;
  readonly drawer: readonly DrawerTool[];
  readonly salon: {
    readonly schools: Schools;
    readonly policy: { readonly mats: Omit<MatPolicy, 'school'> };
  };
}

/**
 * The facts a plan is made from: what the hands found today over what was known. Signs on the dog's card count even
 * where today's sheet does not have them; measured hair takes the place of grown hair.
 */
export function factsWith(known: KnownBefore, hands: Hands): PlanFacts {
  const onCard = known.dog.signs.filter(
    (seen) => !hands.signs.some((other) => other.sign === seen.sign && other.zone === seen.zone),
  );
  const measured = Object.entries(hands.lengths).map(([zone, { mm }]) => [zone, mm] as const);
  return {
    dog: {
      coatType: hands.coatType,
      coatModifiers: hands.coatModifiers,
      dense: hands.dense,
      findings: hands.findings,
      signs: [...hands.signs, ...onCard],
      measurements: hands.measurements,
    },
    ageMonths: known.ageMonths,
    mats: hands.mats,
    temper: hands.temper,
    hairMm: { ...known.predictedMm, ...Object.fromEntries(measured) },
    measuredHair: Object.keys(hands.lengths),
    drawer: known.drawer,
    schools: known.salon.schools,
    matPolicy: known.salon.policy.mats,
  };
}
