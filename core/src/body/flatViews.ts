/** A dog in its views other than the side: simple templates, fitted roughly. */
import type { Pair } from '../packs/archetypes.ts';
import type { ViewPack, ViewTemplate } from '../packs/views.ts';
import type { Body } from './body.ts';
import type { Point } from './geometry.ts';
import { plus, times } from './geometry.ts';
import { closedCurve } from './spline.ts';

/** A view as flat shapes, mm. */
export interface FlatView {
  readonly id: string;
  readonly name: string;
  readonly shapes: readonly {
    readonly zone: string;
    readonly curve: readonly Point[];
    /** The middle of the shape. */
    readonly label: Point;
  }[];
  readonly marks: readonly { readonly kind: 'eye' | 'nose'; readonly at: Point; readonly r: number }[];
}

const PER_SEGMENT = 8;
/** A head drawn face on is about this share of its length across its unit (prior). */
const HEAD_UNIT = 0.75;

/** The templates fitted to this dog: widths by its chest, heights by its elbow, lengths by its length, ears as carried. */
export function flatViews(pack: ViewPack, body: Body): readonly FlatView[] {
  return pack.views.map((view) => {
    const fit = fitOf(view, pack, body);
    const shapes = view.shapes
      .filter(({ ear }) => !ear || ear.includes(body.earCarriage))
      .flatMap(({ zone, paired, curve }) => {
        const plusSide = pairsOf(curve).map(fit);
        if (!paired) return [shape(zone, plusSide)];
        const other = view.plusIs === 'left' ? 'right' : 'left';
        return [
          shape(`${zone}.${view.plusIs}`, plusSide),
          shape(`${zone}.${other}`, plusSide.map(flip(view.mirror))),
        ];
      });
    const marks = view.marks.flatMap(({ kind, at, r, paired }) => {
      const one = { kind, at: fit(at), r: r * unitMm(view, body) };
      return paired ? [one, { ...one, at: flip(view.mirror)(one.at) }] : [one];
    });
    return { id: view.id, name: view.name, shapes, marks };
  });
}

function pairsOf(numbers: readonly number[]): readonly Pair[] {
  const pairs: Pair[] = [];
  for (let i = 0; i + 1 < numbers.length; i += 2) pairs.push([numbers[i] ?? 0, numbers[i + 1] ?? 0]);
  return pairs;
}

const unitMm = ({ unit }: ViewTemplate, { heightMm, measures }: Body) =>
  unit === 'height' ? heightMm : measures.headMm.mm * HEAD_UNIT;

function fitOf(view: ViewTemplate, { reference }: ViewPack, body: Body): (at: Pair) => Point {
  const mm = unitMm(view, body);
  if (view.unit === 'head') return ([x, y]) => ({ x: x * mm, y: y * mm });
  const { heightMm, measures } = body;
  const wide = measures.chestWidthMm.mm / heightMm / reference.chestWidth;
  const elbow = measures.elbowHeightMm.mm / heightMm;
  const long = measures.lengthMm.mm / heightMm / reference.length;
  const upright = (y: number) =>
    y <= reference.elbowHeight
      ? (y * elbow) / reference.elbowHeight
      : elbow + ((y - reference.elbowHeight) * (1 - elbow)) / (1 - reference.elbowHeight);
  return view.mirror === 'y'
    ? ([x, y]) => ({ x: (x > 0 ? x * long : x) * mm, y: y * wide * mm })
    : ([x, y]) => ({ x: x * wide * mm, y: upright(y) * mm });
}

const flip =
  (mirror: 'x' | 'y') =>
  ({ x, y }: Point): Point =>
    mirror === 'x' ? { x: -x, y } : { x, y: -y };

function shape(zone: string, points: readonly Point[]): FlatView['shapes'][number] {
  const sum = points.reduce(plus, { x: 0, y: 0 });
  const knots = points.map((at) => ({ at, corner: false }));
  return { zone, curve: closedCurve(knots, PER_SEGMENT).points, label: times(sum, 1 / points.length) };
}
