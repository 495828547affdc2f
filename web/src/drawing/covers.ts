import type { Point } from '@kurrel/core';
import { SHEET } from './frame.ts';

const CELL = 6;
const COLUMNS = Math.ceil(SHEET.width / CELL);
const ROWS = Math.ceil(SHEET.height / CELL);

/** Whether the dog is anywhere in a box. */
export type Covers = (left: number, top: number, right: number, bottom: number) => boolean;

/** The dog's shapes filled into a coarse grid, summed so that a box is one look-up. */
export function occupied(shapes: readonly (readonly Point[])[]): Covers {
  const wide = COLUMNS + 1;
  const sums = new Int32Array(wide * (ROWS + 1));
  const filled = new Uint8Array(COLUMNS * ROWS);
  for (const shape of shapes) fill(shape, filled);
  for (let row = 0; row < ROWS; row++) {
    for (let column = 0; column < COLUMNS; column++) {
      const at = (row + 1) * wide + column + 1;
      sums[at] =
        (filled[row * COLUMNS + column] as number) +
        (sums[at - wide] as number) +
        (sums[at - 1] as number) -
        (sums[at - wide - 1] as number);
    }
  }
  return (left, top, right, bottom) => {
    const c0 = Math.min(COLUMNS, Math.max(0, Math.floor(left / CELL)));
    const c1 = Math.min(COLUMNS, Math.max(0, Math.ceil(right / CELL)));
    const r0 = Math.min(ROWS, Math.max(0, Math.floor(top / CELL))) * wide;
    const r1 = Math.min(ROWS, Math.max(0, Math.ceil(bottom / CELL))) * wide;
    const [a, b] = [sums[r1 + c1] as number, sums[r0 + c1] as number];
    const [c, d] = [sums[r1 + c0] as number, sums[r0 + c0] as number];
    return a - b - c + d > 0;
  };
}

/** Marks the cells of the grid whose middle line a closed shape covers. */
function fill(shape: readonly Point[], filled: Uint8Array): void {
  const crossings: number[][] = Array.from({ length: ROWS }, () => []);
  let b = shape[shape.length - 1];
  for (const a of shape) {
    const [low, high] = b && a.y < b.y ? [a, b] : [b ?? a, a];
    // Rows whose middle line the edge crosses: low.y ≤ (row + ½)·cell < high.y.
    const first = Math.max(0, Math.ceil(low.y / CELL - 0.5));
    for (let row = first; row < ROWS && (row + 0.5) * CELL < high.y; row++) {
      const y = (row + 0.5) * CELL;
      crossings[row]?.push(low.x + ((y - low.y) / (high.y - low.y)) * (high.x - low.x));
    }
    b = a;
  }
  crossings.forEach((xs, row) => {
    xs.sort((p, q) => p - q);
    for (let i = 0; i + 1 < xs.length; i += 2) {
      const first = Math.max(0, Math.floor((xs[i] ?? 0) / CELL));
      const last = Math.min(COLUMNS - 1, Math.floor((xs[i + 1] ?? 0) / CELL));
      filled.fill(1, row * COLUMNS + first, row * COLUMNS + last + 1);
    }
  });
}
