import type { Changes, Frontier, Unit } from './sequence.ts';
import { changeCost, enter } from './sequence.ts';

/** Rounds of shaking an order up and mending it. */
const ROUNDS = 60;
const BEAM = 48;

/**
 * A good order of a stage too large to be ordered exactly, and a bound no order of it is below. A beam of partial orders, then
 * moving one unit at a time while that pays, from the best and from shaken ones; the dice are seeded, the same stage
 * gets the same order.
 */
export function searchedStage(
  units: readonly Unit[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): { readonly frontier: Frontier; readonly lowerBound: number } {
  const score = (order: readonly number[]) => costOf(units, order, entry, costs, minutesAfter);
  let best = improved(units, beamed(units, entry, costs, minutesAfter), score);
  let least = score(best);
  const dice = seeded(units.length);
  for (let round = 0; round < ROUNDS; round++) {
    const tried = improved(units, shaken(units, best, dice), score);
    const cost = score(tried);
    if (cost < least - 1e-9) [best, least] = [tried, cost];
  }
  const end = best.at(-1) ?? 0;
  const cost = new Float64Array(units.length).fill(Infinity);
  cost[end] = least;
  const first = units[best[0] ?? 0];
  const from = first ? enter(first, entry, costs).from : -1;
  return {
    frontier: { units, cost, path: units.map(() => ({ order: best, from })) },
    lowerBound: stageBound(units, entry, costs, minutesAfter),
  };
}

/** What an order of a stage costs, entered the cheapest way. */
export function costOf(
  units: readonly Unit[],
  order: readonly number[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): number {
  let left = minutesAfter + units.reduce((sum, { minutes }) => sum + minutes, 0);
  let total = 0;
  let before: Unit | null = null;
  for (const index of order) {
    const unit = units[index];
    if (!unit) continue;
    total += before ? changeCost(before, unit, costs) : enter(unit, entry, costs).cost;
    left -= unit.minutes;
    total += unit.weight * left;
    before = unit;
  }
  return total;
}

/**
 * No order costs less: every tool, stance and pair of hands is taken up once (but the one the stage may be entered with), and the weights are
 * carried as in the best order without changes and precedences, which is by weight over minutes (Smith).
 */
export function stageBound(
  units: readonly Unit[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): number {
  const kinds = (key: 'tool' | 'stance' | 'hands') => new Set(units.map((unit) => unit[key])).size;
  const entered = entry ? Math.min(...entry.cost) : 0;
  const taken =
    costs.tool * (kinds('tool') - 1) +
    costs.stance * (kinds('stance') - 1) +
    costs.hands * (kinds('hands') - 1);
  const byRatio = [...units].sort((a, b) => a.weight * b.minutes - b.weight * a.minutes);
  let left = minutesAfter + units.reduce((sum, { minutes }) => sum + minutes, 0);
  let carried = 0;
  for (const { weight, minutes } of byRatio) {
    left -= minutes;
    carried += weight * left;
  }
  return entered + taken + carried;
}

interface Partial {
  readonly order: readonly number[];
  readonly done: ReadonlySet<number>;
  readonly cost: number;
}

function beamed(
  units: readonly Unit[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): readonly number[] {
  const all = minutesAfter + units.reduce((sum, { minutes }) => sum + minutes, 0);
  let beam: readonly Partial[] = [{ order: [], done: new Set(), cost: 0 }];
  for (let step = 0; step < units.length; step++) {
    const next: Partial[] = [];
    for (const { order, done, cost } of beam) {
      const past = order.reduce((sum, index) => sum + (units[index]?.minutes ?? 0), 0);
      const last = units[order.at(-1) ?? -1];
      units.forEach((unit, index) => {
        if (done.has(index) || !ready(unit, done)) return;
        const change = last ? changeCost(last, unit, costs) : enter(unit, entry, costs).cost;
        next.push({
          order: [...order, index],
          done: new Set([...done, index]),
          cost: cost + change + unit.weight * (all - past - unit.minutes),
        });
      });
    }
    beam = next.sort((a, b) => a.cost - b.cost).slice(0, BEAM);
  }
  return beam[0]?.order ?? [];
}

const ready = ({ before }: Unit, done: ReadonlySet<number>): boolean => {
  for (let bits = before; bits !== 0; bits &= bits - 1)
    if (!done.has(31 - Math.clz32(bits & -bits))) return false;
  return true;
};

/** Whether an order keeps what comes before what. */
function keeps(units: readonly Unit[], order: readonly number[]): boolean {
  const done = new Set<number>();
  for (const index of order) {
    const unit = units[index];
    if (!unit || !ready(unit, done)) return false;
    done.add(index);
  }
  return true;
}

/** Runs of up to three units moved to where that pays, until no move does. */
function improved(
  units: readonly Unit[],
  start: readonly number[],
  score: (order: readonly number[]) => number,
): readonly number[] {
  let [order, cost] = [start, score(start)];
  for (let again = true; again;) {
    again = false;
    for (let length = 1; length <= 3 && !again; length++) {
      for (let from = 0; from + length <= order.length && !again; from++) {
        const run = order.slice(from, from + length);
        const rest = [...order.slice(0, from), ...order.slice(from + length)];
        for (let to = 0; to <= rest.length && !again; to++) {
          if (to === from) continue;
          const tried = [...rest.slice(0, to), ...run, ...rest.slice(to)];
          if (!keeps(units, tried)) continue;
          const other = score(tried);
          if (other < cost - 1e-9) [order, cost, again] = [tried, other, true];
        }
      }
    }
  }
  return order;
}

function shaken(units: readonly Unit[], order: readonly number[], dice: () => number): readonly number[] {
  let result = order;
  for (let moves = 0; moves < 4; moves++) {
    const from = Math.floor(dice() * order.length);
    const to = Math.floor(dice() * order.length);
    const [unit] = result.slice(from, from + 1);
    const rest = [...result.slice(0, from), ...result.slice(from + 1)];
    const tried = unit === undefined ? result : [...rest.slice(0, to), unit, ...rest.slice(to)];
    if (keeps(units, tried)) result = tried;
  }
  return result;
}

/** A linear congruential generator (Numerical Recipes), 0 to 1. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
