import { MisuseError, requireNumber } from '../terms/failure.ts';

/** A tool run one way, or the hand. */
export interface PassLabel {
  /** Stretched mm it leaves; null for the hand, which leaves what is wanted. */
  readonly leavesMm: number | null;
  readonly toleranceMm: number;
}

export interface PassProblem {
  /** What to leave along a stretch of contour, stretched mm, evenly spaced. */
  readonly wantedMm: ArrayLike<number>;
  readonly spacingMm: number;
  readonly labels: readonly PassLabel[];
  /** What a stretch costs to be done by hand from the hair that is there, in squared tolerances of hair left over. */
  readonly handCost: number;
  /** Picking up another tool: as much as 100 mm cost that are left so many squared tolerances too long. */
  readonly switchCost: number;
  /** Nobody runs a comb for less, mm. */
  readonly leastMm: number;
}

/** Stations `from` up to but without `to`, with one tool. */
export interface Pass {
  readonly label: number;
  readonly from: number;
  readonly to: number;
}

export interface ToolPasses {
  readonly passes: readonly Pass[];
  readonly cost: number;
}

/**
 * Which tool for which stretch, so that least is left to the hand: minimises ∫ ((leaves − wanted) / tolerance)² along the
 * contour, in units of 100 mm, with `handCost` where no tool is run, plus `switchCost` for every change. A tool that would leave less than wanted, by more than
 * its tolerance, is not run there: what is too short cannot be put back. Exact: dynamic programming over the ends of passes
 * no shorter than `leastMm`; the whole stretch may be shorter than that and is then one pass.
 * @throws MisuseError for figures that are none, or when no label is the hand's.
 */
export function toolPasses(problem: PassProblem): ToolPasses {
  const { wantedMm, spacingMm, labels, switchCost, leastMm } = problem;
  requireNumber('spacing', spacingMm, Number.MIN_VALUE);
  requireNumber('switch cost', switchCost, 0);
  requireNumber('least pass', leastMm, 0);
  if (!labels.some(({ leavesMm }) => leavesMm === null)) throw new MisuseError('no label is the hand’s');
  const n = wantedMm.length;
  if (n === 0) return { passes: [], cost: 0 };
  const upTo = labels.map((label) => costUpTo(problem, label));
  const least = Math.min(n, Math.max(1, Math.round(leastMm / spacingMm)));

  // best[j][l]: the cheapest way to do the first j stations, the last pass with label l.
  const best = Array.from({ length: n + 1 }, () => new Float64Array(labels.length).fill(Infinity));
  const start = Array.from({ length: n + 1 }, () => new Int32Array(labels.length).fill(-1));
  const before = Array.from({ length: n + 1 }, () => new Int32Array(labels.length).fill(-1));
  for (let j = least; j <= n; j++) {
    for (let l = 0; l < labels.length; l++) {
      const own = upTo[l] as Float64Array;
      for (let i = 0; i <= j - least; i++) {
        const here = (own[j] as number) - (own[i] as number);
        if (i === 0) {
          take(j, l, here, 0, -1);
          continue;
        }
        for (let k = 0; k < labels.length; k++)
          if (k !== l) take(j, l, ((best[i] as Float64Array)[k] as number) + switchCost + here, i, k);
      }
    }
  }
  function take(j: number, l: number, cost: number, i: number, k: number): void {
    const row = best[j] as Float64Array;
    if (!(cost < (row[l] as number))) return;
    row[l] = cost;
    (start[j] as Int32Array)[l] = i;
    (before[j] as Int32Array)[l] = k;
  }

  const ends = best[n] as Float64Array;
  let label = ends.indexOf(Math.min(...ends));
  const cost = ends[label] as number;
  const passes: Pass[] = [];
  for (let to = n; to > 0;) {
    const from = (start[to] as Int32Array)[label] as number;
    passes.unshift({ label, from, to });
    label = (before[to] as Int32Array)[label] as number;
    to = from;
  }
  return { passes, cost };
}

const UNIT_MM = 100;
/** A cost so high that nothing else is ever dearer, and still a number that can be taken off again. */
const NEVER = 1e9;

/** What the first i stations cost with a label. */
function costUpTo(
  { wantedMm, spacingMm, handCost }: PassProblem,
  { leavesMm, toleranceMm }: PassLabel,
): Float64Array {
  requireNumber('hand cost', handCost, 0);
  requireNumber('tolerance', toleranceMm, Number.MIN_VALUE);
  const sum = new Float64Array(wantedMm.length + 1);
  for (let i = 0; i < wantedMm.length; i++) {
    const wanted = wantedMm[i] as number;
    requireNumber('wanted length', wanted, 0);
    const over = leavesMm === null ? null : (leavesMm - wanted) / toleranceMm;
    const here = over === null ? handCost : over < -1 ? NEVER : over * over;
    sum[i + 1] = (sum[i] as number) + (here * spacingMm) / UNIT_MM;
  }
  return sum;
}
