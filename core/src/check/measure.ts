import type { ViewId } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import { alongRay, crossings } from '../body/crossings.ts';
import { distance, mix, plus, times } from '../body/geometry.ts';
import { stretchOf } from '../contour/alongPart.ts';
import { BODY_LINES, TRUNK_LINES } from '../outline/ruledLines.ts';
import type { BodyLine, Feature, HeadShape } from '../packs/breed.ts';
import { circleThrough, lineThrough } from './fit.ts';
import type { SeenDog, SeenPart } from './seen.ts';

export type Line = readonly [Point, Point];

/** What was measured, and along which lines of a view, mm. */
export interface Measured {
  /** A ratio or share of 1; degrees for a slope (higher behind is positive) or between two lines. */
  readonly value: number;
  readonly view: ViewId;
  readonly lines: readonly Line[];
}

/** A feature of a dog as it is seen. Null where the view lacks the part. */
export const measureFeature = (dog: SeenDog, feature: Feature): Measured | null => MEASURES[feature](dog);

/** A dog stands on its soles, not on the hair under them. */
const GROUND = 0;
/** Above the elbow by this share is body, not leg. */
const ABOVE_ELBOW = 1.02;

/** The blade ends so far from the point of shoulder to the top of the withers (prior). */
const BLADE = 0.8;

const MEASURES: Readonly<Record<Feature, (dog: SeenDog) => Measured | null>> = {
  lengthToHeight: (dog) => {
    const top = topOver(dog, 'withers', 0.03);
    const { elbow } = dog.body.landmarks;
    if (!top || !elbow) return null;
    const torso = nearContours(dog).filter((p) => p.y > elbow.y * ABOVE_ELBOW);
    const level = (x: number) => ({ x, y: elbow.y });
    const long: Line = [level(Math.min(...torso.map((p) => p.x))), level(Math.max(...torso.map((p) => p.x)))];
    return ratio('side', long, [{ x: top.x, y: GROUND }, top]);
  },
  legToDepth: (dog) => {
    const top = topOver(dog, 'withers', 0.03);
    const under = underOver(dog, 'brisket', 0.04);
    if (!top || !under) return null;
    const plumb = (y: number) => ({ x: under.x, y });
    return ratio('side', [plumb(GROUND), under], [under, plumb(top.y)]);
  },
  topline: (dog) => trunkLine(dog, 'topline'),
  underline: (dog) => trunkLine(dog, 'underline'),
  croup: (dog) => {
    const found = slope(topOver(dog, 'hipTop', 0), coatAt(dog.part('side', 'trunk'), 'tailSet'));
    return found && { ...found, value: -found.value };
  },
  bladeToUpperArm: (dog) => {
    const withers = topOver(dog, 'withers', 0);
    const front = coatAt(dog.part('side', 'foreleg'), 'shoulderPoint');
    const elbow = coatAt(dog.part('side', 'foreleg'), 'elbow');
    const top = withers && front && mix(front, withers, BLADE);
    return top && elbow && ratio('side', [front, top], [front, elbow]);
  },
  foreFrontShare: (dog) => {
    const { foreFront, elbow, kneeFront, kneeBack } = dog.body.landmarks;
    const leg = dog.part('side', 'foreleg');
    if (!leg || !foreFront || !elbow || !kneeFront || !kneeBack) return null;
    const bone = mix(mix(foreFront, elbow, 0.5), mix(kneeFront, kneeBack, 0.5), 0.5);
    const across = crossings(
      leg.contour.map(({ x, y }) => ({ x: y, y: x })),
      bone.y,
    );
    if (across.length < 2) return null;
    const [front, back] = [Math.min(...across), Math.max(...across)];
    const at = (x: number) => ({ x, y: bone.y });
    return ratio('side', [at(front), at(bone.x)], [at(front), at(back)]);
  },
};

const ratio = (view: ViewId, a: Line, b: Line): Measured => ({
  value: lengthOf(a) / lengthOf(b),
  view,
  lines: [a, b],
});
const slope = (a: Point | null, b: Point | null): Measured | null =>
  a && b && { value: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI, view: 'side', lines: [[a, b]] };
function trunkLine(dog: SeenDog, name: keyof typeof TRUNK_LINES): Measured | null {
  const { edge, from, to } = TRUNK_LINES[name];
  const over = edge === 'top' ? topOver : underOver;
  return slope(over(dog, ...from), over(dog, ...to));
}
const lengthOf = ([a, b]: Line) => distance(a, b);

/** The coat over a landmark of a part. */
function coatAt(seen: SeenPart | null, landmark: string): Point | null {
  const station = seen?.part.landmarkStation[landmark];
  return station === undefined ? null : (seen?.contour[station] ?? null);
}

/** Over or under a landmark of the trunk, so many heights behind it. */
const overTrunk =
  (pick: (...ys: number[]) => number) =>
  ({ body, part }: SeenDog, name: string, behind: number): Point | null => {
    const at = body.landmarks[name];
    const trunk = part('side', 'trunk');
    if (!at || !trunk) return null;
    const x = at.x + behind * body.heightMm;
    const ys = crossings(trunk.contour, x);
    return { x, y: ys.length > 0 ? pick(...ys) : at.y };
  };
const topOver = overTrunk(Math.max);
const underOver = overTrunk(Math.min);

const nearContours = ({ part }: SeenDog): readonly Point[] =>
  ['trunk', 'foreleg', 'hindleg'].flatMap((id) => part('side', id)?.contour ?? []);

/** The angle between two lines of the outline, each fitted through the coat between its landmarks, degrees. */
export function measureParallel(dog: SeenDog, [a, b]: readonly [BodyLine, BodyLine]): Measured | null {
  const [one, other] = [lineOf(dog, a), lineOf(dog, b)];
  if (!one || !other) return null;
  const turn = Math.abs(angleOf(one) - angleOf(other)) % 180;
  return { value: Math.min(turn, 180 - turn), view: BODY_LINES[a][0], lines: [one, other] };
}

const angleOf = ([a, b]: Line) => (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;

function lineOf(dog: SeenDog, name: BodyLine): Line | null {
  const [view, id, from, to] = BODY_LINES[name];
  const seen = dog.part(view, id);
  const stretch = seen ? between(seen, from, to) : [];
  return stretch.length > 1 ? lineThrough(stretch) : null;
}

/** The coat from one landmark to another, the shorter way round. */
const between = ({ part, contour }: SeenPart, from: string, to: string): readonly Point[] =>
  stretchOf(part, from, to).flatMap((i) => contour[i] ?? []);

/** Rays from the middle of a face. */
const RAYS = 48;
/** Levels at which a head's width is taken. */
const LEVELS = 12;

/**
 * How far a head seen from ahead is from a shape, as a share of its size; 0 is perfect. Round: (longest −
 * shortest distance of the coat from its circle's middle) / radius; brick: 1 − narrowest / widest from brow to
 * lips; dome: root mean square distance of the crown from its circle, against the circle's radius.
 */
export function measureShape(dog: SeenDog, shape: HeadShape): Measured | null {
  const head = dog.part('headFront', 'head-front');
  if (!head) return null;
  return SHAPES[shape](dog, head);
}

const SHAPES: Readonly<Record<HeadShape, (dog: SeenDog, head: SeenPart) => Measured | null>> = {
  round: ({ body, parts }) => {
    const { eyes, nose } = body.views.headFront;
    const corners = [...eyes.map(({ at }) => at), meanOf(nose)];
    const middle = meanOf(corners);
    const contours = parts('headFront').map(({ contour }) => contour);
    const hits = Array.from({ length: RAYS }, (_, k) => {
      const turn = (2 * Math.PI * k) / RAYS;
      const way = { x: Math.cos(turn), y: Math.sin(turn) };
      return plus(
        middle,
        times(way, Math.max(0, ...contours.flatMap((line) => alongRay(line, middle, way)))),
      );
    });
    const ball = circleThrough(hits);
    if (!ball) return null;
    const radii = hits.map((p) => lengthOf([ball.middle, p]));
    const [least, most] = [Math.min(...radii), Math.max(...radii)];
    const at = (radius: number) => hits[radii.indexOf(radius)] ?? ball.middle;
    return {
      value: (most - least) / ball.radius,
      view: 'headFront',
      lines: [
        [ball.middle, at(most)],
        [ball.middle, at(least)],
      ],
    };
  },
  brick: (_, { part, contour }) => {
    const level = (name: string) => contour[part.landmarkStation[name] ?? -1]?.y;
    const [top, bottom] = [level('skullSide'), level('flew')];
    if (top === undefined || bottom === undefined) return null;
    const flat = contour.map(({ x, y }) => ({ x: y, y: x }));
    const widths = Array.from({ length: LEVELS + 1 }, (_, k): Line => {
      const y = bottom + ((top - bottom) * k) / LEVELS;
      const xs = crossings(flat, y);
      return [
        { x: Math.min(...xs), y },
        { x: Math.max(...xs), y },
      ];
    }).sort((a, b) => lengthOf(a) - lengthOf(b));
    const [narrow, wide] = [widths[0], widths.at(-1)];
    if (!narrow || !wide) return null;
    return { value: 1 - lengthOf(narrow) / lengthOf(wide), view: 'headFront', lines: [narrow, wide] };
  },
  dome: (_, seen) => {
    const [left, right] = ['temple', 'temple.right'];
    const circle = circleThrough(between(seen, left, right));
    if (!circle) return null;
    const { middle, radius, rms } = circle;
    return {
      value: rms / radius,
      view: 'headFront',
      lines: [[middle, { x: middle.x, y: middle.y + radius }]],
    };
  },
};

const meanOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / Math.max(1, points.length),
  y: points.reduce((sum, p) => sum + p.y, 0) / Math.max(1, points.length),
});
