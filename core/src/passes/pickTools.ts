import isEqual from 'fast-deep-equal';
import { requireNumber } from '../terms/failure.ts';
import type { ToolPack, ToolPolicy, ToolRole } from '../packs/tools.ts';
import type { Direction, Finish, Technique } from '../terms/tool.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { HAND_SPREAD } from '../tools/drawer.ts';
import { perceptibleStepMm, shortestAnswerMm } from '../tools/steps.ts';
import { isBare } from '../welfare/mayEnter.ts';
import { cheapestFacilities } from './facilities.ts';
import { ofTheShape, shapeRank, suits } from './shape.ts';

/** What one zone asks of a tool. */
export interface ZoneDemand {
  readonly id: string;
  /** How much it counts in the choice: 1 for a place by itself; the places of a run share one. */
  readonly weight: number;
  readonly targetMm: number;
  /** The length a hand is asked for there. */
  readonly handMm: number;
  readonly toleranceMm: number;
  /** What may be left at least and at most, whatever the target. */
  readonly loMm: number;
  readonly hiMm: number;
  /** Lengths that are an answer: the trim's range and the target in it. */
  readonly rangeMm: readonly [number, number];
  /** What shape a hand tool is wanted to make here, the first before the next; a tool of another shape only where there is none. */
  readonly roles: readonly ToolRole[];
  /** The first is the one wanted. */
  readonly techniques: readonly Technique[];
  /** Of these, what a restriction promises: taken wherever one of them answers. */
  readonly promised: readonly Technique[];
  /** What may do it where none of the techniques can. */
  readonly spare: readonly Technique[];
  /** Kinds of bare blades that may enter; null for any. */
  readonly blades: readonly string[] | null;
  /** Whether machines for small places may enter. */
  readonly smallTools: boolean;
  /** The gentlest tool at hand is taken, however far off. */
  readonly gentlest: boolean;
  readonly directions: readonly Direction[];
  readonly skipTooth: boolean;
  /** Dense here though the dog's coat is not: what rides up does so more than on the rest of it. */
  readonly denserHere: boolean;
  /** Finishes that suit; the first is the one wanted. */
  readonly finishes: readonly Finish[];
  readonly drawnDirection: Direction;
  /** Skin on which nothing is turned against the lay for a number. */
  readonly restricted: boolean;
  /** A length of the groomer's own: an answer is no further off, mm. Infinity where there is none. */
  readonly withinMm: number;
  /** The groomer has chosen the tool (and perhaps its direction): it is taken however far off. */
  readonly only: { readonly toolId: string; readonly direction: Direction | null } | null;
}

export interface ToolProblem {
  readonly zones: readonly ZoneDemand[];
  readonly options: readonly ToolOption[];
  readonly tools: Pick<ToolPack, 'policy' | 'techniques' | 'kinds'>;
  readonly nodeBudget?: number;
  /** What may be done where, by the demand: kept from one problem to the next with the same options. */
  readonly ways?: Map<ZoneDemand, readonly ToolChoice[]>;
}

export interface ToolChoice {
  readonly option: ToolOption;
  /** What it will leave in this zone, mm. */
  readonly leavesMm: number;
  readonly sdMm: number;
  /** The zone's cost with it. */
  readonly cost: number;
  /** Nothing answers: this is the nearest longer length, or where every tool allowed is shorter, the longest of them. */
  readonly beyondReach: boolean;
  /** Run another way than drawn, since that mends so many mm. */
  readonly turnedMendsMm: number | null;
}

export interface RunnerUp extends ToolChoice {
  /** What taking it instead would add to the whole plan, the other zones as they are. */
  readonly extraCost: number;
  /** Change in the number of tools to pick up: −1 when the chosen tool would stay in the drawer. */
  readonly toolsDelta: -1 | 0 | 1;
}

export interface PickedTools {
  readonly choices: ReadonlyMap<string, ToolChoice>;
  readonly runnersUp: ReadonlyMap<string, RunnerUp>;
  /** Zones nothing in the drawer may do. */
  readonly unserved: readonly string[];
  readonly tools: readonly string[];
  readonly cost: number;
  /** No choice of tools costs less: the cost itself when the search was finished. */
  readonly lowerBound: number;
  /** Nodes of the search; 1 when the bound closed at the root. */
  readonly nodes: number;
}

/** Between two tools within tolerance the nearer one is taken: a share of the squared error in tolerances. */
const NEARNESS = 0.3;
const EPS = 1e-9;

/**
 * Which tool, in which direction, for every zone of the dog: minimises, over zones,
 * `errorWeight · ((|left − target| / tolerance − 1)⁺)² + rank + turn + finish + effort + wear` plus each tool's set-up cost
 * once. Tolerance is never below the tool's own spread. A length beyond reach is no answer: hand work is, where the zone
 * allows any, else the nearest longer length, else fitting shears, else the longest shorter length. A facility-location problem, solved exactly within its node budget. The
 * runner-up of a zone is the best other tool-and-direction with the other zones kept as they are.
 * @throws MisuseError for a target below nothing or a tolerance that is not positive.
 */
export function pickTools(problem: ToolProblem): PickedTools {
  const { served, unserved, toolIds, costs, opening } = toolCosts(problem);
  const solved = cheapestFacilities(costs, opening, problem.nodeBudget);
  const open = new Set(solved.open.map((index) => toolIds[index]));

  const choices = new Map<string, ToolChoice>();
  const users = new Map<string, number>();
  for (const { zones, ways } of served) {
    const best = cheapest(ways.filter((way) => open.has(way.option.toolId)));
    if (!best) continue;
    for (const zone of zones) choices.set(zone, best);
    users.set(best.option.toolId, (users.get(best.option.toolId) ?? 0) + 1);
  }

  const runnersUp = new Map<string, RunnerUp>();
  for (const { zones, ways } of served) {
    const runner = runnerUp(ways, choices.get(zones[0] ?? ''), users);
    if (runner) for (const zone of zones) runnersUp.set(zone, runner);
  }
  const { cost, lowerBound, nodes } = solved;
  return { choices, runnersUp, unserved, tools: [...users.keys()], cost, lowerBound, nodes };
}

function runnerUp(
  ways: readonly ToolChoice[],
  chosen: ToolChoice | undefined,
  users: ReadonlyMap<string, number>,
): RunnerUp | null {
  if (!chosen) return null;
  const lone = users.get(chosen.option.toolId) === 1;
  let best: ToolChoice | null = null;
  let leastExtra = Infinity;
  let delta: RunnerUp['toolsDelta'] = 0;
  for (const way of ways) {
    if (way.option.toolId === chosen.option.toolId && way.option.direction === chosen.option.direction)
      continue;
    const same = way.option.toolId === chosen.option.toolId;
    const added = !same && !users.has(way.option.toolId);
    const dropped = !same && lone;
    const extraCost =
      way.cost - chosen.cost + (added ? way.option.setUp : 0) - (dropped ? chosen.option.setUp : 0);
    if (extraCost >= leastExtra) continue;
    best = way;
    leastExtra = extraCost;
    delta = (Number(added) - Number(dropped)) as RunnerUp['toolsDelta'];
  }
  if (!best) return null;
  const { option, leavesMm, sdMm, cost, beyondReach, turnedMendsMm } = best;
  return {
    option,
    leavesMm,
    sdMm,
    cost,
    beyondReach,
    turnedMendsMm,
    extraCost: leastExtra,
    toolsDelta: delta,
  };
}

/** Zones that ask the same, as a left and a right side do, and everything that may be done there. */
interface Served {
  readonly zones: readonly string[];
  /** Of each. */
  readonly weight: number;
  readonly ways: readonly ToolChoice[];
}

/** The problem as a table: for every kind of demand (a row, times its zones) the least cost with each tool (a column). */
export function toolCosts({ zones, options, tools, ways: known = new Map() }: ToolProblem): {
  readonly served: readonly Served[];
  readonly unserved: readonly string[];
  readonly toolIds: readonly string[];
  readonly opening: Float64Array;
  readonly costs: readonly Float64Array[];
} {
  const toolIndex = new Map<string, number>();
  const setUps: number[] = [];
  for (const { toolId, setUp } of options) {
    if (toolIndex.has(toolId)) continue;
    toolIndex.set(toolId, toolIndex.size);
    setUps.push(setUp);
  }
  const alike = new Map<number, { zones: string[]; demand: ZoneDemand }[]>();
  for (const zone of zones) {
    requireNumber(`${zone.id} target`, zone.targetMm, 0);
    requireNumber(`${zone.id} tolerance`, zone.toleranceMm, Number.MIN_VALUE);
    const near = alike.get(zone.targetMm) ?? [];
    const same = near.find(({ demand }) => asksTheSame(demand, zone));
    if (same) same.zones.push(zone.id);
    else alike.set(zone.targetMm, [...near, { zones: [zone.id], demand: zone }]);
  }
  const served: Served[] = [];
  const unserved: string[] = [];
  for (const { zones: ids, demand } of [...alike.values()].flat()) {
    const ways = known.get(demand) ?? waysOf(demand, options, tools);
    known.set(demand, ways);
    if (ways.length > 0) served.push({ zones: ids, weight: demand.weight, ways });
    else unserved.push(...ids);
  }
  const costs = served.map(({ zones: ids, weight, ways }) => {
    const row = new Float64Array(toolIndex.size).fill(Infinity);
    for (const way of ways) {
      const tool = toolIndex.get(way.option.toolId) ?? 0;
      row[tool] = Math.min(row[tool] ?? Infinity, way.cost * weight * ids.length);
    }
    return row;
  });
  return { served, unserved, toolIds: [...toolIndex.keys()], opening: Float64Array.from(setUps), costs };
}

/** Whether two zones may have the same answer for the same cost. */
function asksTheSame(a: ZoneDemand, b: ZoneDemand): boolean {
  for (const key in a) {
    const [x, y] = [a[key as keyof ZoneDemand], b[key as keyof ZoneDemand]];
    if (key !== 'id' && x !== y && (typeof x !== 'object' || !isEqual(x, y))) return false;
  }
  return true;
}

function cheapest(ways: readonly ToolChoice[]): ToolChoice | undefined {
  return ways.reduce<ToolChoice | undefined>(
    (best, way) => (best && best.cost <= way.cost ? best : way),
    undefined,
  );
}

/** A zone with what is the same for every tool that might do it. */
interface PreparedDemand {
  readonly zone: ZoneDemand;
  readonly policy: ToolPolicy;
  /** What it costs that the techniques before one are wanted more. */
  readonly ranks: ReadonlyMap<Technique, number>;
  /** The least error of any tool run as drawn, no more than reach, mm. */
  readonly bestDrawnMm: number;
}

/** Everything that may be done in the zone, with its cost there. */
function waysOf(
  zone: ZoneDemand,
  options: readonly ToolOption[],
  tools: ToolProblem['tools'],
): readonly ToolChoice[] {
  const { policy, techniques } = tools;
  const allowed: ToolOption[] = [];
  const near: ToolOption[] = [];
  let bestDrawnMm = perceptibleStepMm(policy, zone.targetMm);
  for (const option of options) {
    if (!isAllowed(zone, option, policy)) continue;
    allowed.push(option);
    const leavesMm = leftBy(zone, option);
    const offMm = Math.abs(leavesMm - zone.targetMm);
    const answers =
      option.leavesMm === null || isInReach(zone, { leavesMm, spreadMm: spreadOf(zone, option) }, tools);
    if (zone.only === null && !answers && !(zone.gentlest && option.gentle)) continue;
    near.push(option);
    if (option.leavesMm !== null && option.direction === zone.drawnDirection)
      bestDrawnMm = Math.min(bestDrawnMm, offMm);
  }
  const asking = { zone, policy, ranks: ranksOf(zone, tools), bestDrawnMm };
  const found: ToolChoice[] = [];
  for (const option of near) {
    const way = wayOf(asking, option);
    if (way) found.push(way);
  }
  const ways = zone.only === null ? ofTheShape(zone.roles, zone.handMm, found) : found;
  const [wanted] = zone.techniques;
  const insists = techniques.find(({ id }) => id === wanted)?.insists === true;
  const narrowed = [
    zone.gentlest ? ways.filter(({ option }) => option.gentle) : [],
    ways.filter(({ option }) => zone.promised.includes(option.technique)),
    insists ? ways.filter(({ option }) => option.technique === wanted) : [],
  ].find((some) => some.length > 0);
  if (narrowed) return narrowed;
  if (ways.length > 0) return ways;
  const fallback = nearestLonger(zone, allowed) ?? tight(zone, options) ?? longest(zone, allowed);
  return fallback ? [choiceOf(asking, fallback, null, true)] : [];
}

/** The nearest longer length as drawn, or with the lay. */
function nearestLonger(zone: ZoneDemand, allowed: readonly ToolOption[]): ToolOption | undefined {
  const longer = (direction: Direction) =>
    allowed
      .filter((option) => option.direction === direction && leftBy(zone, option) >= zone.targetMm)
      .reduce<ToolOption | undefined>((a, b) => (a && leftBy(zone, a) <= leftBy(zone, b) ? a : b), undefined);
  return longer(zone.drawnDirection) ?? longer('with');
}

/** The longest of what is shorter, as drawn or with the lay. */
const longest = (zone: ZoneDemand, allowed: readonly ToolOption[]): ToolOption | undefined =>
  allowed
    .filter(({ direction }) => direction === zone.drawnDirection || direction === 'with')
    .reduce<ToolOption | undefined>((a, b) => (a && leftBy(zone, a) >= leftBy(zone, b) ? a : b), undefined);

/** By hand where the trim has it done by a machine that is not there: what suits the length. */
function tight(zone: ZoneDemand, options: readonly ToolOption[]): ToolOption | undefined {
  if (zone.only) return undefined;
  const rank = (option: ToolOption) => shapeRank(zone.roles, option, zone.handMm);
  return options
    .filter(({ leavesMm, technique }) => leavesMm === null && zone.spare.includes(technique))
    .filter((option) => suits(option, zone.handMm))
    .sort((a, b) => rank(a) - rank(b) || a.effort - b.effort)[0];
}

/** A step down the zone's list costs less from blade to comb than to the hand or from it. */
function ranksOf({ techniques }: ZoneDemand, tools: ToolProblem['tools']): ReadonlyMap<Technique, number> {
  const machine = new Set(tools.techniques.filter(({ onSkin }) => onSkin).map(({ id }) => id));
  const { rankCost: step, machineRankCost: near } = tools.policy;
  return new Map(
    techniques.map((technique, index) => {
      const before = techniques.slice(0, index);
      const alike = machine.has(technique) ? before.filter((one) => machine.has(one)).length : 0;
      return [technique, alike * near + (before.length - alike) * step];
    }),
  );
}

export const leftBy = (zone: ZoneDemand, option: ToolOption): number =>
  option.leavesMm === null ? zone.handMm : option.leavesMm * (zone.denserHere ? option.denseFactor : 1);

export const spreadOf = (zone: ZoneDemand, option: ToolOption): number =>
  option.sdMm === null
    ? zone.targetMm * HAND_SPREAD
    : option.sdMm * (zone.denserHere ? option.denseFactor : 1);

/** Whatever welfare, hair and the zone rule out does not exist. A floor is met where the tool's spread reaches it. */
export function isAllowed(zone: ZoneDemand, option: ToolOption, policy: ToolPolicy): boolean {
  const { only } = zone;
  if (only && option.toolId !== only.toolId) return false;
  if (only && only.direction !== null && option.leavesMm !== null && option.direction !== only.direction)
    return false;
  if (!zone.techniques.includes(option.technique)) return false;
  if (option.skipTooth && !zone.skipTooth) return false;
  if (option.leavesMm === null) return true;
  if (!zone.directions.includes(option.direction)) return false;
  if (isBare(option) && zone.blades?.includes(option.kindId) === false) return false;
  if (isBare(option) && option.small && !zone.smallTools && only === null) return false;
  const leftMm = leftBy(zone, option);
  if (Math.abs(leftMm - zone.targetMm) > zone.withinMm + EPS) return false;
  if (leftMm > zone.hiMm + EPS || leftMm + spreadOf(zone, option) < zone.loMm) return false;
  return only !== null || !option.dull || leftMm >= policy.dull.closeMm;
}

/** Whether a length is an answer: in the range, widened by a share of the tool's spread, and no more than one step shorter than wanted. */
export function isInReach(
  { targetMm, rangeMm: [lo, hi] }: Pick<ZoneDemand, 'targetMm' | 'rangeMm'>,
  { leavesMm, spreadMm }: { readonly leavesMm: number; readonly spreadMm: number },
  tools: Pick<ToolPack, 'policy' | 'techniques' | 'kinds'>,
): boolean {
  const slackMm = tools.policy.reach.spreadShare * spreadMm + EPS;
  const least = Math.max(Math.min(lo, targetMm), shortestAnswerMm(tools, targetMm));
  return leavesMm >= least - slackMm && leavesMm <= hi + slackMm;
}

/**
 * An option with its cost; null for one turned another way than drawn that mends no error larger than tolerance, or that
 * would go against the lay of restricted skin for a number.
 */
function wayOf(asking: PreparedDemand, option: ToolOption): ToolChoice | null {
  const { zone, bestDrawnMm } = asking;
  const turned = option.leavesMm !== null && option.direction !== zone.drawnDirection;
  if (!turned || zone.only) return choiceOf(asking, option, turned ? 0 : null, false);
  if (option.direction === 'against' && zone.restricted) return null;
  const mendsMm = bestDrawnMm - Math.abs(leftBy(zone, option) - zone.targetMm);
  if (mendsMm <= Math.max(zone.toleranceMm, spreadOf(zone, option))) return null;
  return choiceOf(asking, option, mendsMm, false);
}

function choiceOf(
  { zone, policy, ranks }: PreparedDemand,
  option: ToolOption,
  turnedMendsMm: number | null,
  beyondReach: boolean,
): ToolChoice {
  const leavesMm = leftBy(zone, option);
  const sdMm = spreadOf(zone, option);
  const offMm = option.leavesMm === null ? 0 : Math.abs(leavesMm - zone.targetMm);
  const beyond = Math.max(0, offMm / Math.max(zone.toleranceMm, sdMm) - 1);
  const cost =
    policy.errorWeight * beyond * beyond +
    NEARNESS * (offMm / zone.toleranceMm) ** 2 +
    (ranks.get(option.technique) ?? 0) +
    (turnedMendsMm === null ? 0 : policy.turnCost) +
    mismatch(zone, option, policy) +
    option.effort +
    (option.dull ? policy.dull.cost : 0) +
    (option.wrongHand ? policy.wrongHandCost : 0) +
    (suits(option, leavesMm) ? 0 : policy.unsuitedCost);
  return { option, leavesMm, sdMm, cost, beyondReach, turnedMendsMm };
}

function mismatch(zone: ZoneDemand, option: ToolOption, policy: ToolPolicy): number {
  const rank = zone.finishes.indexOf(option.finish);
  if (rank === 0) return 0;
  return policy.finishMismatchCost * (rank > 0 ? 0.5 : 1);
}
