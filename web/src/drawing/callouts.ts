import type { Point } from '@kurrel/core';
import type { Covers } from './covers.ts';
import { occupied } from './covers.ts';
import { SHEET } from './frame.ts';

/** A label that wants a place near what it points at. */
export interface Callout {
  readonly key: string;
  /** What it may point at: one of these. */
  readonly anchors: readonly Point[];
  readonly width: number;
  readonly height: number;
  /** It is looked at most: it takes its place before all others, and makes room for none. */
  readonly first?: boolean;
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

/** Rectangle, drawing units. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const GAP = 5;
const ANGLES = 28;
const REACH = { from: 22, to: 330, step: 11 } as const;

/** So many orders of placing are tried: those with the worst places first. */
const TRIES = 5;
/** So often labels make room for one that has a bad place; of its better places so many are looked at, among the so many cheapest. */
const EVICTIONS = 16;
const LOOKED_AT = 24;
const SCANNED = 200;
/** No more than so many make room for one. */
const EVICTED = 3;

/**
 * Finds every label a place where it covers neither the dog nor another label nor another's leader, as near to
 * what it points at as may be. Labels are placed in the order given, then again with those first that found the
 * worst places; in the best of these, labels make room for one that has a bad place where all are better off. One without
 * room is left out. Leaders keep off `marks` (the eyes, the nose, figures on the dog) where there is another way.
 */
export function placeCallouts(
  callouts: readonly Callout[],
  shapes: readonly (readonly Point[])[],
  marks: readonly Box[] = [],
): readonly PlacedCallout[] {
  const dog = occupied(shapes);
  const seats = new Map(callouts.map((callout) => [callout.key, seatsOf(callout, dog, marks)]));
  let order = callouts;
  let best = placeInOrder(order, seats);
  for (let tried = 1; tried < TRIES; tried++) {
    const { placing } = best;
    order = [...order].sort((a, b) => costOf(b, placing) - costOf(a, placing));
    const next = placeInOrder(order, seats);
    if (next.total < best.total) best = next;
    else if (tried > 1) break;
  }
  let { placing } = best;
  for (let tried = 0, rank = 0; tried < EVICTIONS; tried++) {
    const first = driven(callouts, placing, seats)[rank];
    if (!first) break;
    const better = madeRoom(first, callouts, placing, seats);
    rank = better ? 0 : rank + 1;
    placing = better ?? placing;
  }
  return callouts.flatMap(({ key }) => {
    const seat = placing.get(key);
    return seat
      ? [{ key, x: seat.box.x, y: seat.box.y, from: seat.from, to: seat.to, anchor: seat.anchor }]
      : [];
  });
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

/**
 * Every place on the sheet beside the dog, the cheapest first: near, outward of its anchor, with little of its
 * leader on the dog.
 */
function seatsOf({ anchors, width, height }: Callout, dog: Covers, marks: readonly Box[]): readonly Seat[] {
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
        const [x, y] = [cx - width / 2, cy - height / 2];
        if (!onSheet(x, y, width, height) || dog(x - 3, y - 3, x + width + 3, y + height + 3)) continue;
        const box = { x, y, width, height };
        const from = nearest(box, to);
        const over = marks.some((mark) => crosses(to, from, mark, 0)) ? OVER_MARK : 0;
        const far = reach + 26 * turn + ACROSS * acrossDog(dog, to, from) + over;
        const cost = far * (1 + far / ONE_FAR);
        if (cost < NO_ROOM) seats.push({ cost, box, from, to, anchor });
      }
    }
  });
  return seats.sort((a, b) => a.cost - b.cost);
}

/** The seats that are taken, by label; one without room has none. */
type Placing = ReadonlyMap<string, Seat>;
type Seats = ReadonlyMap<string, readonly Seat[]>;
/** A place that costs more (a leader over half the dog) is none. */
const NO_ROOM = 4000;

/** What its seat costs; being without room costs more than any. */
const costOf = ({ key }: Callout, placing: Placing): number => placing.get(key)?.cost ?? NO_ROOM;
const totalOf = (callouts: readonly Callout[], placing: Placing): number =>
  callouts.reduce((sum, callout) => sum + costOf(callout, placing), 0);

/** Each in turn takes the cheapest seat that those before it have left. */
function placeInOrder(order: readonly Callout[], seats: Seats): { placing: Placing; total: number } {
  const placing = new Map<string, Seat>();
  seatEach(order, placing, seats);
  return { placing, total: totalOf(order, placing) };
}

function seatEach(order: readonly Callout[], placing: Map<string, Seat>, seats: Seats): void {
  for (const { key } of [...order].sort((a, b) => Number(b.first ?? false) - Number(a.first ?? false))) {
    const taken = [...placing.values()];
    const seat = seats.get(key)?.find((one) => !taken.some((other) => inTheWay(one, other)));
    if (seat) placing.set(key, seat);
  }
}

/** A better seat for one label, with those who had it or stood in its way seated again; null where that costs more. */
function madeRoom(
  callout: Callout,
  callouts: readonly Callout[],
  placing: Placing,
  seats: Seats,
): Placing | null {
  const now = placing.get(callout.key)?.cost ?? NO_ROOM;
  const total = totalOf(callouts, placing);
  const others = callouts.filter(({ key }) => key !== callout.key && placing.has(key));
  let looked = 0;
  for (const seat of seats.get(callout.key)?.slice(0, SCANNED) ?? []) {
    if (seat.cost >= now || looked === LOOKED_AT) return null;
    const evicted = inTheWayOf(seat, others, placing);
    if (!evicted) continue;
    looked++;
    const next = new Map(placing).set(callout.key, seat);
    for (const { key } of evicted) next.delete(key);
    seatEach(evicted, next, seats);
    if (totalOf(callouts, next) < total) return next;
  }
  return null;
}

/** The labels that would make room for a seat; null where they are too many, or one of them makes room for none. */
function inTheWayOf(seat: Seat, others: readonly Callout[], placing: Placing): readonly Callout[] | null {
  const found: Callout[] = [];
  for (const other of others) {
    if (!inTheWay(seat, placing.get(other.key) as Seat)) continue;
    if (other.first || found.length === EVICTED) return null;
    found.push(other);
  }
  return found;
}

const inTheWay = (a: Seat, b: Seat): boolean =>
  overlaps(a.box, b.box, GAP) ||
  crosses(a.to, a.from, b.box, 0) ||
  crosses(b.to, b.from, a.box, 2) ||
  meet(a.to.x, a.to.y, a.from.x, a.from.y, b.to.x, b.to.y, b.from.x, b.from.y);

/** Quadratic penalty on the distance of a label from its place. */
const ONE_FAR = 150;
/** Less is not worth trying to better. */
const WORTH = 25;

/** The labels that others drove from the place they would have, the furthest first. */
function driven(callouts: readonly Callout[], placing: Placing, seats: Seats): readonly Callout[] {
  const lost = (callout: Callout) =>
    costOf(callout, placing) - (seats.get(callout.key)?.[0]?.cost ?? NO_ROOM);
  return callouts.filter((one) => lost(one) > WORTH).sort((a, b) => lost(b) - lost(a));
}

/** A leader over the dog costs so much more than one over the paper. */
const ACROSS = 2.2;
const STEP = 8;
/** A leader over an eye or a figure is as bad as one so much longer. */
const OVER_MARK = 120;

/** How much of a leader lies on the dog, in drawing units. */
function acrossDog(dog: Covers, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = Math.sqrt(dx * dx + dy * dy);
  let on = 0;
  for (let s = 0; s < length; s += STEP) {
    const x = a.x + (dx * s) / length;
    const y = a.y + (dy * s) / length;
    if (dog(x, y, x + 1, y + 1)) on += STEP;
  }
  return on;
}

const onSheet = (x: number, y: number, width: number, height: number) =>
  x >= 2 && y >= 2 && x + width <= SHEET.width - 2 && y + height <= SHEET.height - 2;
/** Whether two boxes come nearer than `gap`. */
export const overlaps = (a: Box, b: Box, gap = 0) =>
  a.x - gap < b.x + b.width &&
  b.x < a.x + a.width + gap &&
  a.y - gap < b.y + b.height &&
  b.y < a.y + a.height + gap;
const nearest = (box: Box, p: Point): Point => ({
  x: Math.min(box.x + box.width, Math.max(box.x, p.x)),
  y: Math.min(box.y + box.height, Math.max(box.y, p.y)),
});

/** On which side of the line from a to b a point lies: the sign. */
const side = (ax: number, ay: number, bx: number, by: number, x: number, y: number) =>
  (bx - ax) * (y - ay) - (by - ay) * (x - ax);

/** Whether the stretch from a to b crosses that from c to d. */
const meet = (
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean =>
  side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) < 0 &&
  side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) < 0;

/** Whether a leader runs over a box with a margin round it. */
function crosses(a: Point, b: Point, box: Box, margin: number): boolean {
  const left = box.x - margin;
  const top = box.y - margin;
  const right = box.x + box.width + margin;
  const bottom = box.y + box.height + margin;
  if (Math.max(a.x, b.x) <= left || Math.min(a.x, b.x) >= right) return false;
  if (Math.max(a.y, b.y) <= top || Math.min(a.y, b.y) >= bottom) return false;
  if (a.x > left && a.x < right && a.y > top && a.y < bottom) return true;
  if (b.x > left && b.x < right && b.y > top && b.y < bottom) return true;
  return (
    meet(a.x, a.y, b.x, b.y, left, top, right, bottom) || meet(a.x, a.y, b.x, b.y, right, top, left, bottom)
  );
}
