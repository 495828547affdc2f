import type { DrawnContours, Point, View } from '@kurrel/core';

/** The sheet the dog is drawn on, in drawing units (about CSS pixels at 1280 × 800). */
export const SHEET = { width: 784, height: 520 } as const;
export interface Margin {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}
const MARGIN: Margin = { left: 96, right: 100, top: 34, bottom: 48 };
export const BARE: Margin = { left: 14, right: 14, top: 14, bottom: 20 };

/** Millimetres of the dog to the sheet; the dog keeps its place while its coat changes. */
export interface Frame {
  readonly scale: number;
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly point: (p: Point) => Point;
}

/** `margin` leaves room for labels; without labels a narrow one will do. */
export function frameFor(view: View, outlines: readonly DrawnContours[], margin: Margin = MARGIN): Frame {
  const points = [
    ...outlines.flatMap((outline) => outline.flatMap((part) => part.contour)),
    ...view.parts.flatMap(({ stations }) => stations.map(({ point }) => point)),
  ];
  const left = Math.min(...points.map((p) => p.x));
  const right = Math.max(...points.map((p) => p.x));
  const top = Math.max(...points.map((p) => p.y));
  const low = view.grounded ? 0 : Math.min(...points.map((p) => p.y));
  const width = SHEET.width - margin.left - margin.right;
  const height = SHEET.height - margin.top - margin.bottom;
  const scale = Math.min(width / (right - left), height / (top - low));
  const x0 = margin.left + (width - (right - left) * scale) / 2 - left * scale;
  const spare = view.grounded ? 0 : (height - (top - low) * scale) / 2;
  const y0 = SHEET.height - margin.bottom - spare + low * scale;
  const x = (mm: number) => x0 + mm * scale;
  const y = (mm: number) => y0 - mm * scale;
  return { scale, x, y, point: (p) => ({ x: x(p.x), y: y(p.y) }) };
}

const paths = new WeakMap<readonly Point[], { readonly frame: Frame; readonly d: string }>();

/** `pathOf` a closed contour, kept with it. */
export function contourPath(contour: readonly Point[], frame: Frame): string {
  const before = paths.get(contour);
  if (before?.frame === frame) return before.d;
  const d = pathOf(contour, frame);
  paths.set(contour, { frame, d });
  return d;
}

/** An SVG path through points given in mm, to a tenth of a unit. */
export function pathOf(points: readonly Point[], frame: Frame, close = true): string {
  let d = '';
  for (const p of points) {
    d += `${d === '' ? 'M' : 'L'}${Math.round(frame.x(p.x) * 10) / 10} ${Math.round(frame.y(p.y) * 10) / 10}`;
  }
  return close ? `${d}Z` : d;
}
