import { coverOf, minus, mix, plus, signedArea, times, unit } from './geometry.ts';
import type { Point } from './geometry.ts';
import { landmark } from './landmarks.ts';
import type { Landmarks, Template } from './landmarks.ts';
import type { ArchetypePack, PartTemplate, Place, ZoneArea } from '../packs/archetypes.ts';
import { landmarksOf, placesOf } from '../packs/places.ts';
import type { Knot } from './spline.ts';
import { closedCurve, resampleClosed } from './spline.ts';

/** Stations are this far apart on a big dog, mm; closer on a small one, so that its outline is as smooth. */
const STATION_MM = 6;
const STATIONS_PER_HEIGHT = 100;
const PER_SEGMENT = 14;

export const stationMm = (heightMm: number) => Math.min(STATION_MM, heightMm / STATIONS_PER_HEIGHT);

/** A place on the skin's contour. */
export interface Station {
  readonly point: Point;
  /** Outward unit normal. */
  readonly normal: Point;
  readonly zone: string;
  /** Inside another part: the contour is not seen here. */
  readonly hidden: boolean;
}

export interface ZonePatch {
  readonly zone: string;
  /** Closed curve of the patch, to be clipped to the part; null for the whole part. */
  readonly curve: readonly Point[] | null;
  /** Where a label points to, mm. */
  readonly label: Point | null;
}

export interface ViewPart {
  readonly id: string;
  /** The far legs: the same limbs on the dog's other side. */
  readonly far: boolean;
  readonly stations: readonly Station[];
  /** Those of the stations, each once. */
  readonly zones: readonly string[];
  /** Station index of each outline landmark. */
  readonly landmarkStation: Readonly<Record<string, number>>;
  /** By outline landmark: the share of a correction that stays with this dog's bone; 0 is held to the standard. */
  readonly carried: Readonly<Record<string, number>>;
  /** Where the part is set on: it is held against the standard from there. Null for what stands in the dog's own frame. */
  readonly setOn: Point | null;
  /** The coordinate that is 0 along the middle of the dog, for a part that lies on both sides of it. */
  readonly middle: 'x' | 'y' | null;
  /** Hair hangs away from who looks, not down the picture. */
  readonly fromAbove: boolean;
  /** Heights are over the ground the dog stands on: no hair hangs lower. */
  readonly onGround: boolean;
  readonly patches: readonly ZonePatch[];
}

/** Parts in painting order, the farthest first. */
export interface View {
  /** The dog stands on the ground, at y = 0. */
  readonly grounded: boolean;
  readonly parts: readonly ViewPart[];
  readonly eyes: readonly { readonly at: Point; readonly radiusMm: number }[];
  readonly nose: readonly Point[];
  readonly mouth: readonly Point[];
}

/** The side view: every part of the skeleton through its landmarks, resampled, zoned, with its hidden stretches. */
export function sideView(
  pack: ArchetypePack,
  template: Template,
  landmarks: Landmarks,
  heightMm: number,
): View {
  const cornersOf = (part: PartTemplate) =>
    part.id === 'ear' ? [...(part.corners ?? []), ...template.ear.corners] : (part.corners ?? []);
  const byName = new Map(pack.skeleton.parts.map((part) => [part.id, part]));
  const make = (id: string, shift: Point = { x: 0, y: 0 }, far = false): ViewPart | null => {
    const part = byName.get(id);
    if (!part) return null;
    const shareOf = (name: string) => pack.skeleton.landmarks[name]?.carried;
    return drawnPart({ ...part, corners: cornersOf(part) }, landmarks, heightMm, shift, far, shareOf);
  };
  const shift = ([dx, dy]: readonly [number, number]) => ({ x: dx * heightMm, y: dy * heightMm });
  const tail = tailPart(byName.get('tail'), template, landmarks, heightMm);
  const ear = make('ear');
  const ordered = [
    make('foreleg', shift(pack.skeleton.farFore), true),
    make('hindleg', shift(pack.skeleton.farHind), true),
    template.tail.overBack ? null : tail,
    template.ear.behindHead ? ear : null,
    make('trunk'),
    make('hindleg'),
    make('neck'),
    make('foreleg'),
    template.tail.overBack ? tail : null,
    make('head'),
    template.ear.behindHead ? null : ear,
  ].filter((part): part is ViewPart => part !== null);

  const at = (name: string) => landmark(landmarks, name);
  const headMm = template.proportions.head * heightMm;
  return {
    grounded: true,
    parts: hide(ordered),
    eyes: [{ at: at('eye'), radiusMm: template.head.eye * headMm }],
    nose: ['noseTop', 'noseTip', 'noseUnder', 'noseBack'].map(at),
    mouth: ['mouthFront', 'mouthMid', 'mouthCorner'].map(at),
  };
}

function placeOf([name, dx, dy]: Place, landmarks: Landmarks, heightMm: number): Point {
  return plus(landmark(landmarks, name), { x: dx * heightMm, y: dy * heightMm });
}

function drawnPart(
  part: PartTemplate,
  landmarks: Landmarks,
  heightMm: number,
  shift: Point,
  far: boolean,
  carriedBy: (landmark: string) => number | undefined,
): ViewPart {
  const outline = landmarksOf(part.outline);
  return partOf({
    onGround: true,
    id: part.id,
    far,
    knots: outline.map((name) => ({
      at: plus(landmark(landmarks, name), shift),
      corner: part.corners?.includes(name) ?? false,
    })),
    names: outline,
    carried: Object.fromEntries(outline.map((name) => [name, carriedBy(name) ?? part.carried ?? 0])),
    setOn: part.ridesOn === undefined ? null : plus(landmark(landmarks, part.ridesOn), shift),
    patches: part.zones.map((zone) => patchOf(zone, landmarks, heightMm, shift)),
    spacingMm: stationMm(heightMm),
  });
}

interface PartShape {
  readonly id: string;
  readonly far?: boolean;
  readonly knots: readonly Knot[];
  /** Of the knots, in order. */
  readonly names: readonly string[];
  readonly carried: Readonly<Record<string, number>>;
  readonly setOn?: Point | null;
  readonly middle?: 'x' | 'y';
  readonly fromAbove?: boolean;
  readonly onGround?: boolean;
  readonly patches: readonly ZonePatch[];
  readonly spacingMm: number;
}

/** A part from the knots of its outline: resampled to stations, each in its zone. */
export function partOf({
  id,
  far = false,
  knots,
  names,
  carried,
  setOn = null,
  middle,
  fromAbove = false,
  onGround = false,
  patches,
  spacingMm,
}: PartShape): ViewPart {
  const curve = closedCurve(knots, PER_SEGMENT);
  const { points, at } = resampleClosed(curve.points, spacingMm, curve.knotIndex);
  const landmarkStation = Object.fromEntries(names.map((name, index) => [name, at[index] ?? 0]));
  const stations = stationsOf(points, patches);
  return {
    id,
    far,
    stations,
    zones: zonesOf(stations),
    landmarkStation,
    carried,
    setOn,
    middle: middle ?? null,
    fromAbove,
    onGround,
    patches,
  };
}

function patchOf(
  { zone, area, label }: ZoneArea,
  landmarks: Landmarks,
  heightMm: number,
  shift: Point,
): ZonePatch {
  const place = (p: Place) => plus(placeOf(p, landmarks, heightMm), shift);
  const [labelled] = label ? placesOf(label) : [];
  return {
    zone,
    curve: area
      ? closedCurve(
          placesOf(area).map((p) => ({ at: place(p), corner: false })),
          6,
        ).points
      : null,
    label: labelled ? place(labelled) : null,
  };
}

/** A zone's station is the topmost patch that holds the skin just inside the contour. */
function stationsOf(points: readonly Point[], patches: readonly ZonePatch[]): Station[] {
  const outward = signedArea(points) > 0 ? 1 : -1;
  const areas = patches.map(({ zone, curve }) => ({ zone, holds: curve ? coverOf(curve) : null }));
  return points.map((point, index) => {
    const before = points[(index + points.length - 1) % points.length] as Point;
    const after = points[(index + 1) % points.length] as Point;
    const along = unit(minus(after, before));
    const normal = { x: along.y * outward, y: -along.x * outward };
    const skin = minus(point, times(normal, 1));
    let zone = patches[0]?.zone ?? '';
    for (const area of areas) if (area.holds?.(skin)) zone = area.zone;
    return { point, normal, zone, hidden: false };
  });
}

const zonesOf = (stations: readonly Station[]) => [...new Set(stations.map(({ zone }) => zone))];

/** The tail's skin: its centre line with a thickness; the first share of it is the tail root. */
function tailPart(
  part: PartTemplate | undefined,
  { tail, proportions }: Template,
  landmarks: Landmarks,
  heightMm: number,
): ViewPart | null {
  if (!part) return null;
  const centre = tail.centre.map((_, index) => landmark(landmarks, `tail${index}`));
  const left: Point[] = [];
  const right: Point[] = [];
  centre.forEach((point, index) => {
    const along = unit(minus(centre[index + 1] ?? point, centre[index - 1] ?? point));
    const across = times({ x: -along.y, y: along.x }, (tail.radius[index] ?? 0.01) * heightMm);
    left.push(plus(point, across));
    right.push(minus(point, across));
  });
  const tip = centre[centre.length - 1] as Point;
  const beforeTip = centre[centre.length - 2] as Point;
  const reach = (tail.radius[tail.radius.length - 1] ?? 0.01) * heightMm;
  const end = plus(tip, times(unit(minus(tip, beforeTip)), reach));
  const outline = [...left, end, ...right.reverse()];
  const knots = outline.map((point) => ({ at: point, corner: false }));
  const curve = closedCurve(knots, PER_SEGMENT);
  const { points, at } = resampleClosed(curve.points, stationMm(heightMm), curve.knotIndex);

  const rootEnd = alongCentre(centre, tail.rootShare);
  const ahead = unit(minus(alongCentre(centre, Math.min(1, tail.rootShare + 0.05)), rootEnd));
  const far = proportions.tail * heightMm * 2;
  const wide = times({ x: -ahead.y, y: ahead.x }, far);
  const back = minus(rootEnd, times(ahead, far));
  const rootCurve = tail.overBack
    ? null
    : [plus(rootEnd, wide), minus(rootEnd, wide), minus(back, wide), plus(back, wide)];
  const [body, root] = part.zones;
  const patches: ZonePatch[] = [
    { zone: body?.zone ?? 'tail', curve: null, label: alongCentre(centre, 0.75) },
    ...(rootCurve && root
      ? [{ zone: root.zone, curve: rootCurve, label: alongCentre(centre, tail.rootShare / 2) }]
      : []),
  ];
  const count = tail.centre.length;
  const stations = stationsOf(points, patches);
  return {
    id: part.id,
    far: false,
    stations,
    zones: zonesOf(stations),
    landmarkStation: {
      tailRootTop: at[0] ?? 0,
      tailMidTop: at[Math.floor(count / 2)] ?? 0,
      tailEnd: at[count] ?? 0,
      tailMidUnder: at[count + 1 + Math.floor(count / 2)] ?? 0,
      tailRootUnder: at[outline.length - 1] ?? 0,
    },
    middle: null,
    fromAbove: false,
    onGround: true,
    carried: TAIL_CARRIED,
    setOn: part.ridesOn === undefined ? null : landmark(landmarks, part.ridesOn),
    patches,
  };
}

/** A tail is set where it is set; how long it looks is the standard's. */
const TAIL_CARRIED = {
  tailRootTop: 1,
  tailMidTop: 0.8,
  tailEnd: 0.2,
  tailMidUnder: 0.8,
  tailRootUnder: 1,
} as const;

function alongCentre(centre: readonly Point[], share: number): Point {
  const position = share * (centre.length - 1);
  const index = Math.min(centre.length - 2, Math.floor(position));
  return mix(centre[index] as Point, centre[index + 1] as Point, position - index);
}

/** Marks the stations of the near parts that lie inside another near part. */
export function hide(parts: readonly ViewPart[]): ViewPart[] {
  const covers = parts.map((part) => coverOf(part.stations.map((station) => station.point)));
  return parts.map((part, own) => ({
    ...part,
    stations: part.stations.map((station) => ({
      ...station,
      hidden: parts.some((other, index) => index !== own && !other.far && covers[index]?.(station.point)),
    })),
  }));
}
