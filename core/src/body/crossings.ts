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
  const across = line.map((p) => ({
    x: -(p.x - from.x) * sin + (p.y - from.y) * cos,
    y: (p.x - from.x) * cos + (p.y - from.y) * sin,
  }));
  return crossings(across, 0).filter((far) => far > 0);
}
