import { describe, expect, it } from 'vitest';
import { intersected, without } from './areas.ts';
import type { Point } from './geometry.ts';

const square = (x: number, y: number, side: number): readonly Point[] => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
];
const areaOf = (curves: readonly (readonly Point[])[]): number =>
  curves.reduce(
    (sum, curve) =>
      sum +
      Math.abs(
        curve.reduce((area, a, i) => {
          const b = curve[(i + 1) % curve.length] ?? a;
          return area + (a.x * b.y - b.x * a.y) / 2;
        }, 0),
      ),
    0,
  );

describe('areas', () => {
  const [one, other] = [square(0, 0, 10), square(6, 4, 10)];

  it('lie in one another, and outside, and together make the whole', () => {
    expect(areaOf(intersected([one], [other]))).toBeCloseTo(24, 6);
    expect(areaOf(without([one], [other]))).toBeCloseTo(76, 6);
    expect(areaOf(without([one], []))).toBeCloseTo(100, 6);
    expect(intersected([one], [square(40, 40, 5)])).toEqual([]);
  });

  it('are the same whichever way round they are drawn, in pieces where they fall apart', () => {
    expect(areaOf(intersected([[...one].reverse()], [other]))).toBeCloseTo(24, 6);
    const band = [
      { x: -1, y: 4 },
      { x: 11, y: 4 },
      { x: 11, y: 6 },
      { x: -1, y: 6 },
    ];
    expect(without([one], [band])).toHaveLength(2);
    // What is cut out of the middle leaves the rest round it, as one piece.
    expect(without([one], [square(3, 3, 2)])).toHaveLength(1);
  });

  it('with edges on one another, or almost, are cut like any', () => {
    const almost = one.map(({ x, y }) => ({ x: x + 1e-9, y: y - 1e-10 }));
    expect(areaOf(intersected([one], [almost]))).toBeCloseTo(100, 6);
    expect(without([one], [almost])).toEqual([]);
    expect(areaOf(intersected([one], [square(0, 0, 4)]))).toBeCloseTo(16, 6);
  });
});
