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
 * Which tool for which stretch, so that least is left to the hand: minimises ∫ ((leaves − wanted) / tolerance)²
 * along the contour, in units of 100 mm, with `handCost` where no tool is run, plus `switchCost` for every
 * change. A tool that would leave less than wanted, by more than its tolerance, is not run there: what is too
 * short cannot be put back. Exact: dynamic programming over the ends of passes no shorter than `leastMm`; the
 * whole stretch may be shorter than that and is then one pass. With S(j, l) what the first j stations cost with
 * label l, and B(j) the least that they cost: B(j) = min over l of S(j, l) + min over i ≤ j − least of B(i) +
 * switchCost − S(i, l). Where the cheapest way to i ends with l itself no pass of l starts there: going on with
 * the last one is cheaper by the switch. The minimum over i is carried along: the work goes with stations ×
 * labels.
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
  const runs = labels.map((label) => runOf(problem, label));
  const least = Math.min(n, Math.max(1, Math.round(leastMm / spacingMm)));
  const starts: (Start | null)[] = labels.map(() => null);
  const ends: (End | null)[] = [];
  for (let j = least; j <= n; j++) {
    const from = j - least;
    const before = ends[from] ?? null;
    let cheapest: End | null = null;
    for (const [label, { upTo, shortBefore }] of runs.entries()) {
      const short = shortBefore[j] as number;
      let start = starts[label] ?? null;
      if (start && start.from <= short) start = null;
      const mayStart = from === 0 || (before !== null && before.label !== label);
      if (from > short && mayStart) {
        const rest = (before ? before.cost + switchCost : 0) - (upTo[from] as number);
        if (!start || rest < start.rest) start = { rest, from, before };
      }
      starts[label] = start;
      const cost = start ? start.rest + (upTo[j] as number) : Infinity;
      if (start && cost < (cheapest?.cost ?? Infinity)) cheapest = { ...start, label, to: j, cost };
    }
    ends[j] = cheapest;
  }
  const passes: Pass[] = [];
  const whole = ends[n] ?? null;
  for (let end = whole; end; end = end.before) {
    const { label, from, to } = end;
    passes.unshift({ label, from, to });
  }
  return { passes, cost: whole?.cost ?? Infinity };
}

/** Where a pass would begin, after which others, and what that costs less what its own label costs up to there. */
interface Start {
  readonly rest: number;
  readonly from: number;
  readonly before: End | null;
}

/** The last of the passes that do the first `to` stations, and what they cost. */
interface End extends Start {
  readonly label: number;
  readonly to: number;
  readonly cost: number;
}

const UNIT_MM = 100;

/**
 * What the first i stations cost with a label, and the last station before i where it would leave too little,
 * −1 for none.
 */
function runOf({ wantedMm, spacingMm, handCost }: PassProblem, { leavesMm, toleranceMm }: PassLabel) {
  requireNumber('hand cost', handCost, 0);
  requireNumber('tolerance', toleranceMm, Number.MIN_VALUE);
  const upTo = new Float64Array(wantedMm.length + 1);
  const shortBefore = new Int32Array(wantedMm.length + 1).fill(-1);
  for (let i = 0; i < wantedMm.length; i++) {
    const wanted = wantedMm[i] as number;
    requireNumber('wanted length', wanted, 0);
    const over = leavesMm === null ? null : (leavesMm - wanted) / toleranceMm;
    const short = over !== null && over < -1;
    const here = over === null ? handCost : short ? 0 : over * over;
    upTo[i + 1] = (upTo[i] as number) + (here * spacingMm) / UNIT_MM;
    shortBefore[i + 1] = short ? i : (shortBefore[i] as number);
  }
  return { upTo, shortBefore };
}
