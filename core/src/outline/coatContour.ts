import type { Coat } from '../coat/hair.ts';
import { plus, times, unit } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';

/** How long the hair is in a zone, and how that varies along the zone's contour. */
export interface ZoneHair {
  readonly stretchedMm: number;
  /** Share of the length at named landmarks of the contour, linear between them; 1 where none is named. */
  readonly shape?: Readonly<Record<string, number>>;
  /** Lay for this hair where it differs from the coat's (a beard hangs, a carded jacket lies flat). */
  readonly layDeg?: number;
}

/** 45°: the steepest bevel shears leave between a long zone and a short one. */
const BEVEL = 1;
const SMOOTHING_MM = 9;

/**
 * Where the coat's surface lies over each station of a part: `p + u·s·L`. Upright hair stands off along the normal by
 * stretched × curl × sin θ; long lying hair hangs, so beneath the dog it turns towards the ground and shows its length.
 * Between zones the step is bevelled at 45° towards the shorter hair.
 */
export function coatContour(
  part: ViewPart,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
): readonly Point[] {
  const stations = part.stations;
  const n = stations.length;
  const depth = new Float64Array(n);
  const hang = new Float64Array(n);
  const hairs = new Map<string, ZoneHair>();
  const shapes = new Map<string, Float64Array>();
  for (let i = 0; i < n; i++) {
    const station = stations[i];
    if (!station) continue;
    let hair = hairs.get(station.zone);
    if (!hair) {
      hair = hairOf(station.zone);
      hairs.set(station.zone, hair);
      if (hair.shape) shapes.set(station.zone, shapeAlong(part, hair.shape));
    }
    const length = hair.stretchedMm * (shapes.get(station.zone)?.[i] ?? 1);
    const sin = Math.sin(((hair.layDeg ?? coat.layDeg) * Math.PI) / 180);
    const lies =
      Math.min(1, Math.max(0, (62 - (hair.layDeg ?? coat.layDeg)) / 25)) * Math.min(1, length / 45);
    const beneath = Math.max(0, -station.normal.y) * lies;
    hang[i] = beneath;
    depth[i] = length * coat.curl * (sin + (1 - sin) * beneath);
  }
  const spacing = n > 1 ? perimeter(stations.map((s) => s.point)) / n : 1;
  const bevelled = smooth(bevel(depth, spacing * BEVEL), spacing);
  return stations.map(({ point, normal }, i) => {
    const h = hang[i] ?? 0;
    const direction = h > 0 ? unit({ x: normal.x * (1 - h), y: normal.y * (1 - h) - h }) : normal;
    return plus(point, times(direction, bevelled[i] ?? 0));
  });
}

function perimeter(points: readonly Point[]): number {
  let sum = 0;
  let previous = points[points.length - 1];
  for (const point of points) {
    if (previous) sum += Math.hypot(point.x - previous.x, point.y - previous.y);
    previous = point;
  }
  return sum;
}

/** Lowers every depth to what a slope of `rise` per station from its neighbours allows; the contour is closed. */
function bevel(depth: Float64Array, rise: number): Float64Array {
  const n = depth.length;
  const out = Float64Array.from(depth);
  for (let pass = 0; pass < 2; pass++) {
    for (let i = 0; i < 2 * n; i++) {
      const at = i % n;
      out[at] = Math.min(out[at] as number, (out[(at + n - 1) % n] as number) + rise);
    }
    for (let i = 2 * n - 1; i >= 0; i--) {
      const at = i % n;
      out[at] = Math.min(out[at] as number, (out[(at + 1) % n] as number) + rise);
    }
  }
  return out;
}

function smooth(depth: Float64Array, spacing: number): Float64Array {
  const reach = Math.max(1, Math.round(SMOOTHING_MM / spacing));
  const n = depth.length;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    let weights = 0;
    for (let k = -reach; k <= reach; k++) {
      const weight = reach + 1 - Math.abs(k);
      sum += weight * (depth[(i + k + n) % n] as number);
      weights += weight;
    }
    out[i] = sum / weights;
  }
  return out;
}

/** The shape's factors interpolated along the closed contour between its named landmarks. */
function shapeAlong(part: ViewPart, shape: Readonly<Record<string, number>>): Float64Array {
  const n = part.stations.length;
  const knots = Object.entries(shape)
    .flatMap(([name, factor]) => {
      const at = part.landmarkStation[name];
      return at === undefined ? [] : [{ at, factor }];
    })
    .sort((a, b) => a.at - b.at);
  const out = new Float64Array(n).fill(1);
  const first = knots[0];
  if (!first) return out;
  knots.forEach((knot, index) => {
    const next = knots[index + 1] ?? { at: first.at + n, factor: first.factor };
    const span = next.at - knot.at || n;
    for (let i = 0; i <= span; i++) {
      out[(knot.at + i) % n] = knot.factor + ((next.factor - knot.factor) * i) / span;
    }
  });
  return out;
}
