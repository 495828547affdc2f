import type { Point } from '@kurrel/core';
import { SHEET } from './frame.ts';

/** A label that wants a place near what it points at. */
export interface Callout {
  readonly key: string;
  /** What it may point at: one of these. */
  readonly anchors: readonly Point[];
  readonly width: number;
  readonly height: number;
  /** How much a far place counts; 1 where it is not said. */
  readonly weight?: number;
}

export interface PlacedCallout {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  /** Where the leader meets the label, and what it points at: which of the anchors. */
  readonly from: Point;
  readonly to: Point;
  readonly anchor: number;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const CELL = 6;
const COLUMNS = Math.ceil(SHEET.width / CELL);
const ROWS = Math.ceil(SHEET.height / CELL);
const GAP = 5;
const ANGLES = 28;
const REACH = { from: 22, to: 330, step: 11 } as const;

/** So many orders of placing are tried: those with the worst places first, then with one of them put before all others. */
const TRIES = 5;
const PROMOTIONS = 10;

/**
 * Finds every label a place where it covers neither the dog nor another label nor another's leader, as near to what
 * it points at as may be. Labels are placed in the order given, then again with those first that found the worst places, and the
 * best of these is taken; one without room is left out.
 */
export function placeCallouts(
  callouts: readonly Callout[],
  shapes: readonly (readonly Point[])[],
): readonly PlacedCallout[] {
  const dog = occupied(shapes);
  const seats = new Map(callouts.map((callout) => [callout.key, seatsOf(callout, dog)]));
  let order = callouts;
  let best = placeInOrder(order, seats);
  for (let tried = 1; tried < TRIES; tried++) {
    const { costs } = best;
    order = [...order].sort((a, b) => (costs.get(b.key) ?? Infinity) - (costs.get(a.key) ?? Infinity));
    const next = placeInOrder(order, seats);
    if (next.total < best.total) best = next;
    else if (tried > 1) break;
  }
  for (let tried = 0, rank = 0; tried < PROMOTIONS; tried++) {
    const first = driven(best, seats)[rank];
    if (!first) break;
    const next = placeInOrder([first, ...best.order.filter((one) => one !== first)], seats);
    const better = next.total < best.total;
    if (better) best = next;
    rank = better ? 0 : rank + 1;
  }
  return best.placed;
}

/** A place for a label, whatever other labels there are. */
interface Seat {
  readonly cost: number;
  readonly box: Box;
  readonly from: Point;
  readonly to: Point;
  readonly anchor: number;
}

const CENTRE = { x: SHEET.width / 2, y: SHEET.height * 0.52 };

/** Every place on the sheet beside the dog, the cheapest first: near, outward of its anchor, with little of its leader on the dog. */
function seatsOf({ anchors, width, height }: Callout, dog: (box: Box) => boolean): readonly Seat[] {
  const seats: Seat[] = [];
  anchors.forEach((to, anchor) => {
    const outward = Math.atan2(to.y - CENTRE.y, to.x - CENTRE.x);
    for (let a = 0; a < ANGLES; a++) {
      const turn = Math.ceil(a / 2) * ((2 * Math.PI) / ANGLES);
      const angle = outward + (a % 2 === 0 ? turn : -turn);
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      for (let reach: number = REACH.from; reach <= REACH.to; reach += REACH.step) {
        const cx = to.x + cos * (reach + width * 0.45 * Math.abs(cos));
        const cy = to.y + sin * (reach + height * 0.5 * Math.abs(sin));
        const box = { x: cx - width / 2, y: cy - height / 2, width, height };
        if (!onSheet(box) || dog(grown(box, 3))) continue;
        const from = nearest(box, to);
        const far = reach + 26 * turn + ACROSS * acrossDog(dog, to, from);
        seats.push({ cost: far * (1 + far / ONE_FAR), box, from, to, anchor });
      }
    }
  });
  return seats.sort((a, b) => a.cost - b.cost);
}

interface Placing {
  readonly order: readonly Callout[];
  readonly placed: readonly PlacedCallout[];
  readonly costs: ReadonlyMap<string, number>;
  /** Of all of them; one without room costs more than any place. */
  readonly total: number;
}
const NO_ROOM = 20_000;

/** Each in turn takes the cheapest seat that those before it have left. */
function placeInOrder(order: readonly Callout[], seats: ReadonlyMap<string, readonly Seat[]>): Placing {
  const taken: Seat[] = [];
  const placed: PlacedCallout[] = [];
  const costs = new Map<string, number>();
  let total = 0;
  for (const { key, weight = 1 } of order) {
    const seat = seats.get(key)?.find((one) => !taken.some((other) => inTheWay(one, other)));
    total += weight * (seat?.cost ?? NO_ROOM);
    if (!seat) continue;
    const { box, from, to, anchor } = seat;
    costs.set(key, weight * seat.cost);
    taken.push(seat);
    placed.push({ key, x: box.x, y: box.y, from, to, anchor });
  }
  return { order, placed, costs, total };
}

const inTheWay = (a: Seat, b: Seat): boolean =>
  overlaps(grown(a.box, GAP), b.box) ||
  crosses(a.to, a.from, b.box) ||
  crosses(b.to, b.from, grown(a.box, 2)) ||
  meet(a.to, a.from, b.to, b.from);

/** One label so far from its place is as bad as two that are each half as far and half again. */
const ONE_FAR = 150;
/** Less is not worth trying to better. */
const WORTH = 25;

/** The labels that others drove from the place they would have, the furthest first. */
function driven({ order, costs }: Placing, seats: ReadonlyMap<string, readonly Seat[]>): readonly Callout[] {
  const lost = ({ key, weight = 1 }: Callout) =>
    (costs.get(key) ?? weight * NO_ROOM) - weight * (seats.get(key)?.[0]?.cost ?? NO_ROOM);
  return order.filter((one) => lost(one) > WORTH).sort((a, b) => lost(b) - lost(a));
}

/** A leader over the dog costs so much more than one over the paper. */
const ACROSS = 2.2;
const STEP = 8;

/** How much of a leader lies on the dog, in drawing units. */
function acrossDog(dog: (box: Box) => boolean, a: Point, b: Point): number {
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  let on = 0;
  for (let s = 0; s < length; s += STEP) {
    const t = s / length;
    const x = a.x + (b.x - a.x) * t;
    const y = a.y + (b.y - a.y) * t;
    if (dog({ x, y, width: 1, height: 1 })) on += STEP;
  }
  return on;
}

const grown = (box: Box, by: number): Box => ({
  x: box.x - by,
  y: box.y - by,
  width: box.width + 2 * by,
  height: box.height + 2 * by,
});
const onSheet = (box: Box) =>
  box.x >= 2 && box.y >= 2 && box.x + box.width <= SHEET.width - 2 && box.y + box.height <= SHEET.height - 2;
export const overlaps = (a: Box, b: Box) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
const nearest = (box: Box, p: Point): Point => ({
  x: Math.min(box.x + box.width, Math.max(box.x, p.x)),
  y: Math.min(box.y + box.height, Math.max(box.y, p.y)),
});

const side = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
const meet = (a: Point, b: Point, c: Point, d: Point) =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;

function crosses(a: Point, b: Point, box: Box): boolean {
  const holds = (p: Point) =>
    p.x > box.x && p.x < box.x + box.width && p.y > box.y && p.y < box.y + box.height;
  if (holds(a) || holds(b)) return true;
  const tl = { x: box.x, y: box.y };
  const br = { x: box.x + box.width, y: box.y + box.height };
  const tr = { x: br.x, y: tl.y };
  const bl = { x: tl.x, y: br.y };
  return meet(a, b, tl, br) || meet(a, b, tr, bl);
}

/** A test whether a box touches the dog: its shapes filled into a coarse grid, summed so that a box is one look-up. */
function occupied(shapes: readonly (readonly Point[])[]): (box: Box) => boolean {
  const sums = new Int32Array((COLUMNS + 1) * (ROWS + 1));
  const filled = new Uint8Array(COLUMNS * ROWS);
  for (const shape of shapes) {
    for (let row = 0; row < ROWS; row++) {
      const y = (row + 0.5) * CELL;
      const xs: number[] = [];
      let b = shape[shape.length - 1];
      for (const a of shape) {
        if (b && a.y > y !== b.y > y) xs.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x));
        b = a;
      }
      xs.sort((p, q) => p - q);
      for (let i = 0; i + 1 < xs.length; i += 2) {
        const first = Math.max(0, Math.floor((xs[i] ?? 0) / CELL));
        const last = Math.min(COLUMNS - 1, Math.floor((xs[i + 1] ?? 0) / CELL));
        filled.fill(1, row * COLUMNS + first, row * COLUMNS + last + 1);
      }
    }
  }
  for (let row = 0; row < ROWS; row++) {
    for (let column = 0; column < COLUMNS; column++) {
      sums[(row + 1) * (COLUMNS + 1) + column + 1] =
        (filled[row * COLUMNS + column] ?? 0) +
        (sums[row * (COLUMNS + 1) + column + 1] ?? 0) +
        (sums[(row + 1) * (COLUMNS + 1) + column] ?? 0) -
        (sums[row * (COLUMNS + 1) + column] ?? 0);
    }
  }
  const clampC = (c: number) => Math.min(COLUMNS, Math.max(0, c));
  const clampR = (r: number) => Math.min(ROWS, Math.max(0, r));
  return (box) => {
    const c0 = clampC(Math.floor(box.x / CELL));
    const c1 = clampC(Math.ceil((box.x + box.width) / CELL));
    const r0 = clampR(Math.floor(box.y / CELL));
    const r1 = clampR(Math.ceil((box.y + box.height) / CELL));
    const at = (r: number, c: number) => sums[r * (COLUMNS + 1) + c] ?? 0;
    return at(r1, c1) - at(r0, c1) - at(r1, c0) + at(r0, c0) > 0;
  };
}
