import type { Place } from './archetypes.ts';

/** The landmarks of an outline as it is written: "withers backMid lastRib". */
export const landmarksOf = (outline: string): readonly string[] => outline.split(' ').filter(Boolean);

/** The places of a curve as it is written, each a landmark and [dx, dy] off it: "withers 0 0.3, croup -0.02 0". */
export const placesOf = (written: string): readonly Place[] => written.split(', ').map(placeOf);

function placeOf(written: string): Place {
  const [landmark = '', dx, dy] = written.split(' ');
  return [landmark, Number(dx), Number(dy)];
}
