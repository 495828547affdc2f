import type { HeatPolicy, Running } from '@kurrel/core';
import { bladeHeat } from '@kurrel/core';
import { bellOf, dice } from './simulated.ts';

/** What a simulated blade thermometer is held to. */
export interface ThermometerSession {
  readonly session: string;
  readonly toolId: string;
  readonly runs: readonly Running[];
  /** How far above the room the heat model says such a blade goes, K. */
  readonly riseK: number;
}

/** How much hotter or cooler than the model this blade runs, as a share of its rise: no two are ground alike. */
const BLADE_SHARE = 0.2;
/** Error of a reading, K. */
const READING_SD_K = 0.3;

export function thermometerReading(
  { session, toolId, runs, riseK }: ThermometerSession,
  seq: number,
  nowMinutes: number,
  heat: HeatPolicy,
): number {
  const own = 1 + BLADE_SHARE * (2 * dice(toolId)() - 1);
  return bladeHeat(runs, nowMinutes, riseK * own, heat) + READING_SD_K * bellOf(dice(`${session}:${seq}`));
}
