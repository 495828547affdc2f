/** A part of a visit as it was done, against what was expected of it then. */
export interface LoggedPart {
  readonly part: string;
  readonly minutes: number;
  readonly expectedMinutes: number;
}

/** How much slower (over 1) or faster somebody is than expected; `logSd` of it, and the logs behind it. */
export interface Pace {
  readonly factor: number;
  readonly logSd: number;
  readonly n: number;
}

/**
 * A pace learned from logged parts: the log of minutes over expected, normal with `observed` spread around a pace
 * whose own prior is normal around 1 with `history` spread (conjugate update). Logs without minutes are passed over.
 */
export function paceOf(
  logs: readonly LoggedPart[],
  spread: { readonly observed: number; readonly history: number },
): Pace {
  const ratios = logs
    .filter(({ minutes, expectedMinutes }) => minutes > 0 && expectedMinutes > 0)
    .map(({ minutes, expectedMinutes }) => Math.log(minutes / expectedMinutes));
  const precision = 1 / spread.history ** 2 + ratios.length / spread.observed ** 2;
  const mean = ratios.reduce((sum, ratio) => sum + ratio, 0) / spread.observed ** 2 / precision;
  return { factor: Math.exp(mean), logSd: Math.sqrt(1 / precision), n: ratios.length };
}
