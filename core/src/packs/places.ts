import type { Place } from './archetypes.ts';

/** What a pack writes is read once: the same text is the same value. */
export function readOnce<T>(read: (written: string) => T): (written: string) => T {
  const known = new Map<string, T>();
  return (written) => {
    const before = known.get(written);
    if (before !== undefined) return before;
    const value = read(written);
    known.set(written, value);
    return value;
  };
}

/** The landmarks of an outline as it is written: "withers backMid lastRib". */
export const landmarksOf = readOnce((outline): readonly string[] => outline.split(' ').filter(Boolean));

/** The places of a curve as it is written, each a landmark and [dx, dy] off it: "withers 0 0.3, croup -0.02 0". */
export const placesOf = readOnce((written): readonly Place[] => written.split(', ').map(placeOf));

function placeOf(written: string): Place {
  const [landmark = '', dx, dy] = written.split(' ');
  return [landmark, Number(dx), Number(dy)];
}
