import type { Body, ViewId } from '../body/body.ts';
import { facingPlace } from '../body/facing.ts';
import { distance, mix, plus, times, unit, minus } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import { landmark } from '../body/landmarks.ts';
import type { Anchor, BreedPack, ClipLine, Trim } from '../packs/breed.ts';
import type { ViewPack } from '../packs/views.ts';
import { facingAnchorsOf } from '../packs/views.ts';
import type { Source } from '../terms/source.ts';
import { MisuseError } from '../terms/failure.ts';

/** The trade's finger until the groomer measures their own, mm. */
export const FINGER_MM = 17;

/** A clip line on this dog, in one view. */
export interface DrawnLine {
  readonly id: string;
  readonly name: string;
  /** From the side one path; from elsewhere one on either side of the dog, or one across it. */
  readonly paths: readonly (readonly Point[])[];
  readonly source: Source;
  /** Distances a groomer can measure, e.g. 2 fingers (34 mm) above the breastbone. */
  readonly distances: readonly Distance[];
}

interface Distance {
  readonly from: string;
  readonly toward: string;
  readonly mm: number;
  readonly fingers: number | null;
  /** Where it is measured in this view, mm; null where the view does not show it. */
  readonly line: readonly [Point, Point] | null;
}

/**
 * The clip lines a trim uses that can be seen in a view, evaluated on this dog's landmarks, mm. In other views than from the side an
 * anchor stands where it does from the side, so far from the middle as the pack of views says of the line.
 * @throws MisuseError naming the line and anchor when one refers to a landmark the dog has not, or runs where it never meets its end.
 */
export function clipLines(
  { views }: { readonly views: ViewPack },
  breed: Pick<BreedPack, 'lines'>,
  trim: Pick<Trim, 'lines'>,
  body: Body,
  view: ViewId = 'side',
  fingerMm = FINGER_MM,
): readonly DrawnLine[] {
  return breed.lines
    .filter((line) => trim.lines.includes(line.id))
    .flatMap((line) => {
      const points = pointsOf(line, body, fingerMm);
      const paths = pathsIn(views, line, body, view, points);
      const { id, name, source } = line;
      if (paths.length === 0) return [];
      return [{ id, name, paths, source, distances: distancesOf(views, line, body, view, points, fingerMm) }];
    });
}

function pointsOf(line: ClipLine, body: Body, fingerMm: number): readonly Point[] {
  return line.anchors.map((anchor, index) => {
    try {
      return pointOf(anchor, body, fingerMm);
    } catch (cause) {
      throw new MisuseError(`line ${line.id}, anchor ${index + 1}: ${String(cause)}`, { cause });
    }
  });
}

function pathsIn(
  { lines, views }: ViewPack,
  line: ClipLine,
  body: Body,
  id: ViewId,
  points: readonly Point[],
): DrawnLine['paths'] {
  // The head from its side is part of the dog from its side.
  if (id === 'side') return [points];
  if (id === 'headSide') {
    const head = body.views.headSide.parts.flatMap(({ stations }) => stations.map(({ point }) => point));
    const [rear, low] = [Math.max(...head.map(({ x }) => x)), Math.min(...head.map(({ y }) => y))];
    return points.every(({ x, y }) => x <= rear && y >= low) ? [points] : [];
  }
  const view = views.find((one) => one.id === id);
  const written = lines.find((one) => one.id === line.id)?.in[id];
  if (!view || written === undefined) return [];
  const anchors = facingAnchorsOf(written);
  const side = (sign: number) =>
    anchors.map(({ anchor, width, share }) =>
      facingPlace(
        view,
        body,
        points[anchor] ?? landmark({}, `${anchor}`),
        sign * share * body.widthsMm[width],
      ),
    );
  // A line across the middle is its own mirror.
  return anchors.some(({ share }) => share < 0) ? [side(1)] : [side(1), side(-1)];
}

function distancesOf(
  { views, lines }: ViewPack,
  { id, anchors }: ClipLine,
  body: Body,
  viewId: ViewId,
  points: readonly Point[],
  fingerMm: number,
): DrawnLine['distances'] {
  const view = views.find((one) => one.id === viewId);
  const written = view && lines.find((one) => one.id === id)?.in[view.id];
  const seen = written === undefined ? [] : facingAnchorsOf(written);
  const at = (name: string) => landmark(body.landmarks, name);
  /** From a landmark to an anchor, as this view shows it from where the anchor stands in it. */
  const measured = (
    from: string,
    toward: string,
    index: number,
    fingers: number | null,
    mm?: number,
  ): Distance => {
    const end = points[index] ?? at(from);
    const place = seen.find((one) => one.anchor === index);
    const inView = (p: Point) =>
      view && place ? facingPlace(view, body, p, place.share * body.widthsMm[place.width]) : p;
    const line = !view || place ? ([inView(at(from)), inView(end)] as const) : null;
    return { from, toward, mm: mm ?? distance(at(from), end), fingers, line };
  };
  const own = anchors.flatMap((anchor, index): readonly Distance[] => {
    const end = points[index];
    if (!end || 'at' in anchor) return [];
    if ('between' in anchor) {
      // What lies between its ends only bends the line.
      if (index > 0 && index < anchors.length - 1) return [];
      const [a, b] = anchor.between;
      return [anchor.share <= 0.5 ? measured(a, b, index, null) : measured(b, a, index, null)];
    }
    if ('from' in anchor)
      return viewId === 'side' ? [measured(anchor.from, nearerOf(anchor.until, body, end), index, null)] : [];
    if ('fingers' in anchor)
      return [measured(anchor.off, anchor.toward, index, anchor.fingers, anchor.fingers * fingerMm)];
    return [measured(anchor.off, anchor.toward, index, null, anchor.mm)];
  });
  if (own.length > 0 || anchors.some((anchor) => 'from' in anchor)) return own;
  // A line from landmark to landmark is measured along itself.
  return anchors.flatMap((anchor, index): readonly Distance[] => {
    const next = anchors[index + 1];
    return next && 'at' in anchor && 'at' in next ? [measured(anchor.at, next.at, index + 1, null)] : [];
  });
}

const nearerOf = ([a, b]: readonly [string, string], { landmarks }: Body, to: Point): string =>
  distance(landmark(landmarks, a), to) <= distance(landmark(landmarks, b), to) ? a : b;

function pointOf(anchor: Anchor, body: Body, fingerMm: number): Point {
  const at = (name: string) => landmark(body.landmarks, name);
  if ('at' in anchor) return at(anchor.at);
  if ('between' in anchor) return mix(at(anchor.between[0]), at(anchor.between[1]), anchor.share);
  if ('from' in anchor)
    return crossing(at(anchor.from), anchor.deg, at(anchor.until[0]), at(anchor.until[1]));
  const from = at(anchor.off);
  const toward = at(anchor.toward);
  const mm = 'fingers' in anchor ? anchor.fingers * fingerMm : anchor.mm;
  return plus(from, times(unit(minus(toward, from)), Math.min(mm, distance(from, toward))));
}

/** Where the way from a point, so many degrees up from level towards the tail, meets the straight line through two others. */
function crossing(from: Point, deg: number, a: Point, b: Point): Point {
  const turn = (deg * Math.PI) / 180;
  const way = { x: Math.cos(turn), y: Math.sin(turn) };
  const along = minus(b, a);
  const across = way.x * along.y - way.y * along.x;
  const to = minus(a, from);
  const share = (to.x * along.y - to.y * along.x) / across;
  if (!(Number.isFinite(share) && share >= 0))
    throw new MisuseError(`${deg}° from there never meets the line`);
  return plus(from, times(way, share));
}
