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
/**
 * √(x² + y²): a dog's millimetres neither overflow nor vanish, which `Math.hypot` guards against at twenty
 * times the cost.
 */
export const norm = (x: number, y: number): number => Math.sqrt(x * x + y * y);
export const distance = (a: Point, b: Point): number => norm(a.x - b.x, a.y - b.y);

export function unit(a: Point): Point {
  const length = norm(a.x, a.y);
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

/** The upright rectangle round some points. */
export interface Box {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

export function boxOf(points: readonly Point[]): Box {
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { x, y } of points) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    low = Math.min(low, y);
    high = Math.max(high, y);
  }
  return { left, right, low, high };
}

export const overlap = (a: Box, b: Box): boolean =>
  a.left <= b.right && b.left <= a.right && a.low <= b.high && b.low <= a.high;

const EDGES_PER_SLAB = 3;

/** `inside` for one polygon asked often: its edges sorted into level slabs, so that a point meets only those beside it. */
export function coverOf(
  polygon: readonly Point[],
  { left, right, low, high } = boxOf(polygon),
): (point: Point) => boolean {
  const count = Math.max(1, Math.round(polygon.length / EDGES_PER_SLAB));
  const tall = (high - low) / count || 1;
  const slabOf = (y: number) => Math.min(count - 1, Math.max(0, Math.floor((y - low) / tall)));
  let slabs: readonly (readonly Point[])[] | null = null;
  return ({ x, y }) => {
    if (x < left || x > right || y < low || y > high) return false;
    slabs ??= edgesBySlab(polygon, count, slabOf);
    const edges = slabs[slabOf(y)] ?? [];
    let odd = false;
    for (let i = 0; i < edges.length; i += 2) {
      const [p, q] = [edges[i] as Point, edges[i + 1] as Point];
      if (p.y > y !== q.y > y && x < p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x)) odd = !odd;
    }
    return odd;
  };
}

/** The edges that cross each slab: both ends of the first, both ends of the second, and so on. */
function edgesBySlab(polygon: readonly Point[], count: number, slabOf: (y: number) => number): Point[][] {
  const slabs: Point[][] = Array.from({ length: count }, () => []);
  let b = polygon[polygon.length - 1];
  for (const a of polygon) {
    if (b && a.y !== b.y) {
      const last = slabOf(Math.max(a.y, b.y));
      for (let slab = slabOf(Math.min(a.y, b.y)); slab <= last; slab++) slabs[slab]?.push(a, b);
    }
    b = a;
  }
  return slabs;
}
