import isEqual from 'fast-deep-equal';
import type { ViewPart } from '../body/view.ts';
import type { PartSolution } from './partOutline.ts';
import { solvePart } from './partOutline.ts';

interface SolvedBefore {
  /** What the packs and the bodies say, each the same object. The dog's landmarks are not in it: those that a rule asks for are knots of the part. */
  readonly fixed: readonly unknown[];
  readonly hairs: readonly unknown[];
  readonly bounds: readonly unknown[];
  readonly solution: PartSolution;
}

const solvedBefore = new WeakMap<ViewPart, readonly SolvedBefore[]>();
/** Of a part: its own side and the other. */
const KEPT = 2;

/**
 * `solvePart`, kept while all that goes into it is the same: what another finding does not move is not solved again. What is
 * solved under the same hair within other bounds, as the other side of a dog mostly is, starts from there.
 */
export function solvedOnce(...given: Parameters<typeof solvePart>): PartSolution {
  const [visit, , part, twins, wishes, settled, form] = given;
  const { layDeg, curl, shown } = visit.coat;
  // The places that its twins show as well: their contours may cut another sliver of a neighbour.
  const zones = [...new Set([part, ...twins].flatMap((one) => one?.zones ?? []))];
  const fixed = [...twins, visit.breed, visit.purpose, form, layDeg, curl, shown];
  const hairs = zones.map((zone) => wishes.get(zone)?.hair);
  const bounds = zones.flatMap((zone) => [wishes.get(zone), settled.has(zone)]);
  const before = solvedBefore.get(part) ?? [];
  const alike = before.filter(
    (one) => one.fixed.every((value, i) => value === fixed[i]) && isEqual(one.hairs, hairs),
  );
  const same = alike.find((one) => isEqual(one.bounds, bounds));
  if (same) return same.solution;
  const solution = solvePart(visit, given[1], part, twins, wishes, settled, form, alike[0]?.solution);
  solvedBefore.set(part, [{ fixed, hairs, bounds, solution }, ...before].slice(0, KEPT));
  return solution;
}
