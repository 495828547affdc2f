import { describe, expect, it } from 'vitest';
import { stretchesIn } from './stretches.ts';

/** A contour of 10 mm stations: a zone and what it wants, so many times. */
const contour = (...pieces: readonly (readonly [zone: string, times: number, mm: number])[]) => ({
  spacingMm: 10,
  changes: pieces
    .flatMap(([zone, times, mm]) => Array.from({ length: times }, () => ({ zone, mm })))
    .map((one, station) => ({ ...one, station })),
});
const RUN = ['back', 'loin', 'croup', 'breech.left', 'breech.right'];
const stretches = (...contours: readonly ReturnType<typeof contour>[]) =>
  stretchesIn(RUN, contours, { stepMm: 3, handMm: 80 });

describe('what of a run the outline wants otherwise', () => {
  it('is nothing under a step, however long, and nothing under half a hand, however much', () => {
    expect(stretches(contour(['back', 30, 3]))).toEqual([]);
    expect(stretches(contour(['back', 3, 50], ['loin', 9, 0]))).toEqual([]);
    expect(stretches(contour(['back', 8, 3.01]))).toEqual([{ zones: ['back'], touched: [] }]);
    expect(stretches(contour(['back', 7, 3.01]))).toEqual([]);
  });

  it('under a hand is as much in sum as a hand of a step: short and high shows, short and low does not', () => {
    expect(stretches(contour(['back', 5, 4.7], ['loin', 9, 0]))).toEqual([]);
    expect(stretches(contour(['back', 5, 4.8], ['loin', 9, 0]))).toEqual([{ zones: ['back'], touched: [] }]);
    expect(stretches(contour(['back', 4, 6], ['loin', 9, 0]))).toEqual([{ zones: ['back'], touched: [] }]);
    expect(stretches(contour(['back', 4, -6], ['loin', 9, 0]))).toEqual([{ zones: ['back'], touched: [] }]);
  });

  it('goes over borders: croup and back of the thigh are too short by themselves and enough together', () => {
    const rear = contour(['back', 9, 0], ['croup', 5, -4], ['breech.left', 4, -4]);
    expect(stretches(contour(['croup', 5, -4]))).toEqual([]);
    expect(stretches(rear)).toEqual([{ zones: ['croup', 'breech.left'], touched: [] }]);
  });

  it('wants one way: a place to fill beside one to take closer are two', () => {
    const dip = contour(['back', 9, 9], ['loin', 9, -9]);
    expect(stretches(dip)).toEqual([
      { zones: ['back'], touched: [] },
      { zones: ['loin'], touched: [] },
    ]);
  });

  it('is broken by a station that wants nothing, and by a place of another run', () => {
    expect(stretches(contour(['back', 5, 4], ['back', 1, 0], ['back', 5, 4]))).toEqual([]);
    expect(stretches(contour(['back', 5, 4], ['belly', 1, 9], ['back', 5, 4]))).toEqual([]);
  });

  it('only touches a place it runs into for less than half, and leaves one alone that it barely reaches', () => {
    expect(stretches(contour(['back', 9, 9], ['loin', 4, 9], ['loin', 6, 0]))).toEqual([
      { zones: ['back'], touched: ['loin'] },
    ]);
    expect(stretches(contour(['back', 9, 9], ['loin', 5, 9], ['loin', 5, 0]))).toEqual([
      { zones: ['back', 'loin'], touched: [] },
    ]);
    expect(stretches(contour(['back', 9, 9], ['loin', 1, 9], ['loin', 9, 0]))).toEqual([
      { zones: ['back'], touched: [] },
    ]);
  });

  it('of two contours that share a place is one; a place that one view has in it is not touched by another', () => {
    const left = contour(['croup', 9, -7], ['breech.left', 9, -7]);
    const right = contour(['croup', 9, -7], ['breech.right', 9, -7]);
    expect(stretches(left, right)).toEqual([
      { zones: ['croup', 'breech.left', 'breech.right'], touched: [] },
    ]);
    const most = contour(['back', 4, 9], ['back', 8, 0], ['loin', 9, 9]);
    const part = contour(['back', 9, 9]);
    const found = stretches(contour(['loin', 9, 9], ['back', 4, 9], ['back', 8, 0]), part, most);
    expect(found.flatMap(({ zones, touched }) => [...zones, ...touched]).sort()).toEqual(['back', 'loin']);
  });

  it('passes over what the contour hides between', () => {
    const { spacingMm, changes } = contour(['croup', 5, -4], ['breech.left', 4, -4]);
    const hidden = changes.map((one) => (one.zone === 'croup' ? one : { ...one, station: one.station + 12 }));
    expect(stretches({ spacingMm, changes: hidden })).toHaveLength(1);
  });
});
