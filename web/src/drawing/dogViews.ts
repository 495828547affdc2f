import type { Body, Lengths, Point, View } from '@kurrel/core';
import { otherSide, drawnContours } from '@kurrel/core';
import { frameFor, SHEET } from './frame.ts';

/** A place on a view of the dog, in sheet coordinates. */
export interface PlaceShape {
  readonly zone: string;
  readonly d: string;
  /** The part it belongs to, which clips it. */
  readonly clip: string;
}

/** One view of the dog, ready to draw and to touch. */
export interface DogView {
  readonly id: string;
  readonly name: string;
  readonly contours: readonly { readonly id: string; readonly d: string }[];
  /** The coat that is there over each part, with its curl; none where no lengths are given. */
  readonly coat: readonly string[];
  readonly shapes: readonly PlaceShape[];
  readonly anchors: ReadonlyMap<string, Point>;
  /** What labels keep clear of. */
  readonly polygons: readonly (readonly Point[])[];
  readonly marks: readonly { readonly kind: 'eye' | 'nose'; readonly at: Point; readonly r: number }[];
}

/** The dog from its left and right, front, rear, above, and its head face on; under the coat there is where its lengths are known. */
export function dogViews({ views }: Body, there: Lengths | null = null): readonly DogView[] {
  return [
    drawn(views.side, 'left', there),
    drawn(views.side, 'right', there, true),
    drawn(views.front, 'front', there),
    drawn(views.rear, 'rear', there),
    drawn(views.top, 'top', there),
    drawn(views.headFront, 'head', there),
  ];
}

/** The lengths of the dog's other side, for a side view that is drawn in a mirror. */
const mirrorOf = (lengths: Lengths): Lengths => ({
  ...lengths,
  zones: lengths.zones.map((one) => ({ ...one, zone: otherSide(one.zone) })),
});

function drawn(view: View, name: string, there: Lengths | null, mirrored = false): DogView {
  const frame = frameFor(view, []);
  const turn = (p: Point): Point => {
    const at = frame.point(p);
    return mirrored ? { x: SHEET.width - at.x, y: at.y } : at;
  };
  const zoneOf = (zone: string) => (mirrored ? otherSide(zone) : zone);
  const near = view.parts.filter((part) => !part.far);
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
  const nose = view.nose.map(turn);
  const coat = there ? drawnContours(view, mirrored ? mirrorOf(there) : there, 'now', true) : [];
  return {
    id: name,
    name,
    coat: coat.flatMap(({ far, contour }) => (far ? [] : [path(contour.map(turn))])),
    contours: near.map((part, index) => ({ id: part.id, d: path(outlines[index] ?? []) })),
    shapes,
    anchors,
    polygons: outlines,
    marks: [
      ...view.eyes.map(({ at, radiusMm }) => ({
        kind: 'eye' as const,
        at: turn(at),
        r: radiusMm * frame.scale,
      })),
      ...(nose.length > 0 ? [{ kind: 'nose' as const, at: middle(nose), r: spread(nose) * 0.3 }] : []),
    ],
  };
}

const middle = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
});

const spread = (points: readonly Point[]) =>
  Math.max(...points.map(({ x }) => x)) - Math.min(...points.map(({ x }) => x));

const path = (points: readonly Point[]) =>
  `${points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}Z`;
