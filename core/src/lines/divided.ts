import isEqual from 'fast-deep-equal';
import type { Body, ViewId } from '../body/body.ts';
import { facingPlace } from '../body/facing.ts';
import { boxOf, coverOf, distance, minus, plus, times, unit } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import { landmark } from '../body/landmarks.ts';
import type { Station, View, ViewPart, ZonePatch } from '../body/view.ts';
import { withZones } from '../body/view.ts';
import type { BreedPack, Trim } from '../packs/breed.ts';
import { landmarksOfAnchor } from '../packs/checkNames.ts';
import type { ViewPack } from '../packs/views.ts';
import type { Split } from '../packs/zones.ts';
import type { Side } from '../terms/zone.ts';
import { sideOf, zoneKindId } from '../terms/zone.ts';
import { intersected, without } from '../body/areas.ts';
import type { DrawnLine } from './clipLines.ts';
import { clipLines } from './clipLines.ts';

/** Beyond its ends a line goes on straight, so many heights: a place is divided right through. */
const BEYOND = 3;

/**
 * A body whose places are divided by the lines of a trim, in every view: its stations and patches are of the parts. Where a view does not
 * show the line, all that is seen of the place is the split's first part. A body without divided places is itself. `like`: a body that is
 * divided already; parts that are the same, under lines that are, are taken from it, which only saves time.
 * @throws MisuseError for a line or landmark the breed lacks.
 */
export function divided(
  packs: { readonly views: ViewPack },
  breed: Pick<BreedPack, 'lines'>,
  { splits }: Pick<Trim, 'splits'>,
  body: Body,
  like: { readonly whole: Body; readonly cut: Body } | null = null,
): Body {
  if (splits.length === 0) return body;
  const lines = splits.map(({ line }) => line);
  const unmoved = like !== null && areSame(breed, splits, body, like.whole);
  const inView = (id: ViewId): View => {
    const view = body.views[id];
    if (like && unmoved && isSame(view.parts, like.whole.views[id].parts, splits))
      return { ...view, parts: withParts(view.parts, like.whole.views[id].parts, like.cut.views[id].parts) };
    const drawn = clipLines(packs, breed, { lines }, body, id);
    const cuts = splits.map((split) => cutOf(split, drawn, packs.views, body, id));
    return { ...view, parts: view.parts.map((part) => cutPart(part, cuts, body.heightMm)) };
  };
  const side = inView('side');
  const near = (part: ViewPart) =>
    side.parts.find(({ id, far }) => id === part.id && far === part.far) ?? part;
  const headSide = { ...body.views.headSide, parts: body.views.headSide.parts.map(near) };
  const [front, rear, top, headFront] = (['front', 'rear', 'top', 'headFront'] as const).map(inView) as [
    View,
    View,
    View,
    View,
  ];
  return { ...body, views: { side, headSide, front, rear, top, headFront } };
}

const isOf = (part: ViewPart, splits: readonly Split[]): boolean =>
  part.zones.some((zone) => splits.some((split) => split.zone === zoneKindId(zone)));

/** Whether the landmarks that the lines of the splits hang on are where they are on another body. */
const areSame = (
  { lines }: Pick<BreedPack, 'lines'>,
  splits: readonly Split[],
  body: Body,
  other: Body,
): boolean =>
  isEqual(body.widthsMm, other.widthsMm) &&
  splits.every(({ line, toward }) => {
    const anchors = lines.find(({ id }) => id === line)?.anchors ?? [];
    return [toward, ...anchors.flatMap(landmarksOfAnchor)].every((name) => {
      const [at, was] = [body.landmarks[name], other.landmarks[name]];
      return at?.x === was?.x && at?.y === was?.y;
    });
  });

/** Whether the parts of a view that the splits cut are those of another body. */
const isSame = (parts: readonly ViewPart[], others: readonly ViewPart[], splits: readonly Split[]): boolean =>
  parts.every(
    (part, i) => part === others[i] || !(isOf(part, splits) || (others[i] && isOf(others[i], splits))),
  );

/** Parts as a body that is divided has them where they are the same. */
const withParts = (
  parts: readonly ViewPart[],
  wholes: readonly ViewPart[],
  cut: readonly ViewPart[],
): readonly ViewPart[] => parts.map((part, i) => (part === wholes[i] ? (cut[i] ?? part) : part));

/** A split in one view: what lies on its first part's side, by the side of the dog; null where the view does not show the line. */
interface Cut {
  readonly split: Split;
  readonly regionOn: (side: Side | null) => readonly Point[] | null;
}

function cutOf(split: Split, lines: readonly DrawnLine[], { views }: ViewPack, body: Body, id: ViewId): Cut {
  const paths = joined(lines.find((line) => line.id === split.line)?.paths ?? []);
  if (paths.length === 0) return { split, regionOn: () => null };
  const view = views.find((one) => one.id === id);
  const fromAbove = view?.seen === 'above';
  const toward = landmark(body.landmarks, split.toward);
  const skin = body.views[id].parts.flatMap(({ far, zones, stations }) =>
    far || !zones.some((zone) => zoneKindId(zone) === split.zone)
      ? []
      : stations.filter(({ hidden }) => !hidden),
  );
  const regions = paths.map((path) => {
    const across = meanOf(path, fromAbove);
    const seen = view ? facingPlace(view, body, toward, across) : toward;
    return { across, region: regionOf(path, seen, skin, body.heightMm) };
  });
  return {
    split,
    regionOn: (side) => {
      const sign = side === null || side === view?.plusIs ? 1 : -1;
      const [first] = [...regions].sort((a, b) => sign * (b.across - a.across));
      return first?.region ?? null;
    },
  };
}

/** How far from the middle a path lies in the mean, mm. */
const meanOf = (path: readonly Point[], fromAbove: boolean): number =>
  path.reduce((sum, { x, y }) => sum + (fromAbove ? y : x), 0) / Math.max(1, path.length);

/** A line and its mirror that meet in the middle of the dog are one. */
function joined(paths: DrawnLine['paths']): DrawnLine['paths'] {
  const [one, other] = paths;
  const [end, mirrored] = [one?.at(-1), other?.at(-1)];
  const meet = one && other && end && mirrored && Math.hypot(end.x - mirrored.x, end.y - mirrored.y) < 1;
  return meet ? [[...one, ...other.toReversed().slice(1)]] : paths;
}

/** The side of the smallest square that is pointed at, in heights. */
const LABELLED = 0.07;
/** An end so near the contour is on it, in heights. */
const ON_SKIN = 0.03;

/** All that lies on the same side of a line as a point: a line that ends on the contour leaves the dog there, any other goes on straight. */
function regionOf(
  path: readonly Point[],
  toward: Point,
  skin: readonly Station[],
  heightMm: number,
): readonly Point[] {
  const far = BEYOND * heightMm;
  const beyond = (end: Point, before: Point): Point => {
    const nearest = skin.reduce<Station | null>(
      (best, one) => (best && distance(best.point, end) <= distance(one.point, end) ? best : one),
      null,
    );
    const out =
      nearest && distance(nearest.point, end) < ON_SKIN * heightMm
        ? nearest.normal
        : unit(minus(end, before));
    return plus(end, times(out, far));
  };
  const [first, second] = path as [Point, Point];
  const [last, before] = [path.at(-1) ?? first, path.at(-2) ?? second];
  const [start, end] = [beyond(first, second), beyond(last, before)];
  const along = unit(minus(end, start));
  const towards = (sign: number) => {
    const off = { x: -along.y * 3 * far * sign, y: along.x * 3 * far * sign };
    return [start, ...path, end, plus(end, off), plus(start, off)];
  };
  return coverOf(towards(1))(toward) ? towards(1) : towards(-1);
}

/** A part whose stations and patches of the divided places are of their parts. */
function cutPart(part: ViewPart, cuts: readonly Cut[], heightMm: number): ViewPart {
  const zones = [...new Set([...part.zones, ...part.patches.map(({ zone }) => zone)])];
  if (!cuts.some(({ split }) => zones.some((zone) => zoneKindId(zone) === split.zone))) return part;
  const here = new Map(
    zones.flatMap((zone): readonly (readonly [string, CutHere])[] => {
      const cut = cuts.find(({ split }) => zoneKindId(zone) === split.zone);
      if (!cut) return [];
      const region = cut.regionOn(sideOf(zone));
      const [first, second] = cut.split.into.map((kind) => onSideOf(zone, kind)) as [string, string];
      const holds = region ? coverOf(region) : () => true;
      return [[zone, { first, second, region, holds, leastMm2: (LABELLED * heightMm) ** 2 }]];
    }),
  );
  const stations = part.stations.map((station) => {
    const cut = here.get(station.zone);
    return cut ? { ...station, zone: cut.holds(station.point) ? cut.first : cut.second } : station;
  });
  return withZones(part, stations, () =>
    part.patches.flatMap((patch, index): readonly ZonePatch[] => {
      const cut = here.get(patch.zone);
      return cut ? cutPatch(part, patch, part.patches.slice(index + 1), cut) : [patch];
    }),
  );
}

interface CutHere {
  readonly first: string;
  readonly second: string;
  readonly region: readonly Point[] | null;
  readonly holds: (point: Point) => boolean;
  /** What is smaller has no label, mm². */
  readonly leastMm2: number;
}

/** A kind of place on the side of a zone. */
function onSideOf(zone: string, kind: string): string {
  const side = sideOf(zone);
  return side === null ? kind : `${kind}.${side}`;
}

function cutPatch(
  part: ViewPart,
  patch: ZonePatch,
  over: readonly ZonePatch[],
  { first, second, region, leastMm2 }: CutHere,
): readonly ZonePatch[] {
  if (!region) return [{ ...patch, zone: first }];
  const pieces = (where: 'within' | 'beyond', zone: string) =>
    patchesOf(part, patch, over, region, where, leastMm2).map((one) => ({ ...one, zone }));
  return [...pieces('within', first), ...pieces('beyond', second)];
}

/** A label needs no finer contour than every so manieth station. */
const COARSE = 4;

/**
 * What of a patch lies within or beyond a region, in as many pieces, to be clipped to the part like any patch; the largest that is seen
 * has the label.
 */
function patchesOf(
  { stations }: ViewPart,
  { curve }: ZonePatch,
  over: readonly ZonePatch[],
  region: readonly Point[],
  where: 'within' | 'beyond',
  leastMm2: number,
): readonly Omit<ZonePatch, 'zone'>[] {
  const contour = stations.filter((_, i) => i % COARSE === 0).map(({ point }) => point);
  const pieces = (where === 'within' ? intersected : without)([curve ?? boxRound(contour)], [region]);
  const covered = over.flatMap((one) => (one.curve ? [one.curve] : []));
  const seen = without(intersected(pieces, [contour]), covered);
  const label = labelOf(seen, leastMm2);
  return pieces.map((piece, index) => ({ curve: piece, label: index === 0 ? label : null }));
}

/** A rectangle well round a contour. */
function boxRound(contour: readonly Point[]): readonly Point[] {
  const { left, right, low, high } = boxOf(contour);
  const [wide, tall] = [right - left, high - low];
  return [
    { x: left - wide, y: low - tall },
    { x: right + wide, y: low - tall },
    { x: right + wide, y: high + tall },
    { x: left - wide, y: high + tall },
  ];
}

/** The middle of the largest piece; null where that is too small to point at. */
function labelOf(pieces: readonly (readonly Point[])[], leastMm2: number): Point | null {
  const weighed = pieces.map(middleOf);
  const largest = weighed.reduce((best, one) => (one.area > best.area ? one : best), {
    area: 0,
    at: null,
  } as Middle);
  return largest.area < leastMm2 ? null : largest.at;
}

interface Middle {
  readonly area: number;
  readonly at: Point | null;
}

/** A closed curve's area and centre of gravity. */
function middleOf(curve: readonly Point[]): Middle {
  let [area, x, y] = [0, 0, 0];
  curve.forEach((a, i) => {
    const b = curve[(i + 1) % curve.length] ?? a;
    const cross = a.x * b.y - b.x * a.y;
    area += cross / 2;
    x += ((a.x + b.x) * cross) / 6;
    y += ((a.y + b.y) * cross) / 6;
  });
  return area === 0 ? { area: 0, at: null } : { area: Math.abs(area), at: { x: x / area, y: y / area } };
}
