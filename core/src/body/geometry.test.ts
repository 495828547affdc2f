import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { distance, inside, signedArea } from './geometry.ts';
import { closedCurve, resampleClosed } from './spline.ts';

const square = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
];
const knots = square.map((at) => ({ at, corner: false }));

describe('plane geometry', () => {
  it('tells inside from outside and which way round a polygon runs', () => {
    expect(inside(square, { x: 5, y: 5 })).toBe(true);
    expect(inside(square, { x: 15, y: 5 })).toBe(false);
    expect(inside([], { x: 0, y: 0 })).toBe(false);
    expect(signedArea(square)).toBe(200);
    expect(signedArea([...square].reverse())).toBe(-200);
  });
});

describe('closed curves through landmarks', () => {
  it('pass through every knot', () => {
    const curve = closedCurve(knots, 8);
    square.forEach((at, index) => expect(curve.points[curve.knotIndex[index] ?? -1]).toEqual(at));
  });

  it('bulge between round knots and stay straight between corners', () => {
    const round = closedCurve(knots, 8).points;
    const cornered = closedCurve(
      knots.map((k) => ({ ...k, corner: true })),
      8,
    ).points;
    expect(signedArea(round)).toBeGreaterThan(205);
    expect(signedArea(cornered)).toBeCloseTo(200, 6);
  });

  it('never loop or overshoot between uneven knots', () => {
    const uneven = [0, 0.2, 7, 7.3, 20].map((x, i) => ({ at: { x, y: i % 2 }, corner: false }));
    const closing = { at: { x: 10, y: -8 }, corner: false };
    const ys = closedCurve([...uneven, closing], 16).points.map((p) => p.y);
    expect(Math.max(...ys)).toBeLessThan(3);
  });

  it('survive two landmarks in one place', () => {
    const twice = [...knots, { at: { x: 0, y: 10 }, corner: false }];
    for (const p of closedCurve(twice, 8).points) expect(Number.isFinite(p.x + p.y)).toBe(true);
  });

  it('are cut into stations of equal length, whatever the step', () => {
    fc.assert(
      fc.property(evenly(0.3, 4), (step) => {
        const { points } = resampleClosed(closedCurve(knots, 24).points, step, []);
        const gaps = points.map((p, i) => distance(p, points[(i + 1) % points.length] ?? p));
        expect(Math.max(...gaps) / Math.min(...gaps)).toBeLessThan(1.35);
      }),
    );
  });

  it('say which station a knot became', () => {
    const curve = closedCurve(knots, 24);
    const { points, at } = resampleClosed(curve.points, 0.5, curve.knotIndex);
    at.forEach((station, index) => {
      const knot = square[index] ?? { x: 0, y: 0 };
      expect(distance(points[station] ?? { x: 99, y: 99 }, knot)).toBeLessThan(0.5);
    });
  });
});
