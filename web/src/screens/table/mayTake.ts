import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, Direction, Override, Role } from '@kurrel/core';
import { breaches, planGroom, strokesOf, unsafe } from '@kurrel/core';
import { breachSentence, violationSentence } from '@kurrel/words';
import { packs } from '../../app/packs.ts';
import { caseOf } from '../../parts/visitCase.ts';

export interface Wanted {
  readonly zones: readonly string[];
  readonly toolId: string;
  readonly direction: Direction;
}

/**
 * Why a tool may not be taken in these places, or null: gate and referee as the server asks them, here so that it is said
 * without a network and before the tool is in the hand.
 */
export function whyNot(
  breed: BreedPack,
  sheet: VisitSheet,
  choices: Choices,
  { zones, toolId, direction }: Wanted,
  role: Role,
): string | null {
  const others = choices.overrides.filter(({ zone }) => !zones.includes(zone));
  const taken = zones.map((zone): Override => ({
    zone,
    targetMm: null,
    toolId,
    direction,
    reason: 'taken at the table',
    acknowledged: false,
  }));
  const visit = caseOf(breed, sheet, { ...choices, overrides: [...others, ...taken] });
  const violation = unsafe(visit, role).find(({ zone }) => zone === null || zones.includes(zone));
  if (violation) return violationSentence(violation, packs.zones);
  const [breach] = breaches(
    visit.facts,
    packs,
    strokesOf(planGroom(visit), visit.choices, visit.derived.trim),
    role,
  );
  return breach ? breachSentence(breach, packs.zones) : null;
}
