import type { Changes, Frontier, Unit } from './sequence.ts';
import { changeCost, enter, pairs } from './sequence.ts';

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
  const joints = jointsOf(units, entry, costs);
  let best = improved(units, beamed(units, entry, costs, minutesAfter), joints);
  let least = score(best);
  const dice = seeded(units.length);
  for (let round = 0; round < ROUNDS; round++) {
    const tried = improved(units, shaken(units, best, dice), joints);
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
  readonly minutes: number;
  readonly cost: number;
}

/** Partial orders grown by one unit at a time, the cheapest of each length kept. */
function beamed(
  units: readonly Unit[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): readonly number[] {
  const all = minutesAfter + units.reduce((sum, { minutes }) => sum + minutes, 0);
  let beam: readonly Partial[] = [{ order: [], done: new Set(), minutes: 0, cost: 0 }];
  for (let step = 0; step < units.length; step++) {
    const next: { readonly from: Partial; readonly index: number; readonly cost: number }[] = [];
    for (const from of beam) {
      const last = units[from.order.at(-1) ?? -1];
      units.forEach((unit, index) => {
        if (from.done.has(index) || !unit.before.every((one) => from.done.has(one))) return;
        const change = last ? changeCost(last, unit, costs) : enter(unit, entry, costs).cost;
        const carried = unit.weight * (all - from.minutes - unit.minutes);
        next.push({ from, index, cost: from.cost + change + carried });
      });
    }
    next.sort((a, b) => a.cost - b.cost);
    beam = next.slice(0, BEAM).map(({ from, index, cost }) => ({
      order: [...from.order, index],
      done: new Set([...from.done, index]),
      minutes: from.minutes + (units[index]?.minutes ?? 0),
      cost,
    }));
  }
  return beam[0]?.order ?? [];
}

/** Whether a unit has to come before another. */
const precedes = (units: readonly Unit[], first: number, second: number): boolean =>
  units[second]?.before.includes(first) ?? false;

/** The longest run of units that is moved as one. */
const RUN = 3;

/**
 * Runs of up to three units moved to where that pays, until no move does. A move changes the cost at three joints and by the minutes the
 * moved and the passed units come earlier or later, so it is priced without pricing the order anew.
 */
function improved(
  units: readonly Unit[],
  start: readonly number[],
  { change, entered }: Joints,
): readonly number[] {
  const n = units.length;
  const order = [...start];
  const at = (place: number) => order[place] ?? -1;
  const joint = (a: number, b: number) => (b < 0 ? 0 : a < 0 ? (entered[b] ?? 0) : (change[a * n + b] ?? 0));
  const totals = (from: number, to: number) => {
    let [minutes, weight] = [0, 0];
    for (let place = from; place < to; place++) {
      minutes += units[at(place)]?.minutes ?? 0;
      weight += units[at(place)]?.weight ?? 0;
    }
    return { minutes, weight };
  };
  const mayPass = (from: number, to: number, other: number, later: boolean) => {
    for (let place = from; place < to; place++)
      if (later ? precedes(units, at(place), other) : precedes(units, other, at(place))) return false;
    return true;
  };
  /** Moves the run at [from, to) past the units before or behind it, as far as that pays most. True when it moved. */
  const moved = (from: number, to: number, later: boolean): boolean => {
    const run = totals(from, to);
    const [head, tail] = [at(from), at(to - 1)];
    const closed = joint(at(from - 1), at(to)) - joint(at(from - 1), head) - joint(tail, at(to));
    let [best, bestPlace] = [-1e-9, -1];
    let passed = { minutes: 0, weight: 0 };
    for (let place = later ? to : from - 1; later ? place < n : place >= 0; place += later ? 1 : -1) {
      const other = units[at(place)];
      if (!other || !mayPass(from, to, at(place), later)) break;
      passed = { minutes: passed.minutes + other.minutes, weight: passed.weight + other.weight };
      const shift = passed.weight * run.minutes - run.weight * passed.minutes;
      const [left, right] = later ? [at(place), at(place + 1)] : [at(place - 1), at(place)];
      const opened = joint(left, head) + joint(tail, right) - joint(left, right);
      const delta = closed + opened + (later ? shift : -shift);
      if (delta < best) [best, bestPlace] = [delta, place];
    }
    if (bestPlace < 0) return false;
    const taken = order.splice(from, to - from);
    order.splice(later ? bestPlace + 1 - taken.length : bestPlace, 0, ...taken);
    return true;
  };
  for (let again = true; again;) {
    again = false;
    for (let length = 1; length <= RUN; length++)
      for (let from = 0; from + length <= n; from++)
        again = moved(from, from + length, true) || moved(from, from + length, false) || again;
  }
  return order;
}

/** What it costs to go from one unit to another, by index, and to begin with one. */
interface Joints {
  readonly change: Float64Array;
  readonly entered: Float64Array;
}

function jointsOf(units: readonly Unit[], entry: Frontier | null, costs: Changes): Joints {
  return {
    change: pairs(units, costs),
    entered: Float64Array.from(units, (unit) => enter(unit, entry, costs).cost),
  };
}

/** A few units moved somewhere else that what comes before what allows. */
function shaken(units: readonly Unit[], order: readonly number[], dice: () => number): readonly number[] {
  let result = order;
  for (let moves = 0; moves < 4; moves++) {
    const from = Math.floor(dice() * order.length);
    const to = Math.floor(dice() * order.length);
    const unit = result[from];
    if (unit === undefined) continue;
    const passed = from < to ? result.slice(from + 1, to + 1) : result.slice(to, from);
    const held = passed.some((other) =>
      from < to ? precedes(units, unit, other) : precedes(units, other, unit),
    );
    if (held) continue;
    const rest = [...result.slice(0, from), ...result.slice(from + 1)];
    result = [...rest.slice(0, to), unit, ...rest.slice(to)];
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
