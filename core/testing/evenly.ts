import fc from 'fast-check';

const PARTS = 1_000_000;

/**
 * A number from `min` to `max`, every stretch of it as often as another. `fc.double` draws bit patterns: where its range reaches to 0 nearly all of
 * them are next to nothing, and a test of what numbers do sees none.
 */
export const evenly = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: 0, max: PARTS }).map((part) => min + ((max - min) * part) / PARTS);
