import type { Station, ViewPart } from '../src/body/view.ts';
import type { ZoneWish } from '../src/outline/partOutline.ts';

export const STATIONS = 120;

/**
 * A round part of two places, upper and lower half, so wide at each station; from its front over its top, rear
 * and underside.
 */
export function roundPart(radius: (k: number) => number, extra: Partial<ViewPart> = {}): ViewPart {
  const stations = Array.from({ length: STATIONS }, (_, k): Station => {
    const turn = (2 * Math.PI * k) / STATIONS;
    const normal = { x: Math.cos(turn), y: Math.sin(turn) };
    const point = { x: radius(k) * normal.x, y: 400 + radius(k) * normal.y };
    return { point, normal, zone: k < STATIONS / 2 ? 'back' : 'belly', hidden: false };
  });
  const landmarkStation = { front: 0, top: STATIONS / 4, rear: STATIONS / 2, under: (3 * STATIONS) / 4 };
  return {
    id: 'round',
    far: false,
    knots: [],
    stations,
    zones: ['back', 'belly'],
    zonesSeen: ['back', 'belly'],
    landmarkStation,
    carried: { front: 0, top: 0, rear: 0, under: 0 },
    setOn: null,
    middle: null,
    fromAbove: false,
    onGround: false,
    patches: [],
    ...extra,
  };
}

/** What a place of it brings: 30 mm of hair, free between 5 and 90. */
export const wishFor = (extra: Partial<ZoneWish> = {}): ZoneWish => ({
  hair: { stretchedMm: 30 },
  loMm: 5,
  floorMm: 1,
  hiMm: 90,
  hiBy: 'hair',
  trimMm: [5, 60],
  held: false,
  ...extra,
});
