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
const PROMOTIONS = 12;

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
  let order = callouts;
  let best = placeInOrder(order, dog);
  for (let tried = 1; tried < TRIES; tried++) {
    const { costs } = best;
    order = [...order].sort((a, b) => (costs.get(b.key) ?? Infinity) - (costs.get(a.key) ?? Infinity));
    const next = placeInOrder(order, dog);
    if (next.total < best.total) best = next;
    else if (tried > 1) break;
  }
  for (let tried = 0, rank = 0; tried < PROMOTIONS && rank < callouts.length; tried++) {
    const next = placeInOrder(promoted(best, rank), dog);
    const better = next.total < best.total;
    if (better) best = next;
    rank = better ? 0 : rank + 1;
  }
  return best.placed;
}

/** The order of a placing with the label of the worst place but so many put first. */
function promoted({ order, costs }: Placing, rank: number): readonly Callout[] {
  const costOf = ({ key }: Callout) => costs.get(key) ?? Infinity;
  const worst = [...order].sort((a, b) => costOf(b) - costOf(a))[rank];
  return worst ? [worst, ...order.filter((one) => one !== worst)] : order;
}

interface Placing {
  readonly order: readonly Callout[];
  readonly placed: readonly PlacedCallout[];
  readonly costs: ReadonlyMap<string, number>;
  /** Of all of them; one without room costs more than any place. */
  readonly total: number;
}
const NO_ROOM = 5000;

function placeInOrder(callouts: readonly Callout[], dog: (box: Box) => boolean): Placing {
  const boxes: Box[] = [];
  const leaders: { a: Point; b: Point }[] = [];
  const placed: PlacedCallout[] = [];
  const costs = new Map<string, number>();
  let total = 0;
  const centre = { x: SHEET.width / 2, y: SHEET.height * 0.52 };
  for (const { key, anchors, width, height, weight = 1 } of callouts) {
    let best: { cost: number; box: Box; from: Point; anchor: number } | undefined;
    for (let step = 0; step < anchors.length * ANGLES; step++) {
      const to = step % anchors.length;
      const a = Math.floor(step / anchors.length);
      const anchor = anchors[to] as Point;
      const outward = Math.atan2(anchor.y - centre.y, anchor.x - centre.x);
      const angle = outward + ((a % 2 === 0 ? 1 : -1) * Math.ceil(a / 2) * 2 * Math.PI) / ANGLES;
      const turn = Math.abs(Math.ceil(a / 2) * ((2 * Math.PI) / ANGLES));
      for (let reach: number = REACH.from; reach <= REACH.to; reach += REACH.step) {
        const cost = reach + 26 * turn;
        if (best && cost >= best.cost) break;
        const cx = anchor.x + Math.cos(angle) * (reach + width * 0.45 * Math.abs(Math.cos(angle)));
        const cy = anchor.y + Math.sin(angle) * (reach + height * 0.5 * Math.abs(Math.sin(angle)));
        const box = { x: cx - width / 2, y: cy - height / 2, width, height };
        if (!onSheet(box) || dog(grown(box, 3)) || boxes.some((other) => overlaps(grown(box, GAP), other)))
          continue;
        const from = nearest(box, anchor);
        if (boxes.some((other) => crosses(anchor, from, other))) continue;
        if (leaders.some((leader) => crosses(leader.a, leader.b, grown(box, 2)))) continue;
        if (leaders.some((leader) => meet(anchor, from, leader.a, leader.b))) continue;
        const whole = cost + ACROSS * acrossDog(dog, anchor, from);
        if (!best || whole < best.cost) best = { cost: whole, box, from, anchor: to };
        break;
      }
    }
    total += weight * (best?.cost ?? NO_ROOM);
    if (!best) continue;
    costs.set(key, weight * best.cost);
    boxes.push(best.box);
    const { box, from, anchor } = best;
    const to = anchors[anchor] as Point;
    leaders.push({ a: to, b: from });
    placed.push({ key, x: box.x, y: box.y, from, to, anchor });
  }
  return { order: callouts, placed, costs, total };
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
