import type { Body, Packs, Point } from '@kurrel/core';
import { flatViews, otherSide } from '@kurrel/core';
import { frameFor, SHEET } from './frame.ts';

/** A place on a view of the dog, in sheet coordinates. */
export interface PlaceShape {
  readonly zone: string;
  readonly d: string;
  /** The part it belongs to, which clips it; null where the shape stands for itself. */
  readonly clip: string | null;
}

/** One view of the dog, ready to draw and to touch. */
export interface DogView {
  readonly id: string;
  readonly name: string;
  readonly contours: readonly { readonly id: string; readonly d: string }[];
  readonly shapes: readonly PlaceShape[];
  readonly anchors: ReadonlyMap<string, Point>;
  /** What labels keep clear of. */
  readonly polygons: readonly (readonly Point[])[];
  readonly marks: readonly { readonly kind: 'eye' | 'nose'; readonly at: Point; readonly r: number }[];
}

const MARGIN = 46;

/** The dog from its left and right, front, rear, above, and its head face on. */
export function dogViews(packs: Packs, body: Body): readonly DogView[] {
  return [sideView(body, 'left'), sideView(body, 'right'), ...flatViews(packs.views, body).map(flat)];
}

function sideView(body: Body, side: 'left' | 'right'): DogView {
  const frame = frameFor(body, []);
  const turn = (p: Point): Point => {
    const at = frame.point(p);
    return side === 'left' ? at : { x: SHEET.width - at.x, y: at.y };
  };
  const zoneOf = (zone: string) => (side === 'left' ? zone : otherSide(zone));
  const near = body.views.side.parts.filter((part) => !part.far);
  const outlines = near.map((part) => part.stations.map((s) => turn(s.point)));
  const anchors = new Map<string, Point>();
  const shapes = near.flatMap((part, index) =>
    part.patches.map((patch): PlaceShape => {
      const zone = zoneOf(patch.zone);
      if (patch.label && !anchors.has(zone)) anchors.set(zone, turn(patch.label));
      const whole = path(outlines[index] ?? []);
      return { zone, d: patch.curve ? path(patch.curve.map(turn)) : whole, clip: part.id };
    }),
  );
  const { eye } = body.views.side;
  return {
    id: side,
    name: side,
    contours: near.map((part, index) => ({ id: part.id, d: path(outlines[index] ?? []) })),
    shapes,
    anchors,
    polygons: outlines,
    marks: [
      { kind: 'eye', at: turn(eye.at), r: eye.radiusMm * frame.scale },
      { kind: 'nose', at: turn(middle(body.views.side.nose)), r: 0.018 * body.heightMm * frame.scale },
    ],
  };
}

function flat(view: ReturnType<typeof flatViews>[number]): DogView {
  const points = view.shapes.flatMap(({ curve }) => curve);
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const room = { width: SHEET.width - 2 * MARGIN, height: SHEET.height - 2 * MARGIN };
  const scale = Math.min(room.width / (right - left), room.height / (high - low));
  const turn = (p: Point): Point => ({
    x: SHEET.width / 2 + (p.x - (left + right) / 2) * scale,
    y: SHEET.height / 2 - (p.y - (low + high) / 2) * scale,
  });
  const drawn = view.shapes.map(({ zone, curve, label }) => ({
    zone,
    points: curve.map(turn),
    label: turn(label),
  }));
  return {
    id: view.id,
    name: view.name,
    contours: [],
    shapes: drawn.map(({ zone, points: curve }) => ({ zone, d: path(curve), clip: null })),
    anchors: new Map(drawn.map(({ zone, label }) => [zone, label])),
    polygons: drawn.map(({ points: curve }) => curve),
    marks: view.marks.map(({ kind, at, r }) => ({ kind, at: turn(at), r: r * scale })),
  };
}

const middle = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
});

const path = (points: readonly Point[]) =>
  `${points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}Z`;
