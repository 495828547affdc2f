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

/** Degrees of freedom of a reading's error (Student-t): a slip of the rule weighs little (design prior). */
const NU = 4;
/** Two-sided 99 % quantile of Student-t with ν = 4. */
const T_99 = 4.604;
const ROUNDS = 50;
const SETTLED = 1e-12;

/** Weight of a reading in logs: its error is carried there at the expected length (sd = 0.6 mm / expected). */
const weightOf = (expectedMm: number): number => (expectedMm / MEASUREMENT_SD_MM) ** 2;

/**
 * Posterior of k after the measurements, normal in ln k with readings whose errors are Student-t: each is weighed by
 * (ν + 1) / (ν + r²) of its own distance r in spreads, until the middle rests (iteratively reweighted least squares). It
 * depends on which readings there are and not on their order, so one that is taken out has never been.
 * @throws MisuseError for a length that is not positive.
 */
export function calibrate(prior: Calibration, measurements: readonly AfterMeasure[]): Calibration {
  const priorPrecision = 1 / requireNumber('prior sd', prior.sd, Number.MIN_VALUE) ** 2;
  const start = Math.log(requireNumber('prior k', prior.k, Number.MIN_VALUE));
  const readings = measurements.map(({ measuredMm, expectedMm }) => {
    requireNumber('measuredMm', measuredMm, Number.MIN_VALUE);
    requireNumber('expectedMm', expectedMm, Number.MIN_VALUE);
    return { logK: Math.log(measuredMm / expectedMm), weight: weightOf(expectedMm) };
  });
  let middle = start;
  let precision = priorPrecision;
  for (let round = 0; round < ROUNDS; round++) {
    let weighted = start * priorPrecision;
    precision = priorPrecision;
    for (const { logK, weight } of readings) {
      const robust = (weight * (NU + 1)) / (NU + weight * (logK - middle) ** 2);
      precision += robust;
      weighted += robust * logK;
    }
    const moved = weighted / precision - middle;
    middle += moved;
    if (Math.abs(moved) < SETTLED) break;
  }
  return {
    k: readings.length === 0 ? prior.k : Math.exp(middle),
    sd: readings.length === 0 ? prior.sd : Math.sqrt(1 / precision),
    n: prior.n + measurements.length,
  };
}

/** The lengths between which a reading is expected, 99 of 100 times, mm: one beyond is asked about before it counts. */
export function predictedRange({ k, sd }: Calibration, expectedMm: number): readonly [number, number] {
  const spread = T_99 * Math.sqrt(sd ** 2 + 1 / weightOf(expectedMm));
  return [k * expectedMm * Math.exp(-spread), k * expectedMm * Math.exp(spread)];
}
