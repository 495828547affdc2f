import type { Coat } from '../coat/hair.ts';
import { minus, plus, times, unit } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import type { Station, ViewPart } from '../body/view.ts';
import type { Side } from '../terms/zone.ts';
import { sideOf } from '../terms/zone.ts';
import { stationAt } from './alongPart.ts';

/** How long the hair is in a zone, and how that varies along the zone's contour. */
export interface ZoneHair {
  readonly stretchedMm: number;
  /** Share of the length at named landmarks of the contour, linear between them; 1 where none is named. */
  readonly shape?: Readonly<Record<string, number>>;
  /** Lay for this hair where it differs from the coat's (a beard hangs, a carded jacket lies flat). */
  readonly layDeg?: number;
  /** It stands over shorter hair beside it: its edge is not bevelled. */
  readonly over?: boolean;
}

/** 45°: the steepest bevel shears leave between a long zone and a short one. */
const BEVEL = 1;
const SMOOTHING_MM = 9;

/** Lying hair longer than this falls over the body under it, wholly from twice as much, mm (prior). */
const FALLS_MM = 60;
/** Fallen hair lies in a layer about so thick, mm (prior). */
const LAYER_MM = 40;

/**
 * How far hair that would stand off by `mm` does where a share of it falls: layer·(1 − e^(−mm/layer)) instead; and how much it
 * gains for a millimetre more.
 */
function standingOff(mm: number, falls: number): readonly [mm: number, slope: number] {
  const rest = Math.exp(-mm / LAYER_MM);
  return [mm * (1 - falls) + LAYER_MM * (1 - rest) * falls, 1 - falls + rest * falls];
}

/** Hair that hangs to the ground goes no further. */
function aboveGround(depthMm: number, { point, normal }: Station, hang: number): number {
  const down = -unit({ x: normal.x * (1 - hang), y: normal.y * (1 - hang) - hang }).y;
  return down > 0 ? Math.min(depthMm, Math.max(0, point.y - GROUND_MM) / down) : depthMm;
}
/** The tips of what hangs to the ground, mm above it. */
const GROUND_MM = 2;

/** The coat over the stations of a part, one entry a station. */
export interface CoatOver {
  /** How far the coat's surface stands from the skin along `direction`, mm, steps between zones bevelled. */
  readonly depth: Float64Array;
  /** Unit vectors: off the skin, turned towards the ground where the hair hangs. */
  readonly direction: readonly Point[];
  /** Millimetres of depth for one of hair, stretched. */
  readonly factor: Float64Array;
  /** Stretched length of the hair, mm. */
  readonly length: Float64Array;
  /** Between stations, mm. */
  readonly spacingMm: number;
}

/** Where the coat's surface lies over each station of a part: `p + u·s·L`, see `coatOver`. */
export function coatContour(
  part: ViewPart,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
): readonly Point[] {
  const { depth, direction } = coatOver(part, hairOf, coat);
  return unhooked(
    part,
    part.stations.map(({ point }, i) => plus(point, times(direction[i] ?? point, depth[i] ?? 0))),
  );
}

const HOOK_PASSES = 12;
/** A coat that turns further from one station to the next makes a hook (80°). */
const HOOKED = Math.cos((80 * Math.PI) / 180);
/** And skin that turns less is not what makes it. */
const BENT = Math.cos((60 * Math.PI) / 180);

/** Where the coat's edge turns back on itself and the skin under it does not, hair falls together. */
function unhooked(part: ViewPart, contour: readonly Point[]): readonly Point[] {
  const n = contour.length;
  const turn = (points: (i: number) => Point, i: number) => {
    const [a, b] = [minus(points(i), points(i + n - 1)), minus(points(i + 1), points(i))];
    return (a.x * b.x + a.y * b.y) / (Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y) || 1);
  };
  const skin = (i: number) => (part.stations[i % n] as Station).point;
  let points = contour;
  for (let pass = 0; pass < HOOK_PASSES; pass++) {
    // All at once: a mirrored dog has a mirrored coat.
    const at = (i: number) => points[i % n] as Point;
    const hooks = points.map((_, i) => turn(at, i) < HOOKED && turn(skin, i) > BENT);
    if (!hooks.includes(true)) break;
    points = points.map((point, i) =>
      hooks[i] || hooks[(i + 1) % n] || hooks[(i + n - 1) % n]
        ? times(plus(times(point, 2), plus(at(i + n - 1), at(i + 1))), 0.25)
        : point,
    );
  }
  return points;
}

/**
 * The coat on a part: upright hair stands off along the normal by stretched × curl × sin θ; long lying hair hangs: over the dog
 * it falls in a layer, beneath the dog it turns towards the ground and shows its length, down to the ground. Between zones the step is bevelled at 45° towards the
 * shorter hair.
 */
export function coatOver(
  part: ViewPart,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
): CoatOver {
  const stations = part.stations;
  const n = stations.length;
  const length = new Float64Array(n);
  const factor = new Float64Array(n);
  const raw = new Float64Array(n);
  const hairs = new Map<string, ZoneHair>();
  const shapes = new Map<string, Float64Array>();
  const over = new Uint8Array(n);
  const direction = stations.map(({ zone, normal }, i) => {
    let hair = hairs.get(zone);
    if (!hair) {
      hair = hairOf(zone);
      hairs.set(zone, hair);
      if (hair.shape) shapes.set(zone, shapeAlong(part, zone, hair.shape));
    }
    const layDeg = hair.layDeg ?? coat.layDeg;
    const mm = hair.stretchedMm * (shapes.get(zone)?.[i] ?? 1);
    const sin = Math.sin((layDeg * Math.PI) / 180);
    const lies = Math.min(1, Math.max(0, (62 - layDeg) / 25)) * Math.min(1, mm / 45);
    const hang = part.fromAbove ? 0 : Math.max(0, -normal.y) * lies;
    if (hair.over) over[i] = 1;
    const falls = Math.min(1, Math.max(0, (mm - FALLS_MM) / FALLS_MM)) * lies;
    const [off, slope] = standingOff(mm * sin, falls);
    length[i] = mm;
    factor[i] = coat.curl * (sin * slope * (1 - hang) + hang);
    raw[i] = coat.curl * (off * (1 - hang) + mm * hang);
    if (part.onGround && stations[i]) raw[i] = aboveGround(raw[i] as number, stations[i], hang);
    return hang > 0 ? unit({ x: normal.x * (1 - hang), y: normal.y * (1 - hang) - hang }) : normal;
  });
  const spacingMm = n > 1 ? perimeter(stations.map((s) => s.point)) / n : 1;
  const depth = smooth(bevel(raw, spacingMm * BEVEL, over), spacingMm);
  return { depth, direction, factor, length, spacingMm };
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

/** Lowers every depth but what stands `over` to what a slope of `rise` per station from its neighbours allows; the contour is closed. */
function bevel(depth: Float64Array, rise: number, over: Uint8Array): Float64Array {
  const n = depth.length;
  const out = Float64Array.from(depth);
  for (let pass = 0; pass < 2; pass++) {
    for (let i = 0; i < 2 * n; i++) {
      const at = i % n;
      if (over[at]) continue;
      out[at] = Math.min(out[at] as number, (out[(at + n - 1) % n] as number) + rise);
    }
    for (let i = 2 * n - 1; i >= 0; i--) {
      const at = i % n;
      if (over[at]) continue;
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

/** A place in the middle of the dog has its shape on both sides. */
const sidesOf = (zone: string): readonly (Side | null)[] =>
  sideOf(zone) === null ? [null, 'left', 'right'] : [sideOf(zone)];

/** The shape's factors interpolated along the closed contour between its named landmarks. */
export function shapeAlong(
  part: ViewPart,
  zone: string,
  shape: Readonly<Record<string, number>>,
): Float64Array {
  const n = part.stations.length;
  const factors = new Map<number, number>();
  for (const [name, factor] of Object.entries(shape)) {
    for (const side of sidesOf(zone)) {
      const at = stationAt(part, name, side);
      if (at !== undefined) factors.set(at, factor);
    }
  }
  const knots = [...factors].map(([at, factor]) => ({ at, factor })).sort((a, b) => a.at - b.at);
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
