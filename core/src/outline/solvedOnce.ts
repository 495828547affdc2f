import isEqual from 'fast-deep-equal';
import type { ViewPart } from '../body/view.ts';
import type { PartAnswer, PartSolution } from './partOutline.ts';
import { solvePart } from './partOutline.ts';

interface AnsweredBefore {
  /**
   * What the packs and the bodies say, each the same object. The dog's landmarks are not in it: those that a
   * rule asks for are knots of the part.
   */
  readonly fixed: readonly unknown[];
  /** What is wished of the places it shows. */
  readonly wished: readonly unknown[];
  readonly answer: PartAnswer;
}

/** The hair a part was solved under, and how. */
export interface JustSolved {
  readonly hairs: readonly unknown[];
  readonly solution: PartSolution;
}

/** Answers by part, for as long as whoever plans keeps them. */
export type AnsweredParts = WeakMap<ViewPart, readonly AnsweredBefore[]>;

/** Answers kept of a part: its own side and the other. */
const MAX_KEPT = 2;

/**
 * The answer of `solvePart`, kept while all that goes into it is the same: what another finding does not move
 * is not solved again. `answered` is where they are kept. What was not known comes with how it was solved. `beside`: the other side of the dog,
 * solved just now: where it mostly has the same hair within other bounds, this side starts from there.
 */
export function solvedOnce(
  [visit, body, part, twins, wishes, settled, form]: Parameters<typeof solvePart>,
  beside: JustSolved | null,
  answered: AnsweredParts,
): { readonly answer: PartAnswer; readonly just: JustSolved | null } {
  const { layDeg, curl, shown } = visit.derived.coat;
  // The places that its twins show as well: their contours may cut another sliver of a neighbour.
  const zones = [...new Set([part, ...twins].flatMap((one) => one?.zones ?? []))];
  const fixed = [...twins, visit.breed, visit.choices.purpose, form, layDeg, curl, shown];
  const wished = zones.flatMap((zone) => [wishes.get(zone), settled.has(zone)]);
  const before = answered.get(part) ?? [];
  const same = before.find(
    (one) => one.fixed.every((value, i) => value === fixed[i]) && isEqual(one.wished, wished),
  );
  if (same) return { answer: same.answer, just: null };
  const hairs = zones.map((zone) => wishes.get(zone)?.hair);
  const alike = beside && isEqual(beside.hairs, hairs) ? beside.solution : null;
  const solution = solvePart(visit, body, part, twins, wishes, settled, form, alike);
  const answer = { along: solution.along, kkt: solution.kkt };
  answered.set(part, [{ fixed, wished, answer }, ...before].slice(0, MAX_KEPT));
  return { answer, just: { hairs, solution } };
}
