import { describe, expect, it } from 'vitest';
import { alongRay, crossings } from './crossings.ts';

const square = [
  { x: 0, y: 0 },
  { x: 4, y: 0 },
  { x: 4, y: 4 },
  { x: 0, y: 4 },
];

describe('where lines meet a contour', () => {
  it('a plumb line crosses a square twice, beside it never', () => {
    expect(crossings(square, 1).sort()).toEqual([0, 4]);
    expect(crossings(square, 5)).toEqual([]);
  });

  it('a ray leaves it on the side it is turned to', () => {
    expect(alongRay(square, { x: 1, y: 1.5 }, { x: 0, y: 1 })).toEqual([2.5]);
    expect(alongRay(square, { x: 1, y: 1.5 }, { x: -1, y: 0 })).toEqual([1]);
    expect(alongRay(square, { x: 2, y: 9 }, { x: 0, y: 1 })).toEqual([]);
    expect(alongRay(square, { x: 2, y: -2 }, { x: 0, y: 1 })).toEqual([2, 6]);
  });
});
