import type { SeenFinding } from '../body/body.ts';
import type { Measurements } from '../body/measures.ts';
import type { Hands, LastCut, Mat, SeenSign, Temper } from '../hands/hands.ts';
import type { MatPolicy } from '../packs/mats.ts';
import type { Schools } from '../packs/schools.ts';
import type { Hand } from '../terms/tool.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import type { Choices } from './choices.ts';

/** A shave-down that an owner has signed for: what was chosen, and what that plan leaves. */
export interface SignedShave {
  readonly choices: Pick<Choices, 'trimId' | 'purpose' | 'wish'>;
  readonly leftMm: Readonly<Record<string, number>>;
}

/** What is known of a dog on the day, as it is stored. */
export interface VisitFacts {
  readonly dog: {
    readonly coatType: string;
    readonly coatModifiers: readonly string[];
    readonly dense: boolean;
    readonly findings: readonly SeenFinding[];
    readonly signs: readonly SeenSign[];
    readonly measurements: Measurements;
  };
  readonly ageMonths: number;
  /** No visit of this dog has been finished here. */
  readonly firstVisit: boolean;
  readonly mats: readonly Mat[];
  readonly temper: Temper;
  /** Stretched hair there now by zone id, mm; zones without an entry are not known. */
  readonly hairMm: Readonly<Record<string, number>>;
  /** The zones whose hair was measured today; the others are grown from the last record. */
  readonly measuredHair: readonly string[];
  /** A cut elsewhere: what has grown since is what is there, in places that nobody measured and no record tells. */
  readonly lastCut: LastCut | null;
  readonly drawer: readonly DrawerTool[];
  /** The hand the groomer cuts with; null where nobody said. */
  readonly hand: Hand | null;
  /** The salon's answers and its policy for mats. */
  readonly schools: Schools;
  readonly matPolicy: Omit<MatPolicy, 'school'>;
  /** The signed shave-down of this visit; `being-signed` while its plan is made for the signature. */
  readonly shave: SignedShave | 'being-signed' | null;
}

/** What is known of a visit apart from what the hands find today. */
export interface KnownBefore {
  readonly dog: { readonly signs: readonly SeenSign[] };
  readonly ageMonths: number;
  readonly lastVisit: unknown;
  readonly predictedMm: Readonly<Record<string, number>>;
  readonly drawer: readonly DrawerTool[];
  readonly groomerHand: Hand | null;
  readonly shave: SignedShave | null;
  readonly salon: {
    readonly schools: Schools;
    readonly policy: { readonly mats: Omit<MatPolicy, 'school'> };
  };
}

/**
 * The facts a plan is made from: what the hands found today over what was known. Signs on the dog's card count even
 * where today's sheet does not have them; measured hair takes the place of grown hair.
 */
export function factsWith(known: KnownBefore, hands: Hands): VisitFacts {
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
    firstVisit: known.lastVisit === null,
    mats: hands.mats,
    temper: hands.temper,
    hairMm: { ...known.predictedMm, ...Object.fromEntries(measured) },
    measuredHair: Object.keys(hands.lengths),
    lastCut: hands.lastCut,
    drawer: known.drawer,
    hand: known.groomerHand,
    schools: known.salon.schools,
    matPolicy: known.salon.policy.mats,
    shave: known.shave,
  };
}
