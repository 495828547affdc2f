import { alongRay } from '../body/crossings.ts';
import type { Point } from '../body/geometry.ts';
import { distance, minus, norm, plus, times, unit } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { ViewId } from '../body/body.ts';
import type { HeadForm } from '../packs/breed.ts';

/**
 * Where the coat's surface should lie from a point of the skin, mm along a direction; as the trim draws it
 * where the form says nothing; left to its neighbours where the hair points across the form.
 */
export type FormDepth = (skin: Point, direction: Point) => number | 'as-drawn' | 'follows';

/** The view and the part in which a form is shaped. */
export const formedIn = (form: HeadForm): { readonly view: ViewId; readonly part: string } =>
  form === 'wedge' ? { view: 'side', part: 'head' } : { view: 'headFront', part: 'head-front' };

/** The drawn head's measures from ahead, mm: from the middle line out, and heights. */
interface Box {
  readonly halfWidth: number;
  /** The middle of a ball: so high that it is as full on top as at the sides, mm. */
  readonly ballMiddle: number;
  /** From there to the coat, on average. */
  readonly radius: number;
  /** The same of the bare head beside the eyes. */
  readonly skull: number;
  readonly top: number;
  readonly eyes: number;
  readonly bottom: number;
}

/** A brick has so much of its corners rounded: the power of its superellipse. */
const BRICK_POWER = 5;
/** A pear's crown is so much narrower than its cheeks (prior). */
const PEAR_CROWN = 0.45;
/** A dome's sides are tilted outward to so much of the bare head's width (prior). */
const DOME_OUT = 1.4;
const POINTS = 72;
const FLAT_SIDED: readonly HeadForm[] = ['brick', 'crest'];
const CHEEKBONE = ['temple', 'jaw'] as const;
/** Hair that stands further from the way out than this (45°) does not make the form. */
const ACROSS = Math.SQRT1_2;

/**
 * The form of a head in the size the trim draws it: from the coat drawn on the dog without its findings, so
 * that a thick cheek has less hair and not a wider head. Null where the part lacks the landmarks.
 */
export function headForm(form: HeadForm, part: ViewPart, drawn: readonly Point[]): FormDepth | null {
  return form === 'wedge' ? wedge(part, drawn) : fromAhead(form, part, drawn);
}

function fromAhead(
  form: Exclude<HeadForm, 'wedge'>,
  part: ViewPart,
  drawn: readonly Point[],
): FormDepth | null {
  const height = (name: string) => drawn[part.landmarkStation[name] ?? -1]?.y;
  const beside = part.stations[part.landmarkStation.temple ?? -1]?.point;
  const [top, eyes, bottom] = [height('crown'), beside?.y, height('chinMid')];
  if (top === undefined || eyes === undefined || bottom === undefined) return null;
  const out = ({ x }: Point) => Math.abs(x);
  const widest = Math.max(...drawn.map(out));
  // Nothing of a brick is wider than the cheekbone.
  const bone = CHEEKBONE.flatMap((name) => drawn[part.landmarkStation[name] ?? -1] ?? []);
  const halfWidth = FLAT_SIDED.includes(form) && bone.length > 0 ? Math.max(...bone.map(out)) : widest;
  const skull = Math.abs(beside?.x ?? halfWidth);
  const bareTop = part.stations[part.landmarkStation.crown ?? -1]?.point.y ?? top;
  const ballMiddle = Math.max((top + bottom) / 2, bareTop - skull);
  const from = (p: Point) => norm(p.x, p.y - ballMiddle);
  const radius = drawn.reduce((sum, p) => sum + from(p), 0) / drawn.length;
  const curve = FORMS[form]({ halfWidth, ballMiddle, radius, skull, top, eyes, bottom });
  const middle = { x: 0, y: MIDDLES[form]({ ballMiddle, eyes, top, bottom }) };
  return (skin, direction) => {
    if (form === 'dome' && skin.y < eyes) return 'as-drawn';
    const hits = alongRay(curve, skin, direction);
    if (hits.length === 0) return 0;
    const depth = Math.max(...hits);
    const out = unit(minus(plus(skin, times(direction, depth)), middle));
    return direction.x * out.x + direction.y * out.y < ACROSS ? 'follows' : depth;
  };
}

/** Where a form is looked at from. */
const middleOf = ({ top, bottom }: Pick<Box, 'top' | 'bottom'>) => (top + bottom) / 2;
const MIDDLES: Readonly<
  Record<Exclude<HeadForm, 'wedge'>, (box: Pick<Box, 'ballMiddle' | 'eyes' | 'top' | 'bottom'>) => number>
> = {
  ball: ({ ballMiddle }) => ballMiddle,
  dome: ({ eyes }) => eyes,
  brick: middleOf,
  crest: middleOf,
  pear: middleOf,
};

const FORMS: Readonly<Record<Exclude<HeadForm, 'wedge'>, (box: Box) => readonly Point[]>> = {
  ball: ({ ballMiddle, radius }) => round(ballMiddle, () => [radius, radius], 2),
  brick: ({ halfWidth, top, bottom }) =>
    round((top + bottom) / 2, () => [halfWidth, (top - bottom) / 2], BRICK_POWER),
  dome: ({ skull, top, eyes }) => round(eyes, () => [DOME_OUT * skull, top - eyes], 2),
  crest: ({ halfWidth, top, eyes, bottom }) =>
    round(
      eyes,
      (up) => [halfWidth, up ? top - eyes : eyes - bottom],
      (up) => (up ? 2 : BRICK_POWER),
    ),
  pear: ({ halfWidth, top, bottom }) =>
    round((top + bottom) / 2, () => [halfWidth, (top - bottom) / 2], 2).map(({ x, y }) => ({
      x: x * (1 - PEAR_CROWN * Math.max(0, (y - bottom) / (top - bottom))),
      y,
    })),
};

/** A closed superellipse about the middle line: |x/a|ⁿ + |y/b|ⁿ = 1, above its middle and below it. */
function round(
  middle: number,
  axes: (up: boolean) => readonly [number, number],
  power: number | ((up: boolean) => number),
): readonly Point[] {
  return Array.from({ length: POINTS }, (_, k) => {
    const turn = (2 * Math.PI * k) / POINTS;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const [a, b] = axes(sin >= 0);
    const n = typeof power === 'number' ? power : power(sin >= 0);
    return {
      x: a * Math.sign(cos) * Math.abs(cos) ** (2 / n),
      y: middle + b * Math.sign(sin) * Math.abs(sin) ** (2 / n),
    };
  });
}

/** One straight line from the nose to the crown, seen from the side; the rest of the head as drawn. */
function wedge(part: ViewPart, drawn: readonly Point[]): FormDepth | null {
  const at = (name: string) => drawn[part.landmarkStation[name] ?? -1];
  const [nose, crown] = [at('noseTop'), at('skullTop')];
  if (!nose || !crown) return null;
  const along = unit(minus(crown, nose));
  const across = { x: -along.y, y: along.x };
  const out = across.y > 0 ? across : { x: along.y, y: -along.x };
  const length = distance(crown, nose);
  return (skin, direction) => {
    const from = minus(skin, nose);
    const way = from.x * along.x + from.y * along.y;
    const facing = direction.x * out.x + direction.y * out.y;
    if (way < 0 || way > length || facing < 0.3) return 'as-drawn';
    return Math.max(0, -(from.x * out.x + from.y * out.y) / facing);
  };
}
