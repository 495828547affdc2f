import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { circleThrough, lineThrough } from './fit.ts';

const square = [
  { x: 0, y: 0 },
  { x: 4, y: 0 },
  { x: 4, y: 4 },
  { x: 0, y: 4 },
];

describe('the line nearest to points', () => {
  it('is theirs where they lie on one, however steep', () => {
    fc.assert(
      fc.property(evenly(-3, 3), evenly(-50, 50), evenly(-50, 50), (turn, x, y) => {
        const points = [0, 3, 7, 9].map((t) => ({ x: x + t * Math.cos(turn), y: y + t * Math.sin(turn) }));
        const [a, b] = lineThrough(points);
        expect(Math.hypot(a.x - x, a.y - y)).toBeLessThan(1e-6);
        expect(Math.hypot(b.x - a.x, b.y - a.y)).toBeCloseTo(9, 6);
      }),
    );
  });

  it('goes through the middle of what lies on both sides of it', () => {
    const [a, b] = lineThrough([
      { x: 0, y: 1 },
      { x: 5, y: -1 },
      { x: 10, y: -1 },
      { x: 15, y: 1 },
    ]);
    expect([a.y, b.y].map((y) => Math.abs(y))).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
  });
});

describe('the circle nearest to points', () => {
  it('is theirs where they lie on one', () => {
    fc.assert(
      fc.property(evenly(-90, 90), evenly(-90, 90), evenly(5, 200), evenly(1, 6), (x, y, r, arc) => {
        const points = Array.from({ length: 12 }, (_, k) => ({
          x: x + r * Math.cos((arc * k) / 11),
          y: y + r * Math.sin((arc * k) / 11),
        }));
        const circle = circleThrough(points);
        expect(circle?.radius).toBeCloseTo(r, 4);
        expect(circle?.middle.x).toBeCloseTo(x, 4);
        expect(circle?.middle.y).toBeCloseTo(y, 4);
        expect(circle?.rms).toBeLessThan(1e-4);
      }),
    );
  });

  it('is further from what is no circle, and there is none through a line or two points', () => {
    expect(circleThrough([...square, { x: 2, y: 0 }])?.rms).toBeGreaterThan(0.2);
    expect(circleThrough(square.slice(0, 2))).toBeNull();
    expect(circleThrough([0, 1, 2, 3].map((x) => ({ x, y: 2 * x })))).toBeNull();
  });
});
