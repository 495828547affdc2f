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

/**
 * Posterior of k after the measurements: conjugate normal in ln k, each measurement's error carried to logs at
 * the expected length (sd = 0.6 mm / expected).
 * @throws MisuseError for a length that is not positive.
 */
export function calibrate(prior: Calibration, measurements: readonly AfterMeasure[]): Calibration {
  let precision = 1 / requireNumber('prior sd', prior.sd, Number.MIN_VALUE) ** 2;
  let weighted = Math.log(requireNumber('prior k', prior.k, Number.MIN_VALUE)) * precision;
  for (const { measuredMm, expectedMm } of measurements) {
    requireNumber('measuredMm', measuredMm, Number.MIN_VALUE);
    requireNumber('expectedMm', expectedMm, Number.MIN_VALUE);
    const weight = (expectedMm / MEASUREMENT_SD_MM) ** 2;
    precision += weight;
    weighted += weight * Math.log(measuredMm / expectedMm);
  }
  return {
    k: Math.exp(weighted / precision),
    sd: Math.sqrt(1 / precision),
    n: prior.n + measurements.length,
  };
}
