import type { Body, Outline, Point } from '@kurrel/core';

/** The sheet the dog is drawn on, in drawing units (about CSS pixels at 1280 × 800). */
export const SHEET = { width: 784, height: 520 } as const;
const MARGIN = { left: 96, right: 100, top: 34, bottom: 48 } as const;

/** Millimetres of the dog to the sheet; the dog keeps its place while its coat changes. */
export interface Frame {
  readonly scale: number;
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly point: (p: Point) => Point;
}

export function frameFor(body: Body, outlines: readonly Outline[]): Frame {
  const points = [
    ...outlines.flatMap((outline) => outline.flatMap((part) => part.line)),
    ...Object.values(body.landmarks),
  ];
  const left = Math.min(...points.map((p) => p.x));
  const right = Math.max(...points.map((p) => p.x));
  const top = Math.max(...points.map((p) => p.y));
  const width = SHEET.width - MARGIN.left - MARGIN.right;
  const height = SHEET.height - MARGIN.top - MARGIN.bottom;
  const scale = Math.min(width / (right - left), height / top);
  const x0 = MARGIN.left + (width - (right - left) * scale) / 2 - left * scale;
  const y0 = SHEET.height - MARGIN.bottom;
  const x = (mm: number) => x0 + mm * scale;
  const y = (mm: number) => y0 - mm * scale;
  return { scale, x, y, point: (p) => ({ x: x(p.x), y: y(p.y) }) };
}

/** An SVG path through points given in mm, to a tenth of a unit. */
export function pathOf(points: readonly Point[], frame: Frame, close = true): string {
  let d = '';
  for (const p of points) {
    d += `${d === '' ? 'M' : 'L'}${Math.round(frame.x(p.x) * 10) / 10} ${Math.round(frame.y(p.y) * 10) / 10}`;
  }
  return close ? `${d}Z` : d;
}
