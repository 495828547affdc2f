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

const answeredBefore = new WeakMap<ViewPart, readonly AnsweredBefore[]>();
/** Of a part: its own side and the other. */
const KEPT = 2;

/**
 * The answer of `solvePart`, kept while all that goes into it is the same: what another finding does not move
 * is not solved again. What was not known comes with how it was solved. `beside`: the other side of the dog,
 * solved just now: where it mostly has the same hair within other bounds, this side starts from there.
 */
export function solvedOnce(
  [visit, body, part, twins, wishes, settled, form]: Parameters<typeof solvePart>,
  beside: JustSolved | null,
): { readonly answer: PartAnswer; readonly just: JustSolved | null } {
  const { layDeg, curl, shown } = visit.coat;
  // The places that its twins show as well: their contours may cut another sliver of a neighbour.
  const zones = [...new Set([part, ...twins].flatMap((one) => one?.zones ?? []))];
  const fixed = [...twins, visit.breed, visit.purpose, form, layDeg, curl, shown];
  const wished = zones.flatMap((zone) => [wishes.get(zone), settled.has(zone)]);
  const before = answeredBefore.get(part) ?? [];
  const same = before.find(
    (one) => one.fixed.every((value, i) => value === fixed[i]) && isEqual(one.wished, wished),
  );
  if (same) return { answer: same.answer, just: null };
  const hairs = zones.map((zone) => wishes.get(zone)?.hair);
  const alike = beside && isEqual(beside.hairs, hairs) ? beside.solution : null;
  const solution = solvePart(visit, body, part, twins, wishes, settled, form, alike);
  const answer = { along: solution.along, kkt: solution.kkt };
  answeredBefore.set(part, [{ fixed, wished, answer }, ...before].slice(0, KEPT));
  return { answer, just: { hairs, solution } };
}
