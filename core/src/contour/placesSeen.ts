import type { ViewPart } from '../body/view.ts';
import { sideOf } from '../terms/zone.ts';
import { eachStation, placeBetween, spacingOf } from './alongPart.ts';

/** A place of a part's contour that is seen and belongs to one zone. */
export interface PlaceSeen {
  readonly station: number;
  readonly zone: string;
  /** What it is known by near a landmark, and where its zone ends to the eye; null elsewhere. */
  readonly landmark: string | null;
}

/** A place so many stations from a landmark is known by it. */
const NEAR = [0, 1, -1, 2, -2];
/** A zone of one side names its places without it. */
const SIDES = /\.(left|right)$/;

/** The places of a part's contour that are seen, in station order. On the middle line a place of either side is neither. */
export function placesSeen(part: ViewPart): readonly PlaceSeen[] {
  const { stations, landmarkStation, middle } = part;
  const n = stations.length;
  const named = new Map(Object.entries(landmarkStation).map(([name, at]) => [at, name]));
  const between: string[] = [];
  eachStation(part, (station, from, to, share) => {
    between[station] = placeBetween(from, to, share);
  });
  return stations.flatMap(({ point, zone, hidden }, station): readonly PlaceSeen[] => {
    const midline = middle !== null && Math.abs(point[middle]) < spacingOf(part);
    if (hidden || (midline && sideOf(zone) !== null)) return [];
    const ends = [-1, 1].some((by) => {
      const beside = stations[(station + by + n) % n];
      return beside?.zone !== zone || beside.hidden;
    });
    const near = NEAR.map((by) => named.get((station + by + n) % n)).find((name) => name !== undefined);
    return [
      { station, zone, landmark: near?.replace(SIDES, '') ?? (ends ? (between[station] ?? null) : null) },
    ];
  });
}
