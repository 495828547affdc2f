import { boxOf, coverOf, minus, mix, norm, overlap, plus, signedArea, times, unit } from './geometry.ts';
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
  /** What its contour is drawn through. */
  readonly knots: readonly Knot[];
  readonly stations: readonly Station[];
  /** Those of the stations, each once; and those of the stations that are seen. */
  readonly zones: readonly string[];
  readonly zonesSeen: readonly string[];
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

/**
 * The side view: every part of the skeleton through its landmarks, resampled, zoned, with its hidden stretches. `like`: the same view of
 * a dog of this breed and height; parts drawn as there are taken from it.
 */
export function sideView(
  pack: ArchetypePack,
  template: Template,
  landmarks: Landmarks,
  heightMm: number,
  like: View | null,
): View {
  const cornersOf = (part: PartTemplate) =>
    part.id === 'ear' ? [...(part.corners ?? []), ...template.ear.corners] : (part.corners ?? []);
  const byName = new Map(pack.skeleton.parts.map((part) => [part.id, part]));
  const make = (id: string, shift: Point = { x: 0, y: 0 }, far = false): ViewPart | null => {
    const part = byName.get(id);
    if (!part) return null;
    const shareOf = (name: string) => pack.skeleton.landmarks[name]?.carried;
    const drawn = { ...part, corners: cornersOf(part) };
    return drawnPart(drawn, landmarks, heightMm, shift, far, shareOf, twinOf(like, id, far));
  };
  const shift = ([dx, dy]: readonly [number, number]) => ({ x: dx * heightMm, y: dy * heightMm });
  const tail = tailPart(byName.get('tail'), template, landmarks, heightMm, twinOf(like, 'tail'));
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
    parts: hide(ordered, like),
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
  like: ViewPart | null,
): ViewPart {
  const outline = landmarksOf(part.outline);
  const shape: PartShape = {
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
  };
  return partOf(shape, like);
}

export interface PartShape {
  readonly id: string;
  readonly far?: boolean;
  readonly knots: readonly Knot[];
  /** Of the knots, in order; null for one that is no landmark. */
  readonly names: readonly (string | null)[];
  readonly carried: Readonly<Record<string, number>>;
  readonly setOn?: Point | null;
  readonly middle?: 'x' | 'y';
  readonly fromAbove?: boolean;
  readonly onGround?: boolean;
  readonly patches: readonly ZonePatch[];
  readonly spacingMm: number;
}

/** The same part of a view there is already. */
export const twinOf = (like: View | null, id: string, far = false): ViewPart | null =>
  like?.parts.find((part) => part.id === id && part.far === far) ?? null;

/** A part from the knots of its outline: resampled to stations, each in its zone; `like` itself where that is drawn through the same places. */
export function partOf(shape: PartShape, like: ViewPart | null = null): ViewPart {
  return like && isDrawnAs(like, shape) ? like : freshPart(shape);
}

function isDrawnAs(part: ViewPart, { knots, setOn = null, patches }: PartShape): boolean {
  return (
    part.knots.length === knots.length &&
    part.knots.every((knot, i) => isAt(knot.at, knots[i]?.at ?? null)) &&
    isAt(part.setOn, setOn) &&
    part.patches.length === patches.length &&
    part.patches.every(({ curve, label }, i) => {
      const other = patches[i]?.curve ?? null;
      return (
        isAt(label, patches[i]?.label ?? null) &&
        curve?.length === other?.length &&
        (curve?.every((point, k) => isAt(point, other?.[k] ?? null)) ?? true)
      );
    })
  );
}

const isAt = (a: Point | null, b: Point | null) => a === b || (a?.x === b?.x && a?.y === b?.y);

function freshPart({
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
  const landmarkStation = Object.fromEntries(
    names.flatMap((name, index) => (name === null ? [] : [[name, at[index] ?? 0]])),
  ) as Record<string, number>;
  const stations = stationsOf(points, patches);
  const zones = zonesOf(stations);
  return {
    id,
    far,
    knots,
    stations,
    zones,
    zonesSeen: zones,
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
  const areas = patches
    .flatMap(({ zone, curve }) => (curve ? [{ zone, holds: coverOf(curve) }] : []))
    .reverse();
  const whole = patches[0]?.zone ?? '';
  const skin = { x: 0, y: 0 };
  return points.map((point, index) => {
    const before = points[(index + points.length - 1) % points.length] as Point;
    const after = points[(index + 1) % points.length] as Point;
    const [dx, dy] = [after.x - before.x, after.y - before.y];
    const length = norm(dx, dy);
    const normal =
      length === 0 ? { x: outward, y: 0 } : { x: (dy / length) * outward, y: (-dx / length) * outward };
    skin.x = point.x - normal.x;
    skin.y = point.y - normal.y;
    let zone = whole;
    for (const area of areas) {
      if (!area.holds(skin)) continue;
      zone = area.zone;
      break;
    }
    return { point, normal, zone, hidden: false };
  });
}

/** The part with its places named otherwise; patches are cut when somebody asks for them: only a drawing does. */
export function withZones(
  part: ViewPart,
  stations: readonly Station[],
  cutPatches: () => readonly ZonePatch[],
): ViewPart {
  let patches: readonly ZonePatch[] | null = null;
  return {
    ...part,
    stations,
    zones: zonesOf(stations),
    zonesSeen: zonesOf(stations.filter(({ hidden }) => !hidden)),
    get patches() {
      patches ??= cutPatches();
      return patches;
    },
  };
}

const zonesOf = (stations: readonly Station[]) => [...new Set(stations.map(({ zone }) => zone))];

/** The tail's skin: its centre line with a thickness; the first share of it is the tail root. */
function tailPart(
  part: PartTemplate | undefined,
  { tail, proportions }: Template,
  landmarks: Landmarks,
  heightMm: number,
  like: ViewPart | null,
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
  const nameOf: Readonly<Record<number, string>> = {
    0: 'tailRootTop',
    [Math.floor(count / 2)]: 'tailMidTop',
    [count]: 'tailEnd',
    [count + 1 + Math.floor(count / 2)]: 'tailMidUnder',
    [outline.length - 1]: 'tailRootUnder',
  };
  const shape: PartShape = {
    id: part.id,
    onGround: true,
    knots: outline.map((at) => ({ at, corner: false })),
    names: outline.map((_, index) => nameOf[index] ?? null),
    carried: TAIL_CARRIED,
    setOn: part.ridesOn === undefined ? null : landmark(landmarks, part.ridesOn),
    patches,
    spacingMm: stationMm(heightMm),
  };
  return partOf(shape, like);
}

/** Carried share per tail landmark: its root rides on the bone, its length is held to the standard. */
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

/** Marks the stations of the near parts that lie inside another near part. `like`: a view whose parts may be among these. */
export function hide(parts: readonly ViewPart[], like: View | null = null): readonly ViewPart[] {
  if (like && like.parts.length === parts.length && parts.every((part, i) => part === like.parts[i]))
    return like.parts;
  const covered = parts.map((part) => {
    const contour = part.stations.map(({ point }) => point);
    const box = boxOf(contour);
    return { part, box, holds: coverOf(contour, box) };
  });
  return covered.map(({ part, box }) => {
    const others = covered.filter(
      (other) => other.part !== part && !other.part.far && overlap(box, other.box),
    );
    const hidden = part.stations.map(({ point }) => {
      for (const { holds } of others) if (holds(point)) return true;
      return false;
    });
    if (part.stations.every((station, i) => station.hidden === hidden[i])) return part;
    const stations = part.stations.map((station, i) =>
      station.hidden === hidden[i] ? station : { ...station, hidden: hidden[i] === true },
    );
    return { ...part, stations, zonesSeen: zonesOf(stations.filter((station) => !station.hidden)) };
  });
}
