import type { Point, ViewPart } from '@kurrel/core';

/** Nearer to the drawn coat than this another one is the same, mm. */
const APART_MM = 1;

/** Another coat's contour where it is seen and stands apart from this one's, station by station. */
export function apartRuns(
  part: ViewPart | undefined,
  contour: readonly Point[],
  drawn: readonly Point[],
): readonly (readonly Point[])[] {
  const runs: Point[][] = [[]];
  part?.stations.forEach(({ hidden }, i) => {
    const [at, here] = [contour[i], drawn[i]];
    const apart = at && here && Math.hypot(at.x - here.x, at.y - here.y) > APART_MM;
    if (hidden || !apart) runs.push([]);
    else runs[runs.length - 1]?.push(at);
  });
  return runs.filter((run) => run.length > 1);
}
