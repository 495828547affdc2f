import type { Point } from '../body/geometry.ts';
import { distance } from '../body/geometry.ts';

/** The line nearest to points (total least squares), from beside the first to beside the last. */
export function lineThrough(points: readonly Point[]): readonly [Point, Point] {
  const n = points.length;
  const middle = {
    x: points.reduce((sum, p) => sum + p.x, 0) / n,
    y: points.reduce((sum, p) => sum + p.y, 0) / n,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - middle.x) ** 2;
    xy += (p.x - middle.x) * (p.y - middle.y);
    yy += (p.y - middle.y) ** 2;
  }
  // Principal axis: tan 2φ = 2·Sxy / (Sxx − Syy).
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const along = (p: Point | undefined): Point => {
    const far = p ? (p.x - middle.x) * cos + (p.y - middle.y) * sin : 0;
    return { x: middle.x + far * cos, y: middle.y + far * sin };
  };
  return [along(points[0]), along(points[n - 1])];
}

/**
 * The circle nearest to points by Kåsa's fit: least squares of x² + y² + a·x + b·y + c, about their middle.
 * Null for fewer than three points or points on one line.
 */
export function circleThrough(
  points: readonly Point[],
): { readonly middle: Point; readonly radius: number; readonly rms: number } | null {
  const n = points.length;
  if (n < 3) return null;
  const mx = points.reduce((sum, p) => sum + p.x, 0) / n;
  const my = points.reduce((sum, p) => sum + p.y, 0) / n;
  let [uu, uv, vv, uz, vz] = [0, 0, 0, 0, 0];
  for (const p of points) {
    const [u, v] = [p.x - mx, p.y - my];
    const z = u * u + v * v;
    uu += u * u;
    uv += u * v;
    vv += v * v;
    uz += u * z;
    vz += v * z;
  }
  const det = uu * vv - uv * uv;
  if (Math.abs(det) < 1e-9 * (uu + vv) ** 2) return null;
  const [u, v] = [(vv * uz - uv * vz) / (2 * det), (uu * vz - uv * uz) / (2 * det)];
  const radius = Math.sqrt(u * u + v * v + (uu + vv) / n);
  const middle = { x: mx + u, y: my + v };
  const rms = Math.sqrt(points.reduce((sum, p) => sum + (distance(p, middle) - radius) ** 2, 0) / n);
  return { middle, radius, rms };
}
