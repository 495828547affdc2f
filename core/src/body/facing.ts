import { byId } from '../terms/failure.ts';
import type { Pair, Place, ZoneArea } from '../packs/archetypes.ts';
import { placesOf } from '../packs/places.ts';
import type { FacingPart, FacingPoint, FacingView, ViewPack, Width } from '../packs/views.ts';
import { facingPointsOf } from '../packs/views.ts';
import type { Side } from '../terms/zone.ts';
import type { Point } from './geometry.ts';
import { minus, plus } from './geometry.ts';
import type { Landmarks, Template } from './landmarks.ts';
import { landmark } from './landmarks.ts';
import type { PartShape, View, ViewPart } from './view.ts';
import { hide, partOf, stationMm, twinOf } from './view.ts';
import { closedCurve } from './spline.ts';

/** A displacement of a point of a facing part, on one side or both: [out, along] in heights. */
export interface FacingMove {
  readonly at: string;
  readonly by: Pair;
  readonly side: Side | null;
}

/** Camera pitch above the axis of the face, degrees: the muzzle then shows below the skull. */
const FACE_DEG = 30;
/** An eye shows narrower from ahead than from the side. */
const EYE_AHEAD = 0.6;

interface Dog {
  readonly template: Template;
  readonly landmarks: Landmarks;
  readonly heightMm: number;
  readonly moves: readonly FacingMove[];
  /** Views of a dog of this breed and height: parts drawn as there are taken from them. */
  readonly like: Readonly<Record<FacingView['id'], View>> | null;
}

/**
 * The dog from ahead, behind, above, and its face: every point stands at the height (from above: the distance along the
 * dog) of a landmark of the side view, a share of one of the dog's widths from the middle. Millimetres; from above x grows
 * towards the tail and y to the dog's right, else x to the plus side and y upwards.
 * @throws MisuseError for a name the pack lacks.
 */
export function facingViews(pack: ViewPack, dog: Dog): Readonly<Record<FacingView['id'], View>> {
  return Object.fromEntries(pack.views.map((view) => [view.id, facingView(pack, view, dog)])) as Record<
    FacingView['id'],
    View
  >;
}

function facingView(pack: ViewPack, view: FacingView, dog: Dog): View {
  const carriage = dog.template.ear.carriage;
  const drawn = view.parts
    .map((id) => byId('facing part', pack.parts, id))
    .filter(({ ear }) => ear?.includes(carriage) ?? true);
  const parts = drawn.flatMap((part) => {
    const at = (side: Side) => placerOf(pack, view, part, dog, side);
    const other = view.plusIs === 'left' ? 'right' : 'left';
    return part.paired
      ? [
          pairedPart(view, part, dog, at(view.plusIs), view.plusIs),
          pairedPart(view, part, dog, at(other), other),
        ]
      : [middlePart(view, part, dog, at(view.plusIs), at(other))];
  });
  const face = view.face === null ? null : byId('facing part', pack.parts, view.face);
  const grounded = view.seen === 'ahead' || view.seen === 'behind';
  return {
    grounded,
    parts: hide(parts, dog.like?.[view.id] ?? null),
    ...(face ? faceOf(view, dog) : { eyes: [], nose: [], mouth: [] }),
  };
}

/** Places points of a part on one side of this dog. */
type Placer = (point: FacingPoint) => Point;

function placerOf(pack: ViewPack, view: FacingView, part: FacingPart, dog: Dog, side: Side): Placer {
  const { template, heightMm, moves } = dog;
  const { proportions } = template;
  const unit = unitMm(part, dog);
  const alongMm = part.reaches ? tailReachMm(view, dog) : unit;
  const widths = widthsOf(pack, dog);
  const sign = side === view.plusIs ? 1 : -1;
  const bone = part.bone === true ? proportions.bone : 1;
  return ({ name, landmark: at, along, width, share, out }) => {
    let lateral = share * widths[width] + out * bone * unit;
    let way = wayTo(view, dog, at) + along * alongMm;
    for (const move of moves) {
      if (move.at !== `${part.id}.${name}` || (move.side !== null && move.side !== side)) continue;
      lateral += move.by[0] * heightMm;
      way += move.by[1] * heightMm;
    }
    return oriented(view, sign * Math.max(0, lateral), way);
  };
}

/** Half-width references, mm. */
export function widthsOf(
  pack: ViewPack,
  { template, heightMm }: Pick<Dog, 'template' | 'heightMm'>,
): Readonly<Record<Width, number>> {
  const { proportions, head } = template;
  const headMm = proportions.head * heightMm;
  return {
    chest: proportions.chestWidth * heightMm,
    neck: (template.widths.neck ?? pack.widths.neck) * heightMm,
    hip: (template.widths.hip ?? pack.widths.hip) * heightMm,
    skull: (template.widths.skull ?? head.widths.skull) * headMm,
    muzzle: (template.widths.muzzle ?? head.widths.muzzle) * headMm,
  };
}

/** Where a point of the side view stands in another, so far from the middle on its plus side, mm. */
export const facingPlace = (view: FacingView, body: FacingFrame, at: Point, lateralMm: number): Point =>
  oriented(view, lateralMm, wayOf(view, body, at));

/** What of a body says where a point stands in a view. */
export interface FacingFrame {
  readonly landmarks: Landmarks;
  readonly headAngleDeg: number;
}

const oriented = (view: FacingView, lateral: number, way: number): Point =>
  view.seen === 'above' ? { x: way, y: lateral } : { x: lateral, y: way };

/** How high a landmark stands in a view, or how far along the dog, mm. */
const wayTo = (view: FacingView, { template, landmarks }: Dog, name: string): number =>
  wayOf(view, { landmarks, headAngleDeg: template.proportions.headAngle }, landmark(landmarks, name));

function wayOf(view: FacingView, { landmarks, headAngleDeg }: FacingFrame, at: Point): number {
  if (view.seen === 'above') return at.x;
  if (view.seen !== 'face') return at.y;
  const turn = ((FACE_DEG - headAngleDeg) * Math.PI) / 180;
  const from = minus(at, landmark(landmarks, 'occiput'));
  return from.x * Math.sin(turn) + from.y * Math.cos(turn);
}

function pairedPart(view: FacingView, part: FacingPart, dog: Dog, place: Placer, side: Side): ViewPart {
  const points = facingPointsOf(part.outline);
  const knots = points.map((point) => ({
    at: place(point),
    corner: part.corners?.includes(point.name) ?? false,
  }));
  const places = new Map(points.map((point, i) => [point.name, knots[i]?.at ?? { x: 0, y: 0 }]));
  const sign = side === view.plusIs ? 1 : -1;
  const areas = part.zones.map((zone) => ({
    ...patchOf(view, zone, places, areaUnitsMm(view, part, dog), sign),
    zone: `${zone.zone}.${side}`,
  }));
  const shape: PartShape = {
    id: `${part.id}.${side}`,
    knots,
    names: points.map(({ name }) => name),
    carried: carriedOf(part, points),
    setOn: setOnOf(view, part, dog),
    fromAbove: view.seen === 'above',
    onGround: view.seen === 'ahead' || view.seen === 'behind',
    patches: areas,
    spacingMm: stationMm(dog.heightMm),
  };
  return partOf(shape, twinOf(dog.like?.[view.id] ?? null, shape.id));
}

/** Written as one half from end to end: the other is its mirror, moved by what was found on that side. */
function middlePart(
  view: FacingView,
  part: FacingPart,
  dog: Dog,
  plusSide: Placer,
  minusSide: Placer,
): ViewPart {
  const points = facingPointsOf(part.outline);
  const other = view.plusIs === 'left' ? 'right' : 'left';
  const corner = ({ name }: FacingPoint) => part.corners?.includes(name) ?? false;
  const half = points.map((point) => ({ name: point.name, at: plusSide(point), corner: corner(point) }));
  const back = points
    .slice(1, -1)
    .map((point) => ({ name: `${point.name}.${other}`, at: minusSide(point), corner: corner(point) }))
    .reverse();
  const knots = [...half, ...back];
  const mm = areaUnitsMm(view, part, dog);
  const sides = [
    { side: view.plusIs, sign: 1, places: new Map(half.map(({ name, at }) => [name, at])) },
    {
      side: other,
      sign: -1,
      places: new Map(points.map((point) => [point.name, minusSide(point)])),
    },
  ] as const;
  const patches = part.zones.flatMap((zone) => {
    const [first, last] = sides;
    if (zone.paired !== true) {
      const patch = patchOf(view, zone, first.places, mm, 1);
      // Written for one half: the other half is its mirror.
      const mirror = patchOf(
        view,
        { zone: zone.zone, ...(zone.area ? { area: zone.area } : {}) },
        last.places,
        mm,
        -1,
      );
      return patch.curve ? [mirror, patch] : [patch];
    }
    return sides.map(({ side, sign, places }) => {
      const patch = patchOf(view, zone, places, mm, sign);
      return {
        ...patch,
        zone: `${zone.zone}.${side}`,
        curve: patch.curve ?? (sign > 0 ? null : halfPlane(view, dog.heightMm)),
      };
    });
  });
  const shape: PartShape = {
    id: part.id,
    knots,
    names: knots.map(({ name }) => name),
    carried: carriedOf(part, points, other),
    middle: view.seen === 'above' ? 'y' : 'x',
    fromAbove: view.seen === 'above',
    onGround: view.seen === 'ahead' || view.seen === 'behind',
    setOn: setOnOf(view, part, dog),
    patches,
    spacingMm: stationMm(dog.heightMm),
  };
  return partOf(shape, twinOf(dog.like?.[view.id] ?? null, shape.id));
}

/** Everything on the minus side of the middle. */
function halfPlane(view: FacingView, heightMm: number): readonly Point[] {
  const far = 3 * heightMm;
  return [
    oriented(view, 0, -far),
    oriented(view, 0, far),
    oriented(view, -far, far),
    oriented(view, -far, -far),
  ];
}

const unitMm = ({ unit }: FacingPart, { heightMm, template }: Dog): number =>
  unit === 'head' ? template.proportions.head * heightMm : heightMm;

/** A tail seen end on is no shorter than this, in heights. */
const TAIL_END_ON = 0.09;

/** How far the tail reaches from its root, mm: up where the dog is seen from behind, backwards from above; negative the other way. */
function tailReachMm(view: FacingView, { template, heightMm }: Dog): number {
  const reach = template.tail.centre
    .map(([back, up]) => (view.seen === 'above' ? back : up))
    .reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
  const share = reach * template.proportions.tail;
  return (share < 0 ? -1 : 1) * Math.max(Math.abs(share), TAIL_END_ON) * heightMm;
}

/** What a part's areas are written in, mm: across, and along the way it reaches. */
const areaUnitsMm = (
  view: FacingView,
  part: FacingPart,
  dog: Dog,
): readonly [across: number, along: number] => {
  const mm = unitMm(part, dog);
  return [mm, part.reaches ? Math.sign(tailReachMm(view, dog)) * mm : mm];
};

function patchOf(
  view: FacingView,
  { zone, area, label }: ZoneArea,
  places: ReadonlyMap<string, Point>,
  [acrossMm, alongMm]: readonly [across: number, along: number],
  sign: number,
): { readonly zone: string; readonly curve: readonly Point[] | null; readonly label: Point | null } {
  const place = ([name, dx, dy]: Place): Point => {
    const at = places.get(name) ?? { x: 0, y: 0 };
    const [across, way] = view.seen === 'above' ? [dy, dx] : [dx, dy];
    const to = plus(at, oriented(view, sign * across * acrossMm, way * alongMm));
    // An area of one half ends at the middle of the dog.
    return view.seen === 'above'
      ? { x: to.x, y: sign * Math.max(-1, sign * to.y) }
      : { x: sign * Math.max(-1, sign * to.x), y: to.y };
  };
  const [labelled] = label ? placesOf(label) : [];
  return {
    zone,
    curve: area
      ? closedCurve(
          placesOf(area).map((p) => ({ at: place(p), corner: true })),
          3,
        ).points
      : null,
    label: labelled ? place(labelled) : null,
  };
}

/** A head is set on where the neck ends, unless it is looked at in its own frame. */
function setOnOf(view: FacingView, { unit, ridesOn }: FacingPart, dog: Dog): Point | null {
  const name = ridesOn ?? (unit === 'head' && view.seen !== 'face' ? 'occiput' : null);
  return name === null ? null : oriented(view, 0, wayTo(view, dog, name));
}

function carriedOf(
  { carried = {} }: FacingPart,
  points: readonly FacingPoint[],
  other?: Side,
): Record<string, number> {
  const shares: Record<string, number> = {};
  for (const { name } of points) {
    const share = carried[name] ?? carried['*'] ?? 0;
    shares[name] = share;
    if (other) shares[`${name}.${other}`] = share;
  }
  return shares;
}

/** Eyes, nose and mouth from ahead. */
function faceOf(view: FacingView, dog: Dog): Pick<View, 'eyes' | 'nose' | 'mouth'> {
  const { template, heightMm } = dog;
  const headMm = template.proportions.head * heightMm;
  const skull = (template.widths.skull ?? template.head.widths.skull) * headMm;
  const muzzle = (template.widths.muzzle ?? template.head.widths.muzzle) * headMm;
  const at = (name: string, lateral: number) => oriented(view, lateral, wayTo(view, dog, name));
  const radiusMm = EYE_AHEAD * template.head.eye * headMm;
  const nose = at('noseTip', 0).y;
  const [top, under] = [nose + 0.035 * headMm, nose - 0.035 * headMm];
  const wide = Math.min(0.28 * muzzle, 0.065 * headMm);
  return {
    eyes: [1, -1].map((sign) => ({ at: at('eye', sign * 0.26 * skull), radiusMm })),
    nose: [
      { x: -wide, y: top },
      { x: wide, y: top },
      { x: wide * 0.8, y: nose - 0.012 * headMm },
      { x: 0, y: under },
      { x: -wide * 0.8, y: nose - 0.012 * headMm },
    ],
    mouth: [
      { x: -0.3 * muzzle, y: under - 0.025 * headMm },
      { x: 0, y: under - 0.014 * headMm },
      { x: 0.3 * muzzle, y: under - 0.025 * headMm },
    ],
  };
}
