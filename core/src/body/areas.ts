import ClipperLib from 'clipper-lib';
import type { IntPoint } from 'clipper-lib';
import type { Point } from './geometry.ts';

/** Areas are cut in whole hundredths of a millimetre: in whole numbers no edge lies almost on another. */
const PER_MM = 100;

type Curves = readonly (readonly Point[])[];

/** What of some areas lies in others too, in as many pieces. Closed curves, mm. */
export const intersected = (areas: Curves, others: Curves): Curves =>
  cut(ClipperLib.ClipType.ctIntersection, areas, others);

/** What of some areas lies outside others, in as many pieces. Closed curves, mm; holes are left out. */
export const without = (areas: Curves, others: Curves): Curves =>
  cut(ClipperLib.ClipType.ctDifference, areas, others);

function cut(how: ClipperLib.ClipType, areas: Curves, others: Curves): Curves {
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(areas.map(inWhole), ClipperLib.PolyType.ptSubject, true);
  clipper.AddPaths(others.map(inWhole), ClipperLib.PolyType.ptClip, true);
  const pieces: IntPoint[][] = [];
  const { pftNonZero } = ClipperLib.PolyFillType;
  clipper.Execute(how, pieces, pftNonZero, pftNonZero);
  return pieces
    .filter((piece) => ClipperLib.Clipper.Orientation(piece))
    .map((piece) => piece.map(({ X, Y }) => ({ x: X / PER_MM, y: Y / PER_MM })));
}

const inWhole = (curve: readonly Point[]): IntPoint[] =>
  curve.map(({ x, y }) => ({ X: Math.round(x * PER_MM), Y: Math.round(y * PER_MM) }));
