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
