import { expectedRatios, logNormalPosterior } from '../solver/posterior.ts';
import { requireNumber } from '../terms/failure.ts';

/** What a groomer's own after-measures say about a tool: multiply its book length by `k`. */
export interface Calibration {
  readonly k: number;
  /** Spread of ln k. */
  readonly sd: number;
  /** Measurements behind it. */
  readonly n: number;
}

export interface AfterMeasure {
  /** What was measured on the dog, stretched, mm. */
  readonly measuredMm: number;
  /** What the formula expected with k = 1, mm. */
  readonly expectedMm: number;
}

export const UNCALIBRATED: Calibration = { k: 1, sd: 0.15, n: 0 };
/** Reading error of a comb-out and rule on a dog, mm (trade prior). */
export const MEASUREMENT_SD_MM = 0.6;

/** Spread of a reading in logs: its error is carried there at the expected length. */
const readingSd = (expectedMm: number): number => MEASUREMENT_SD_MM / expectedMm;

/**
 * Posterior of k after the measurements (`logNormalPosterior`).
 * @throws MisuseError for a length that is not positive.
 */
export function calibrate(prior: Calibration, measurements: readonly AfterMeasure[]): Calibration {
  const readings = measurements.map(({ measuredMm, expectedMm }) => ({
    ratio:
      requireNumber('measuredMm', measuredMm, Number.MIN_VALUE) /
      requireNumber('expectedMm', expectedMm, Number.MIN_VALUE),
    sd: readingSd(expectedMm),
  }));
  return { ...logNormalPosterior(prior, readings), n: prior.n + measurements.length };
}

/** The lengths between which a reading is expected, 99 of 100 times, mm: one beyond is asked about before it counts. */
export function predictedRange(calibration: Calibration, expectedMm: number): readonly [number, number] {
  const [low, high] = expectedRatios(calibration, readingSd(expectedMm));
  return [low * expectedMm, high * expectedMm];
}
