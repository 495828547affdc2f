import type { Point, View } from '@kurrel/core';
import type { Box } from './callouts.ts';
import type { Frame } from './frame.ts';

/** Where the eyes and the nose are on the sheet. */
export function faceBoxes({ eyes, nose }: Pick<View, 'eyes' | 'nose'>, frame: Frame): readonly Box[] {
  const marks = eyes.map(({ at, radiusMm }) => [
    { x: at.x - radiusMm, y: at.y - radiusMm },
    { x: at.x + radiusMm, y: at.y + radiusMm },
  ]);
  return [...marks, nose].filter(({ length }) => length > 0).map((points) => boxOf(points.map(frame.point)));
}

function boxOf(points: readonly Point[]): Box {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}
