import { expectedRatios, logNormalPosterior } from '../solver/posterior.ts';

/** A part of a visit as it was done, against what was expected of it then. */
export interface LoggedPart {
  readonly part: string;
  readonly minutes: number;
  readonly expectedMinutes: number;
  /** What somebody said of it: it counts, or it was a slip (a step tapped through, a dog forgotten). Absent: nobody was asked. */
  readonly counts?: boolean;
}

/** How much slower (over 1) or faster somebody is than expected; `logSd` of it, and the logs behind it. */
export interface Pace {
  readonly factor: number;
  readonly logSd: number;
  readonly n: number;
}

interface Spread {
  /** Of one log around a pace, in logs. */
  readonly observed: number;
  /** Of paces around 1, in logs. */
  readonly history: number;
}

/** Whether a log is so far off what was expected that one visit in a hundred is like it: asked about before it counts. */
export function isOddLog({ minutes, expectedMinutes }: LoggedPart, { observed, history }: Spread): boolean {
  if (!(minutes > 0 && expectedMinutes > 0)) return false;
  const [low, high] = expectedRatios({ k: 1, sd: history }, observed);
  return minutes < low * expectedMinutes || minutes > high * expectedMinutes;
}

/** Whether anything is learned from a log: it has minutes, and is either as expected or said to count. */
export const teaches = (log: LoggedPart, spread: Spread): boolean =>
  log.minutes > 0 && log.expectedMinutes > 0 && (log.counts ?? !isOddLog(log, spread));

/** A pace learned from logged parts: minutes over expected, around a pace that is 1 until something is known (`logNormalPosterior`). */
export function paceOf(logs: readonly LoggedPart[], spread: Spread): Pace {
  const readings = logs
    .filter((log) => teaches(log, spread))
    .map(({ minutes, expectedMinutes }) => ({ ratio: minutes / expectedMinutes, sd: spread.observed }));
  const { k, sd } = logNormalPosterior({ k: 1, sd: spread.history }, readings);
  return { factor: k, logSd: sd, n: readings.length };
}
