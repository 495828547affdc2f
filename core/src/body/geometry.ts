/** Plane points in the side view: x grows towards the tail (the dog faces left), y grows upwards. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export const plus = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
export const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
export const times = (a: Point, k: number): Point => ({ x: a.x * k, y: a.y * k });
export const mix = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

export function unit(a: Point): Point {
  const length = Math.hypot(a.x, a.y);
  return length === 0 ? { x: 0, y: 1 } : { x: a.x / length, y: a.y / length };
}

/** Twice the signed area; positive when the polygon runs counter-clockwise. */
export function signedArea(polygon: readonly Point[]): number {
  let sum = 0;
  let previous = polygon[polygon.length - 1];
  for (const point of polygon) {
    if (previous) sum += previous.x * point.y - point.x * previous.y;
    previous = point;
  }
  return sum;
}

/** Even-odd test. */
export function inside(polygon: readonly Point[], point: Point): boolean {
  let odd = false;
  let b = polygon[polygon.length - 1];
  for (const a of polygon) {
    if (b && a.y > point.y !== b.y > point.y) {
      const x = a.x + ((point.y - a.y) / (b.y - a.y)) * (b.x - a.x);
      if (point.x < x) odd = !odd;
    }
    b = a;
  }
  return odd;
}

const SLABS = 48;

/** `inside` for one polygon asked often: its edges sorted into level slabs, so that a point meets only those beside it. */
export function coverOf(polygon: readonly Point[]): (point: Point) => boolean {
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { x, y } of polygon) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    low = Math.min(low, y);
    high = Math.max(high, y);
  }
  const tall = (high - low) / SLABS || 1;
  const slabOf = (y: number) => Math.min(SLABS - 1, Math.max(0, Math.floor((y - low) / tall)));
  const slabs: (readonly [Point, Point])[][] = Array.from({ length: SLABS }, () => []);
  let b = polygon[polygon.length - 1];
  for (const a of polygon) {
    if (b && a.y !== b.y) {
      const last = slabOf(Math.max(a.y, b.y));
      for (let slab = slabOf(Math.min(a.y, b.y)); slab <= last; slab++) slabs[slab]?.push([a, b]);
    }
    b = a;
  }
  return ({ x, y }) => {
    if (x < left || x > right || y < low || y > high) return false;
    let odd = false;
    for (const [p, q] of slabs[slabOf(y)] ?? []) {
      if (p.y > y !== q.y > y && x < p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x)) odd = !odd;
    }
    return odd;
  };
}
