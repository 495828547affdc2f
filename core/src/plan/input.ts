import type { BreedPack, Purpose } from '../breeds/pack.ts';
import type { SeenFinding } from '../body/body.ts';
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

export interface Schools {
  /** A salon's answer to a shaved double coat: decline, or the longest workable length with written consent. */
  readonly doubleCoat: 'decline' | 'consent';
  /** Clipped faces against the lay (closer) or with it (kinder). */
  readonly face: 'against' | 'with';
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
  readonly schools: Schools;
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
    readonly restrictions: readonly SeenRestriction[];
  };
  readonly hairMm: Readonly<Record<string, number>>;
  readonly measuredHair?: readonly string[];
  readonly drawer: readonly DrawerTool[];
  readonly schools: Schools;
}

export type PlanChoices = Pick<PlanInput, 'trimId' | 'purpose' | 'wish' | 'doubleCoatConsent' | 'overrides'>;

/** Facts and choices put together: the same input, hence the same plan, on the server and in the browser. */
export function planInputOf(
  packs: Packs,
  breed: BreedPack,
  facts: PlanFacts,
  choices: PlanChoices,
): PlanInput {
  const { dog, hairMm, measuredHair = [], drawer, schools } = facts;
  const { trimId, purpose, wish, doubleCoatConsent, overrides } = choices;
  return {
    packs,
    breed,
    coat: { type: dog.coatType, modifiers: dog.coatModifiers, dense: dog.dense },
    findings: dog.findings,
    restrictions: dog.restrictions,
    hairMm,
    measuredHair,
    drawer,
    schools,
    trimId,
    purpose,
    wish,
    doubleCoatConsent,
    overrides,
  };
}
