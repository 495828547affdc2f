import { requireNumber } from '../failure.ts';
import { cheapestFacilities } from './facilities.ts';
import type { ToolOption } from './drawer.ts';
import { HAND_SPREAD } from './drawer.ts';
import { DENSE_COMB_FACTOR } from './leaves.ts';
import type { Direction, Finish, Technique, ToolPolicy } from './pack.ts';

/** What one zone asks of a tool. */
export interface ZoneDemand {
  readonly id: string;
  readonly targetMm: number;
  readonly toleranceMm: number;
  /** What may be left at least and at most, whatever the target. */
  readonly loMm: number;
  readonly hiMm: number;
  readonly techniques: readonly Technique[];
  readonly directions: readonly Direction[];
  readonly skipToothAllowed: boolean;
  /** Dense here though the dog's coat is not: guard combs ride up more than on the rest of it. */
  readonly denserHere?: boolean;
  /** Finishes that suit; the first is the one wanted. */
  readonly finishes: readonly Finish[];
  readonly preferredDirection: Direction;
  /** 1 for ordinary skin, more for irritable skin. */
  readonly irritability: number;
  /** The groomer has chosen the tool (and perhaps its direction). */
  readonly only?: { readonly toolId: string; readonly direction: Direction | null };
}

export interface ToolProblem {
  readonly zones: readonly ZoneDemand[];
  readonly options: readonly ToolOption[];
  readonly policy: ToolPolicy;
}

export interface ToolChoice {
  readonly option: ToolOption;
  /** What it will leave in this zone, mm. */
  readonly leavesMm: number;
  readonly sdMm: number;
  /** The zone's cost with it, in squared tolerances. */
  readonly cost: number;
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
  /** Nodes of the search; 1 when the bound closed at the root. */
  readonly nodes: number;
}

/** Between two tools within tolerance the nearer one is taken: a small share of the squared error. */
const NEARNESS = 0.05;

/**
 * Which tool, in which direction, for every zone of the dog: minimises
 * `Σ ((|left − target| − tolerance)⁺ / tolerance)² + nearness + finish + direction + irritation + effort`
 * plus `changeoverCost` for each distinct tool picked up. A facility-location problem, solved exactly.
 * The runner-up of a zone is the best other tool-and-direction with the other zones kept as they are.
 * @throws MisuseError for a target or tolerance that is not a positive number.
 */
export function pickTools(problem: ToolProblem): PickedTools {
  const { policy } = problem;
  const { served, unserved, toolIds, costs } = toolCosts(problem);
  const solved = cheapestFacilities(costs, policy.changeoverCost);
  const open = new Set(solved.open.map((index) => toolIds[index]));

  const choices = new Map<string, ToolChoice>();
  for (const { zone, ways } of served) {
    const best = cheapest(ways.filter((way) => open.has(way.option.toolId)));
    if (best) choices.set(zone.id, best);
  }
  const users = new Map<string, number>();
  for (const { option } of choices.values()) users.set(option.toolId, (users.get(option.toolId) ?? 0) + 1);

  const runnersUp = new Map<string, RunnerUp>();
  for (const { zone, ways } of served) {
    const chosen = choices.get(zone.id);
    if (!chosen) continue;
    const alone = users.get(chosen.option.toolId) === 1;
    let best: ToolChoice | undefined;
    let extraCost = Infinity;
    let toolsDelta: RunnerUp['toolsDelta'] = 0;
    for (const way of ways) {
      if (way.option === chosen.option) continue;
      const sameTool = way.option.toolId === chosen.option.toolId;
      const delta = sameTool ? 0 : (open.has(way.option.toolId) ? 0 : 1) - (alone ? 1 : 0);
      const extra = way.cost - chosen.cost + delta * policy.changeoverCost;
      if (extra >= extraCost) continue;
      best = way;
      extraCost = extra;
      toolsDelta = delta as RunnerUp['toolsDelta'];
    }
    if (best) runnersUp.set(zone.id, { ...best, extraCost, toolsDelta });
  }

  return { choices, runnersUp, unserved, tools: [...users.keys()], cost: solved.cost, nodes: solved.nodes };
}

interface Served {
  readonly zone: ZoneDemand;
  readonly ways: readonly ToolChoice[];
}

/** The problem as a table: for every zone something may do (a row) the least cost with each tool (a column). */
export function toolCosts({ zones, options, policy }: ToolProblem): {
  readonly served: readonly Served[];
  readonly unserved: readonly string[];
  readonly toolIds: readonly string[];
  readonly costs: readonly Float64Array[];
} {
  const toolIds = [...new Set(options.map((option) => option.toolId))];
  const toolIndex = new Map(toolIds.map((id, index) => [id, index]));
  const known = remembered((zone: ZoneDemand) => waysOf(zone, options, policy));
  const served: Served[] = [];
  const unserved: string[] = [];
  for (const zone of zones) {
    requireNumber(`${zone.id} target`, zone.targetMm, 0);
    requireNumber(`${zone.id} tolerance`, zone.toleranceMm, Number.MIN_VALUE);
    const ways = known(zone);
    if (ways.length > 0) served.push({ zone, ways });
    else unserved.push(zone.id);
  }
  const costs = served.map(({ ways }) => {
    const row = new Float64Array(toolIds.length).fill(Infinity);
    for (const way of ways) {
      const tool = toolIndex.get(way.option.toolId) ?? 0;
      row[tool] = Math.min(row[tool] ?? Infinity, way.cost);
    }
    return row;
  });
  return { served, unserved, toolIds, costs };
}

/** Zones that ask the same, as a left and a right side do, are worked out once. */
function remembered(work: (zone: ZoneDemand) => readonly ToolChoice[]): typeof work {
  const results = new Map<string, readonly ToolChoice[]>();
  return (zone) => {
    const key = Object.values({ ...zone, id: '', only: JSON.stringify(zone.only) }).join('|');
    const found = results.get(key) ?? work(zone);
    results.set(key, found);
    return found;
  };
}

function cheapest(ways: readonly ToolChoice[]): ToolChoice | undefined {
  return ways.reduce<ToolChoice | undefined>(
    (best, way) => (best && best.cost <= way.cost ? best : way),
    undefined,
  );
}

/** Everything that may be done in the zone, with its cost there. */
function waysOf(zone: ZoneDemand, options: readonly ToolOption[], policy: ToolPolicy): readonly ToolChoice[] {
  const ways: ToolChoice[] = [];
  for (const option of options) {
    if (!zone.techniques.includes(option.technique) || !isChosen(zone, option)) continue;
    if (option.skipTooth && !zone.skipToothAllowed) continue;
    if (option.leavesMm === null) {
      const cost = option.effort + mismatch(zone, option, policy);
      ways.push({ option, leavesMm: zone.targetMm, sdMm: zone.targetMm * HAND_SPREAD, cost });
      continue;
    }
    if (!zone.directions.includes(option.direction)) continue;
    const ridesUp = zone.denserHere === true && option.technique === 'comb' ? DENSE_COMB_FACTOR : 1;
    const leavesMm = option.leavesMm * ridesUp;
    if (leavesMm < zone.loMm || leavesMm > zone.hiMm) continue;
    const error = Math.abs(leavesMm - zone.targetMm) / zone.toleranceMm;
    const beyond = Math.max(0, error - 1);
    const cost =
      beyond * beyond +
      NEARNESS * error * error +
      mismatch(zone, option, policy) +
      policy.irritation[option.direction] * zone.irritability +
      (option.direction === zone.preferredDirection ? 0 : policy.finishMismatchCost) +
      option.effort;
    ways.push({ option, leavesMm, sdMm: option.sdMm * ridesUp, cost });
  }
  return ways;
}

function isChosen({ only }: ZoneDemand, option: ToolOption): boolean {
  if (!only) return true;
  return option.toolId === only.toolId && (only.direction === null || option.direction === only.direction);
}

function mismatch(zone: ZoneDemand, option: ToolOption, policy: ToolPolicy): number {
  const rank = zone.finishes.indexOf(option.finish);
  if (rank === 0) return 0;
  return policy.finishMismatchCost * (rank > 0 ? 0.5 : 1);
}
