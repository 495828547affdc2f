/** One thing to be put in order: steps that agree in every way an order can tell, done one after another. */
export interface Unit {
  readonly minutes: number;
  /** Index of the tool, the stance, and whether a second pair of hands is wanted. */
  readonly tool: number;
  readonly stance: number;
  readonly hands: number;
  /** What each minute after it costs. */
  readonly weight: number;
  /** Indices of the units of the same stage that come before it. */
  readonly before: readonly number[];
}

export interface Changes {
  readonly tool: number;
  readonly stance: number;
  readonly hands: number;
}

/** What it costs to go from one to the next. */
export const changeCost = (a: Unit, b: Unit, costs: Changes): number =>
  (a.tool === b.tool ? 0 : costs.tool) +
  (a.stance === b.stance ? 0 : costs.stance) +
  (a.hands === b.hands ? 0 : costs.hands);

/** What it costs to have come to a unit last, by the unit; and how it was come to. */
export interface Frontier {
  readonly units: readonly Unit[];
  readonly cost: Float64Array;
  /** The order of the stage that ends in each unit, and the unit of the stage before that it was entered from. */
  readonly path: readonly { readonly order: readonly number[]; readonly from: number }[];
}

/** So many units of a stage are ordered exactly: 2ⁿ·n² steps. */
export const EXACT = 16;

/**
 * The cheapest order of a stage for every unit it may end in, given what it cost to come to each unit the stage before may
 * end in: dynamic programming over subsets (Held and Karp), in which a unit is next only when all before it are done.
 * Costs: changes, and weight × minutes for all that follows within the stage and `minutesAfter` it.
 * @throws RangeError for more units than `EXACT`.
 */
export function exactStage(
  units: readonly Unit[],
  entry: Frontier | null,
  costs: Changes,
  minutesAfter: number,
): Frontier {
  const n = units.length;
  if (n > EXACT) throw new RangeError(`${n} units are more than ${EXACT}`);
  const size = 1 << n;
  const best = new Float64Array(size * n).fill(Infinity);
  const via = new Int8Array(size * n).fill(-1);
  const minutes = minutesBySet(units);
  const all = (minutes[size - 1] ?? 0) + minutesAfter;
  const change = pairs(units, costs);
  const before = units.map((unit) => unit.before.reduce((bits, index) => bits | (1 << index), 0));
  const enteredFrom = new Int32Array(n).fill(-1);
  for (let j = 0; j < n; j++) {
    const unit = units[j];
    if (!unit || unit.before.length > 0) continue;
    const { cost, from } = enter(unit, entry, costs);
    enteredFrom[j] = from;
    best[(1 << j) * n + j] = cost + unit.weight * (all - unit.minutes);
  }
  for (let set = 1; set < size; set++) {
    for (let last = 0; last < n; last++) {
      const sofar = best[set * n + last] ?? Infinity;
      if (sofar === Infinity) continue;
      for (let j = 0; j < n; j++) {
        const bit = 1 << j;
        const unit = units[j];
        const waits = before[j] ?? 0;
        if (set & bit || !unit || (waits & set) !== waits) continue;
        const with_ = set | bit;
        const cost = sofar + (change[last * n + j] ?? 0) + unit.weight * (all - (minutes[with_] ?? 0));
        const at = with_ * n + j;
        if (cost < (best[at] ?? Infinity)) {
          best[at] = cost;
          via[at] = last;
        }
      }
    }
  }
  const full = size - 1;
  return {
    units,
    cost: best.slice(full * n, full * n + n),
    path: units.map((_, end) => walkBack(via, enteredFrom, n, full, end)),
  };
}

/** The cheapest way in from the stage before. */
export function enter(
  unit: Unit,
  entry: Frontier | null,
  costs: Changes,
): { readonly cost: number; readonly from: number } {
  if (!entry) return { cost: 0, from: -1 };
  let [least, from] = [Infinity, -1];
  entry.units.forEach((before, index) => {
    const cost = (entry.cost[index] ?? Infinity) + changeCost(before, unit, costs);
    if (cost < least) [least, from] = [cost, index];
  });
  return { cost: least, from };
}

function minutesBySet(units: readonly Unit[]): Float64Array {
  const sums = new Float64Array(1 << units.length);
  for (let set = 1; set < sums.length; set++) {
    const low = set & -set;
    sums[set] = (sums[set ^ low] ?? 0) + (units[31 - Math.clz32(low)]?.minutes ?? 0);
  }
  return sums;
}

/** What each unit costs behind each other: row the one before, column the one after. */
export function pairs(units: readonly Unit[], costs: Changes): Float64Array {
  const n = units.length;
  const table = new Float64Array(n * n);
  units.forEach((a, i) => units.forEach((b, j) => (table[i * n + j] = changeCost(a, b, costs))));
  return table;
}

function walkBack(
  via: Int8Array,
  enteredFrom: Int32Array,
  n: number,
  full: number,
  end: number,
): Frontier['path'][number] {
  const order: number[] = [];
  let [set, at] = [full, end];
  while (at >= 0) {
    order.push(at);
    const before = via[set * n + at] ?? -1;
    set ^= 1 << at;
    if (before < 0) break;
    at = before;
  }
  order.reverse();
  return { order, from: enteredFrom[order[0] ?? 0] ?? -1 };
}
