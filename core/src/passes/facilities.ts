/**
 * Uncapacitated facility location: which tools to pick up, each at its own opening cost, so that serving every zone costs
 * least. Branch and bound; the bound is the dual ascent of the LP relaxation (raise each zone's price until the
 * tools that would gain are paid for), the incumbent a greedy descent from the tools the dual pays for.
 */
export interface Facilities {
  /** Indices of the facilities to open. */
  readonly open: readonly number[];
  readonly cost: number;
  readonly nodes: number;
  /** No choice costs less than this; the cost itself when the search was finished. */
  readonly lowerBound: number;
}

type Choice = 'free' | 'open' | 'closed';
const EPS = 1e-9;

/** Nodes of the search before the best found so far is given with its gap. */
export const NODE_BUDGET = 4000;

/**
 * @param clients one row per client, one column per facility; `Infinity` where it cannot serve. Every client must
 * have a finite entry. Clients that are alike may stand once, with their costs added up.
 * @param opening the cost of opening each facility, ≥ 0.
 * @param nodeBudget how many nodes the search may visit; past it the best found is returned with a lower bound.
 */
export function cheapestFacilities(
  clients: readonly Float64Array[],
  opening: Float64Array,
  nodeBudget = NODE_BUDGET,
): Facilities {
  if (clients.length === 0) return { open: [], cost: 0, nodes: 0, lowerBound: 0 };
  let best: { open: readonly number[]; cost: number } = { open: [], cost: Infinity };
  let nodes = 0;
  let unexplored = Infinity;

  const offer = (open: readonly number[]) => {
    const trimmed = dropIdle(clients, opening, open);
    const cost = totalCost(clients, opening, trimmed);
    if (cost < best.cost - EPS) best = { open: trimmed, cost };
  };

  const visit = (state: readonly Choice[], boundAbove: number): void => {
    if (nodes >= nodeBudget) {
      unexplored = Math.min(unexplored, boundAbove);
      return;
    }
    nodes++;
    const dual = dualAscent(clients, opening, state);
    if (!dual) return;
    offer(dual.paid);
    if (dual.bound >= best.cost - EPS) return;
    const branch = mostContested(clients, dual.prices, dual.paid, state);
    if (branch === undefined) return;
    visit(decided(state, branch, 'open'), dual.bound);
    visit(decided(state, branch, 'closed'), dual.bound);
  };

  visit(new Array<Choice>(opening.length).fill('free'), 0);
  const open = [...best.open].sort((a, b) => a - b);
  return { open, cost: best.cost, nodes, lowerBound: Math.min(best.cost, unexplored) };
}

const decided = (state: readonly Choice[], at: number, choice: Choice): readonly Choice[] =>
  state.map((before, index) => (index === at ? choice : before));

function totalCost(costs: readonly Float64Array[], opening: Float64Array, open: readonly number[]): number {
  let cost = open.reduce((sum, facility) => sum + (opening[facility] ?? 0), 0);
  for (const row of costs) {
    let least = Infinity;
    for (const facility of open) least = Math.min(least, row[facility] ?? Infinity);
    cost += least;
  }
  return cost;
}

/** Closes, one at a time, the facility whose closing saves most, while any saves. */
function dropIdle(
  costs: readonly Float64Array[],
  opening: Float64Array,
  open: readonly number[],
): readonly number[] {
  let current = [...open];
  for (;;) {
    const penalty = new Float64Array(current.length);
    for (const row of costs) {
      let first = Infinity;
      let second = Infinity;
      let at = 0;
      current.forEach((facility, index) => {
        const cost = row[facility] ?? Infinity;
        if (cost < first) {
          second = first;
          first = cost;
          at = index;
        } else if (cost < second) second = cost;
      });
      penalty[at] = (penalty[at] ?? 0) + second - first;
    }
    let worst = -1;
    let most = EPS;
    penalty.forEach((value, index) => {
      const saves = (opening[current[index] ?? 0] ?? 0) - value;
      if (saves > most) {
        worst = index;
        most = saves;
      }
    });
    if (worst < 0) return current;
    current = current.filter((_, index) => index !== worst);
  }
}

interface Dual {
  readonly bound: number;
  readonly prices: Float64Array;
  /** Open facilities and those whose price is fully paid: enough to serve every client. */
  readonly paid: readonly number[];
}

/** Null when the closed facilities leave a client unserved. */
function dualAscent(
  costs: readonly Float64Array[],
  opening: Float64Array,
  state: readonly Choice[],
): Dual | null {
  const facilities = state.length;
  const slack = Float64Array.from(state, (choice, f) =>
    choice === 'free' ? (opening[f] ?? 0) : choice === 'open' ? 0 : Infinity,
  );
  const shut = Uint8Array.from(state, (choice) => (choice === 'closed' ? 1 : 0));
  const prices = new Float64Array(costs.length);
  for (let z = 0; z < costs.length; z++) {
    const price = nextCost(costs[z] as Float64Array, shut, -Infinity);
    if (price === Infinity) return null;
    prices[z] = price;
  }
  const stuck = new Uint8Array(costs.length);
  for (let moving = true; moving;) {
    moving = false;
    for (let z = 0; z < costs.length; z++) {
      if (stuck[z]) continue;
      const row = costs[z] as Float64Array;
      const price = prices[z] as number;
      let step = nextCost(row, shut, price + EPS) - price;
      for (let f = 0; f < facilities; f++) {
        if (!shut[f] && (row[f] as number) <= price + EPS) step = Math.min(step, slack[f] as number);
      }
      if (!(step > EPS) || step === Infinity) {
        stuck[z] = 1;
        continue;
      }
      for (let f = 0; f < facilities; f++) {
        if (!shut[f] && (row[f] as number) <= price + EPS) slack[f] = (slack[f] as number) - step;
      }
      prices[z] = price + step;
      moving = true;
    }
  }
  let bound = 0;
  const paid: number[] = [];
  for (let f = 0; f < facilities; f++) {
    if (state[f] === 'open') bound += opening[f] ?? 0;
    if (!shut[f] && (slack[f] as number) <= EPS) paid.push(f);
  }
  for (const price of prices) bound += price;
  return { bound, prices, paid };
}

/** The least cost in the row above `over` among facilities that are not shut. */
function nextCost(row: Float64Array, shut: Uint8Array, over: number): number {
  let least = Infinity;
  for (let f = 0; f < row.length; f++) {
    const cost = row[f] as number;
    if (cost > over && cost < least && !shut[f]) least = cost;
  }
  return least;
}

/** The free facility most clients pay for: deciding it moves the bound most. */
function mostContested(
  costs: readonly Float64Array[],
  prices: Float64Array,
  paid: readonly number[],
  state: readonly Choice[],
): number | undefined {
  const paying = (f: number) =>
    costs.reduce((sum, row, z) => sum + Math.max(0, (prices[z] as number) - (row[f] as number)), 0);
  const open = paid.filter((f) => state[f] === 'free');
  const candidates = open.length > 0 ? open : [...state.keys()].filter((f) => state[f] === 'free');
  let most: number | undefined;
  let mostPaid = -1;
  for (const f of candidates) {
    const total = paying(f);
    if (total > mostPaid) {
      most = f;
      mostPaid = total;
    }
  }
  return most;
}
