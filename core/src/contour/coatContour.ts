import type { Coat } from '../coat/hair.ts';
import { norm, unit } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Side } from '../terms/zone.ts';
import { sideOf } from '../terms/zone.ts';
import type { Line } from './alongPart.ts';
import { skinOf, spacingOf, stationAt } from './alongPart.ts';

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

/** How far hair that would stand off by `mm` does where a share of it falls: layer·(1 − e^(−mm/layer)) instead. */
const standingOff = (mm: number, falls: number): number =>
  falls === 0 ? mm : mm * (1 - falls) + LAYER_MM * (1 - Math.exp(-mm / LAYER_MM)) * falls;

/** How much that gains for a millimetre more. */
const gainOff = (mm: number, falls: number): number =>
  falls === 0 ? 1 : 1 - falls + Math.exp(-mm / LAYER_MM) * falls;

/** Hair that hangs to the ground goes no further. */
const aboveGround = (depthMm: number, heightMm: number, direction: Point): number =>
  direction.y < 0 ? Math.min(depthMm, Math.max(0, heightMm - GROUND_MM) / -direction.y) : depthMm;
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
export function coatContour(...of: Parameters<typeof coatLine>): readonly Point[] {
  const { x, y } = coatLine(...of);
  const [part] = of;
  return part.stations.map((_, i) => ({ x: x[i] as number, y: y[i] as number }));
}

/** The same as a line. */
export function coatLine(
  part: ViewPart,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
): Line {
  const { depth, direction } = coatOver(part, hairOf, coat);
  const { x, y } = skinOf(part);
  const surface = { x: x.slice(), y: y.slice() };
  for (let i = 0; i < depth.length; i++) {
    const u = direction[i] as Point;
    surface.x[i] = (x[i] as number) + u.x * (depth[i] as number);
    surface.y[i] = (y[i] as number) + u.y * (depth[i] as number);
  }
  return smoothFolds(skinOf(part), surface);
}

const HOOK_PASSES = 12;
/** A coat that turns further from one station to the next makes a hook (80°). */
const HOOKED = Math.cos((80 * Math.PI) / 180);
/** And skin that turns less is not what makes it. */
const BENT = Math.cos((60 * Math.PI) / 180);

/** Where the coat's edge turns back on itself and the skin under it does not, hair falls together. */
function smoothFolds(skin: Line, coat: Line): Line {
  const hooks = new Uint8Array(coat.x.length);
  let line = coat;
  for (let pass = 0; pass < HOOK_PASSES; pass++) {
    let hooked = false;
    for (let i = 0; i < hooks.length; i++) {
      const isHook = cosOfTurn(line, i) < HOOKED && cosOfTurn(skin, i) > BENT;
      hooks[i] = isHook ? 1 : 0;
      hooked ||= isHook;
    }
    if (!hooked) break;
    // All at once: a mirrored dog has a mirrored coat.
    line = { x: fallenTogether(line.x, hooks), y: fallenTogether(line.y, hooks) };
  }
  return line;
}

/** At hooks and beside them the mean with its neighbours, its own counted twice. */
function fallenTogether(along: Float64Array, hooks: Uint8Array): Float64Array {
  const n = along.length;
  const out = along.slice();
  for (let i = 0; i < n; i++) {
    const before = i === 0 ? n - 1 : i - 1;
    const after = i === n - 1 ? 0 : i + 1;
    if (hooks[i] || hooks[before] || hooks[after])
      out[i] = (2 * (along[i] as number) + ((along[before] as number) + (along[after] as number))) / 4;
  }
  return out;
}

/** The cosine of the angle that a closed line turns by at its i-th point. */
function cosOfTurn({ x, y }: Line, i: number): number {
  const n = x.length;
  const before = i === 0 ? n - 1 : i - 1;
  const after = i === n - 1 ? 0 : i + 1;
  const ax = (x[i] as number) - (x[before] as number);
  const ay = (y[i] as number) - (y[before] as number);
  const cx = (x[after] as number) - (x[i] as number);
  const cy = (y[after] as number) - (y[i] as number);
  return (ax * cx + ay * cy) / (norm(ax, ay) * norm(cx, cy) || 1);
}

/**
 * The coat on a part: upright hair stands off along the normal by stretched × curl × sin θ; long lying hair
 * hangs: over the dog it falls in a layer, beneath the dog it turns towards the ground and shows its length,
 * down to the ground. Between zones the step is bevelled at 45° towards the shorter hair.
 */
export function coatOver(
  part: ViewPart,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
): CoatOver {
  const n = part.stations.length;
  const length = new Float64Array(n);
  const factor = new Float64Array(n);
  const raw = new Float64Array(n);
  const over = new Uint8Array(n);
  const grown = new Map(part.zones.map((zone) => [zone, grownIn(part, zone, hairOf(zone), coat.layDeg)]));
  const direction = part.stations.map(({ zone, normal, point }, i) => {
    const { hair, sin, lying, shape } = grown.get(zone) as Grown;
    const mm = hair.stretchedMm * (shape?.[i] ?? 1);
    const lies = lying * Math.min(1, mm / 45);
    const hang = part.fromAbove ? 0 : Math.max(0, -normal.y) * lies;
    const falls = Math.min(1, Math.max(0, (mm - FALLS_MM) / FALLS_MM)) * lies;
    const towards = hang > 0 ? unit({ x: normal.x * (1 - hang), y: normal.y * (1 - hang) - hang }) : normal;
    if (hair.over) over[i] = 1;
    length[i] = mm;
    factor[i] = coat.curl * (sin * gainOff(mm * sin, falls) * (1 - hang) + hang);
    const depthMm = coat.curl * (standingOff(mm * sin, falls) * (1 - hang) + mm * hang);
    raw[i] = part.onGround ? aboveGround(depthMm, point.y, towards) : depthMm;
    return towards;
  });
  const spacingMm = spacingOf(part);
  const depth = smooth(bevel(raw, spacingMm * BEVEL, over), spacingMm);
  return { depth, direction, factor, length, spacingMm };
}

/** The hair of a zone as it grows on a part. */
interface Grown {
  readonly hair: ZoneHair;
  /** Of the lay. */
  readonly sin: number;
  /** 1 where it lies, 0 where it stands. */
  readonly lying: number;
  readonly shape: Float64Array | null;
}

function grownIn(part: ViewPart, zone: string, hair: ZoneHair, coatLayDeg: number): Grown {
  const layDeg = hair.layDeg ?? coatLayDeg;
  return {
    hair,
    sin: Math.sin((layDeg * Math.PI) / 180),
    lying: Math.min(1, Math.max(0, (62 - layDeg) / 25)),
    shape: hair.shape ? shapeAlong(part, zone, hair.shape) : null,
  };
}

/**
 * Lowers every depth but what stands `over` to what a slope of `rise` per station from its neighbours allows;
 * the contour is closed, so that each way round goes twice past every station.
 */
function bevel(depth: Float64Array, rise: number, over: Uint8Array): Float64Array {
  const n = depth.length;
  const out = depth.slice();
  for (let i = 0, before = n - 1; i < 2 * n; i++) {
    const at = i < n ? i : i - n;
    if (!over[at]) out[at] = Math.min(out[at] as number, (out[before] as number) + rise);
    before = at;
  }
  for (let i = 2 * n - 1, after = 0; i >= 0; i--) {
    const at = i < n ? i : i - n;
    if (!over[at]) out[at] = Math.min(out[at] as number, (out[after] as number) + rise);
    after = at;
  }
  return out;
}

/** The mean with weights that fall to nothing over `SMOOTHING_MM` on both sides. */
function smooth(depth: Float64Array, spacing: number): Float64Array {
  const n = depth.length;
  const reach = Math.min(n - 1, Math.max(1, Math.round(SMOOTHING_MM / spacing)));
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = (reach + 1) * (depth[i] as number);
    for (let k = 1; k <= reach; k++) {
      const before = depth[i < k ? i - k + n : i - k] as number;
      const after = depth[i + k < n ? i + k : i + k - n] as number;
      sum += (reach + 1 - k) * (before + after);
    }
    out[i] = sum / (reach + 1) ** 2;
  }
  return out;
}

/** A place in the middle of the dog has its shape on both sides. */
const sidesOf = (zone: string): readonly (Side | null)[] =>
  sideOf(zone) === null ? [null, 'left', 'right'] : [sideOf(zone)];

/** A hand's width in stations: both go with the dog's height. */
const HAND_STATIONS = 14;

/** Whether a station lies between two others, going round. */
const isBetween = (station: number, from: number, span: number, n: number): boolean => {
  const ahead = (station - from + n) % n;
  return ahead > 0 && ahead < span;
};

type Shape = NonNullable<ZoneHair['shape']>;
/**
 * The shape's factors along the closed contour: linear between two named landmarks with none between them, or no more than two
 * hands apart; beyond the last named one back to 1 within a hand. A leg that is slim at the hock is not slim at the elbow.
 */
export function shapeAlong(part: ViewPart, zone: string, shape: Shape): Float64Array {
  const n = part.stations.length;
  const factors = new Map<number, number>();
  for (const [name, factor] of Object.entries(shape)) {
    for (const side of sidesOf(zone)) {
      const at = stationAt(part, name, side);
      if (at !== undefined) factors.set(at, factor);
    }
  }
  const marks = Object.values(part.landmarkStation);
  const knots = [...factors].map(([at, factor]) => ({ at, factor })).sort((a, b) => a.at - b.at);
  const out = new Float64Array(n).fill(1);
  const first = knots[0];
  if (!first) return out;
  knots.forEach((knot, index) => {
    const next = knots[index + 1] ?? { at: first.at + n, factor: first.factor };
    const span = next.at - knot.at || n;
    const runsThrough = span <= 2 * HAND_STATIONS || !marks.some((mark) => isBetween(mark, knot.at, span, n));
    for (let i = 0; i <= span; i++) {
      out[(knot.at + i) % n] = runsThrough
        ? knot.factor + ((next.factor - knot.factor) * i) / span
        : 1 +
          (knot.factor - 1) * Math.max(0, 1 - i / HAND_STATIONS) +
          (next.factor - 1) * Math.max(0, 1 - (span - i) / HAND_STATIONS);
    }
  });
  return out;
}
