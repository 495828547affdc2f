import { requireNumber } from '../terms/failure.ts';

/** A factor whose logarithm is normal: its middle, and the spread of its logarithm. */
export interface LogNormal {
  readonly k: number;
  readonly sd: number;
}

/** A factor as it was seen once, and the spread of that seeing in logs. */
export interface Reading {
  readonly ratio: number;
  readonly sd: number;
}

/** Degrees of freedom of a reading's error (Student-t): a slip weighs little (design prior). */
const NU = 4;
/** Two-sided 99 % quantile of Student-t with ν = 4. */
const T_99 = 4.604;
const ROUNDS = 50;
const SETTLED = 1e-12;

/**
 * The factor after the readings, normal in logs with readings whose errors are Student-t: each is weighed by
 * (ν + 1) / (ν + r²) of its own distance r in spreads, until the middle rests (iteratively reweighted least squares). It
 * depends on which readings there are and not on their order, so one that is taken out has never been.
 * @throws MisuseError for a ratio or a spread that is not positive.
 */
export function logNormalPosterior(prior: LogNormal, readings: readonly Reading[]): LogNormal {
  const priorPrecision = 1 / requireNumber('prior sd', prior.sd, Number.MIN_VALUE) ** 2;
  const start = Math.log(requireNumber('prior k', prior.k, Number.MIN_VALUE));
  if (readings.length === 0) return { k: prior.k, sd: prior.sd };
  const logs = readings.map(({ ratio, sd }) => ({
    log: Math.log(requireNumber('ratio', ratio, Number.MIN_VALUE)),
    weight: 1 / requireNumber('sd of a reading', sd, Number.MIN_VALUE) ** 2,
  }));
  let middle = start;
  let precision = priorPrecision;
  for (let round = 0; round < ROUNDS; round++) {
    let weighted = start * priorPrecision;
    precision = priorPrecision;
    for (const { log, weight } of logs) {
      const robust = (weight * (NU + 1)) / (NU + weight * (log - middle) ** 2);
      precision += robust;
      weighted += robust * log;
    }
    const moved = weighted / precision - middle;
    middle += moved;
    if (Math.abs(moved) < SETTLED) break;
  }
  return { k: Math.exp(middle), sd: Math.sqrt(1 / precision) };
}

/** The factors between which the next reading is expected, 99 of 100 times: one beyond is asked about before it counts. */
export function expectedRatios({ k, sd }: LogNormal, readingSd: number): readonly [number, number] {
  const spread = T_99 * Math.sqrt(sd ** 2 + readingSd ** 2);
  return [k * Math.exp(-spread), k * Math.exp(spread)];
}
