import type { Point } from './geometry.ts';
import { distance, mix, minus, plus } from './geometry.ts';

/** A knot of a closed curve; at a corner the curve keeps its point but not its direction. */
export interface Knot {
  readonly at: Point;
  readonly corner: boolean;
}

/**
 * A closed curve through the knots: centripetal Catmull–Rom (no loops or overshoot between uneven knots), sampled
 * at `perSegment` points a segment. The result does not repeat its first point; `knotIndex[i]` is where knot i is.
 */
export function closedCurve(
  knots: readonly Knot[],
  perSegment: number,
): { readonly points: readonly Point[]; readonly knotIndex: readonly number[] } {
  const n = knots.length;
  const points: Point[] = [];
  const knotIndex: number[] = [];
  for (let i = 0; i < n; i++) {
    const b = knots[i] as Knot;
    const c = knots[(i + 1) % n] as Knot;
    const before = knots[(i + n - 1) % n] as Knot;
    const after = knots[(i + 2) % n] as Knot;
    const a = b.corner ? minus(plus(b.at, b.at), c.at) : before.at;
    const d = c.corner ? minus(plus(c.at, c.at), b.at) : after.at;
    knotIndex.push(points.length);
    centripetal(a, b.at, c.at, d, perSegment, points);
  }
  return { points, knotIndex };
}

/** Appends the points of the segment from b to c: Barry–Goldman evaluation with knot spacing = √distance. */
function centripetal(a: Point, b: Point, c: Point, d: Point, perSegment: number, points: Point[]): void {
  const t1 = Math.sqrt(distance(a, b)) || 1e-6;
  const t2 = t1 + (Math.sqrt(distance(b, c)) || 1e-6);
  const t3 = t2 + (Math.sqrt(distance(c, d)) || 1e-6);
  for (let s = 0; s < perSegment; s++) {
    const t = between(t1, t2, s / perSegment);
    points.push({
      x: pyramid(a.x, b.x, c.x, d.x, t, t1, t2, t3),
      y: pyramid(a.y, b.y, c.y, d.y, t, t1, t2, t3),
    });
  }
}

/** Barry–Goldman's pyramid for one coordinate; the knots are at 0, t1, t2, t3 and t1 ≤ t ≤ t2. */
function pyramid(
  a: number,
  b: number,
  c: number,
  d: number,
  t: number,
  t1: number,
  t2: number,
  t3: number,
): number {
  const ab = between(a, b, t / t1);
  const bc = between(b, c, (t - t1) / (t2 - t1));
  const cd = between(c, d, (t - t2) / (t3 - t2));
  const abc = between(ab, bc, t / t2);
  const bcd = between(bc, cd, (t - t1) / (t3 - t1));
  return between(abc, bcd, (t - t1) / (t2 - t1));
}

const between = (from: number, to: number, share: number) => from + (to - from) * share;

/**
 * Points about `stepMm` apart along a closed polyline, and for each wanted vertex of the polyline the index of the
 * resampled point nearest to it along the way.
 */
export function resampleClosed(
  polyline: readonly Point[],
  step: number,
  vertices: readonly number[],
): { readonly points: readonly Point[]; readonly at: readonly number[] } {
  const lengths = [0];
  for (let i = 0; i < polyline.length; i++) {
    const next = polyline[(i + 1) % polyline.length] as Point;
    lengths.push((lengths[i] as number) + distance(polyline[i] as Point, next));
  }
  const total = lengths[polyline.length] as number;
  const count = Math.max(8, Math.round(total / step));
  const points: Point[] = [];
  let segment = 0;
  for (let k = 0; k < count; k++) {
    const s = (total * k) / count;
    while ((lengths[segment + 1] as number) < s) segment++;
    const from = lengths[segment] as number;
    const span = (lengths[segment + 1] as number) - from;
    const a = polyline[segment] as Point;
    const b = polyline[(segment + 1) % polyline.length] as Point;
    points.push(mix(a, b, span === 0 ? 0 : (s - from) / span));
  }
  const at = vertices.map((vertex) => Math.round(((lengths[vertex] as number) / total) * count) % count);
  return { points, at };
}
