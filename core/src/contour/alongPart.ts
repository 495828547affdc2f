import type { Point } from '../body/geometry.ts';
import { distance } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import { memoizeByObject } from '../terms/memoizeByObject.ts';
import type { Side } from '../terms/zone.ts';

/** A closed line, one point for each station of a part, mm. */
export interface Line {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** A part's contour without its coat. */
export const skinOf = memoizeByObject(({ stations }: ViewPart): Line => {
  const line = { x: new Float64Array(stations.length), y: new Float64Array(stations.length) };
  stations.forEach(({ point }, i) => {
    line.x[i] = point.x;
    line.y[i] = point.y;
  });
  return line;
});

/** Between the stations of a part, mm. */
export const spacingOf = memoizeByObject(({ stations }: ViewPart): number => {
  let sum = 0;
  let previous = stations.at(-1);
  for (const station of stations) {
    if (previous) sum += distance(station.point, previous.point);
    previous = station;
  }
  return stations.length > 1 ? sum / stations.length : 1;
});

/** A stretch of a part's contour from one landmark to the next, in station order. */
interface Stretch {
  readonly from: string;
  readonly to: string;
  readonly start: number;
  readonly length: number;
}

/** The contour cut at its landmarks; together they go once round it. */
const stretchesOf = memoizeByObject(({ landmarkStation, stations }: ViewPart): readonly Stretch[] => {
  const marks = Object.entries(landmarkStation).sort((a, b) => a[1] - b[1]);
  return marks.map(([from, start], index) => {
    const [to = from, end = start] = marks[(index + 1) % marks.length] ?? [];
    const length = (end - start + stations.length) % stations.length;
    return { from, to, start, length: length || (marks.length === 1 ? stations.length : 0) };
  });
});

/** Every station with the landmarks on both sides of it and its share of the way between them. */
export function eachStation(
  part: ViewPart,
  visit: (station: number, from: string, to: string, share: number) => void,
): void {
  const n = part.stations.length;
  for (const { from, to, start, length } of stretchesOf(part)) {
    for (let k = 0; k < length; k++) visit((start + k) % n, from, to, k / length);
  }
}

/** What a landmark has, linear along the contour between landmarks. */
export function spreadAlong(part: ViewPart, at: (landmark: string) => number): Float64Array {
  const out = new Float64Array(part.stations.length);
  eachStation(part, (station, from, to, share) => {
    out[station] = at(from) * (1 - share) + at(to) * share;
  });
  return out;
}

/** The share of a correction that stays with the dog's own bone, by station. */
export const carriedAlong = memoizeByObject((part: ViewPart) =>
  spreadAlong(part, (name) => part.carried[name] ?? 0),
);

/**
 * Where on another part's contour the places of this part's stations lie, in its stations; null where it lacks
 * a landmark of this one's.
 */
const positionsOn = memoizeByObject((part: ViewPart) =>
  memoizeByObject((other: ViewPart): Float64Array | null => {
    const out = new Float64Array(part.stations.length);
    const n = other.stations.length;
    let found = true;
    eachStation(part, (station, from, to, share) => {
      const [a, b] = [other.landmarkStation[from], other.landmarkStation[to]];
      if (a === undefined || b === undefined) found = false;
      else out[station] = (a + ((b - a + n) % n) * share) % n;
    });
    return found ? out : null;
  }),
);

/** A line seen from the stations of a part: the point of it that belongs to each. */
export type LineAlong = (station: number) => Point;

/**
 * Another dog's contour, one point for each of its stations, seen from this part's: the same share of the way
 * between the same two landmarks. Null where the other part has not the same landmarks.
 */
export function corresponding(part: ViewPart, other: ViewPart, { x, y }: Line): LineAlong | null {
  const positions = positionsOn(part)(other);
  if (!positions) return null;
  return (station) => {
    const position = positions[station] as number;
    const p = Math.floor(position);
    const q = p + 1 < x.length ? p + 1 : 0;
    const t = position - p;
    return {
      x: (x[p] as number) + ((x[q] as number) - (x[p] as number)) * t,
      y: (y[p] as number) + ((y[q] as number) - (y[p] as number)) * t,
    };
  };
}

/**
 * A place between two landmarks, by its share of the way: "withers>backMid@0.25". Sides are left out: the zone
 * knows its own.
 */
export const placeBetween = (from: string, to: string, share: number): string =>
  `${from.replace(SIDES, '')}>${to.replace(SIDES, '')}@${share.toFixed(2)}`;

const SIDES = /\.(left|right)$/;

/**
 * The station of a landmark, or of a place between two, on the side of the dog that is meant; undefined where
 * there is none.
 */
export function stationAt(part: ViewPart, name: string, side: Side | null): number | undefined {
  const known = (landmark: string) =>
    (side === null ? undefined : part.landmarkStation[`${landmark}.${side}`]) ??
    part.landmarkStation[landmark];
  const [from = '', rest] = name.split('>');
  if (rest === undefined) return known(name);
  const [to = '', share] = rest.split('@');
  const [a, b] = [known(from), known(to)];
  if (a === undefined || b === undefined) return undefined;
  const n = part.stations.length;
  return (a + Math.round(((b - a + n) % n) * Number(share))) % n;
}

/** The stations from one landmark to another, the shorter way round, both included; none where the part lacks one. */
export function stretchOf(
  { landmarkStation, stations }: ViewPart,
  from: string,
  to: string,
): readonly number[] {
  const [a, b] = [landmarkStation[from], landmarkStation[to]];
  if (a === undefined || b === undefined) return [];
  const n = stations.length;
  const forward = (b - a + n) % n;
  const [start, steps] = forward <= n / 2 ? [a, forward] : [b, n - forward];
  return Array.from({ length: steps + 1 }, (_, k) => (start + k) % n);
}
