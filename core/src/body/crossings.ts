import type { Point } from './geometry.ts';

/** Heights at which a closed line passes over x. */
export function crossings(line: readonly Point[], x: number): number[] {
  const ys: number[] = [];
  let b = line[line.length - 1];
  for (const a of line) {
    if (b && a.x > x !== b.x > x) ys.push(a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y));
    b = a;
  }
  return ys;
}

/** How far along a ray from a point, in a unit direction, it leaves or enters a closed line. */
export function alongRay(line: readonly Point[], from: Point, { x: cos, y: sin }: Point): readonly number[] {
  const far: number[] = [];
  const last = line[line.length - 1];
  if (!last) return far;
  // Of each point: how far it lies to the left of the ray, and along it.
  let left = (last.y - from.y) * cos - (last.x - from.x) * sin;
  let along = (last.x - from.x) * cos + (last.y - from.y) * sin;
  for (const point of line) {
    const toLeft = (point.y - from.y) * cos - (point.x - from.x) * sin;
    const toAlong = (point.x - from.x) * cos + (point.y - from.y) * sin;
    if (toLeft > 0 !== left > 0) {
      const at = toAlong - (toLeft / (left - toLeft)) * (along - toAlong);
      if (at > 0) far.push(at);
    }
    left = toLeft;
    along = toAlong;
  }
  return far;
}
