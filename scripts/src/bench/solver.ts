import type { Case, OutlineProblem } from '@kurrel/core';
import { bodyOf, solveOutline, VIEW_IDS } from '@kurrel/core';
import { byHighs } from '../../../core/testing/highs.ts';
import { spread, wallMs } from './quantiles.ts';

const FRAME_MS = 1000 / 60;
const ROUNDS = 40;
/** HiGHS takes so much longer that it is asked less often. */
const HIGHS_EVERY = 10;
const STATIONS = 240;

/**
 * `solveOutline` and HiGHS on the same problems, in turn: one contour of 240 stations, and every part of a dog
 * in all views.
 */
export function solver(visit: Case): void {
  const body = bodyOf(visit.packs, visit.breed, visit.facts.dog.measurements, visit.facts.dog.findings);
  const whole = VIEW_IDS.flatMap((view) =>
    body.views[view].parts.filter(({ far }) => !far).map(({ stations }) => stations.length),
  );
  compare('one contour of 240 stations', [STATIONS]);
  compare(`a whole dog, ${whole.length} contours of ${whole.reduce((a, b) => a + b, 0)} stations`, whole);
}

function compare(what: string, sizes: readonly number[]): void {
  const asked = sizes.map((n, i) => wavy(n, i));
  const problems = asked.filter(isSolvedByHighs);
  const left = asked.length - problems.length;
  if (left > 0) console.log(`outline: HiGHS gives up on ${left} of ${asked.length}, which are left out`);
  const own: number[] = [];
  const theirs: number[] = [];
  let apart = 0;
  for (let round = 0; round < ROUNDS; round++) {
    own.push(wallMs(() => problems.map((problem) => solveOutline(problem))));
    if (round % HIGHS_EVERY !== 0) continue;
    theirs.push(wallMs(() => problems.map(byHighs)));
    for (const problem of problems) {
      const [a, b] = [solveOutline(problem).objective, byHighs(problem).objective];
      apart = Math.max(apart, (a - b) / Math.max(1, Math.abs(b)));
    }
  }
  const [mine, other] = [spread(own.slice(ROUNDS / 4)), spread(theirs)];
  console.log(
    `outline, ${what}: ${((100 * mine.p50) / FRAME_MS).toFixed(1)} % of a 60 Hz frame (quartiles ${((100 * mine.p25) / FRAME_MS).toFixed(1)} to ${((100 * mine.p75) / FRAME_MS).toFixed(1)}, p95 ${((100 * mine.p95) / FRAME_MS).toFixed(1)}); HiGHS takes ${(other.p50 / mine.p50).toFixed(0)} ×, its objective is lower by no more than ${Math.max(0, apart).toExponential(0)} of itself (wanted ≥ 50 ×, ≤ 1e-6)`,
  );
}

/** Whether HiGHS comes to an end with it: on some it gives up. */
function isSolvedByHighs(problem: OutlineProblem): boolean {
  try {
    byHighs(problem);
    return true;
  } catch {
    return false;
  }
}

/** A contour that wants some centimetres here and less there, held at hair in places and at skin in others. */
function wavy(n: number, seed: number): OutlineProblem {
  const wave = (i: number, turns: number) => Math.sin((2 * Math.PI * turns * i) / n + seed);
  const some = (make: (i: number) => number) =>
    Float64Array.from({ length: n }, (_, i) => Math.round(1e6 * make(i)) / 1e6);
  return {
    target: some((i) => 12 * wave(i, 2) + 6 * wave(i, 7)),
    weight: some((i) => (i % 9 === 0 ? 1e-3 : 1)),
    lo: some((i) => -10 - 4 * wave(i, 3)),
    hi: some((i) => 6 + 3 * wave(i, 5)),
    smoothness: 400,
    closed: true,
  };
}
