import type { TableEvent, Task } from '@kurrel/core';
import { bladeHeat, minutesTo, riseOf, runTimes } from '@kurrel/core';
import { packs } from '../../app/packs.ts';

export interface Heat {
  readonly celsius: number;
  /** Minutes until it has to be swapped, running on; Infinity where it never gets so hot. */
  readonly swapInMinutes: number;
  readonly advice: 'fine' | 'soon' | 'swap';
}

/** How far above the room the tool of a step heats, K; 0 for what has no motor. */
export const riseOfTask = (task: Task): number => (task.toolId === null ? 0 : riseOf(task, packs.tools));

/**
 * How hot the blade in hand is: as the thermometer read it, or by the heat model from when it ran, as the log has it, and since the last act.
 * Null for what has no motor.
 */
export function heatOf(
  task: Task,
  events: readonly TableEvent[],
  sinceMs: number,
  nowMs: number,
  readC: number | null,
): Heat | null {
  const { heat } = packs.tools;
  const riseK = riseOfTask(task);
  if (riseK === 0 || task.toolId === null) return null;
  const now = nowMs / MINUTE_MS;
  const runs = runTimes(task.toolId, events, sinceMs / MINUTE_MS, now, minuteOf);
  const celsius = readC ?? bladeHeat(runs, now, riseK, heat);
  const swapInMinutes = minutesTo(heat.swapC, celsius, riseK, heat);
  return {
    celsius,
    swapInMinutes,
    advice: celsius >= heat.swapC ? 'swap' : celsius >= heat.warnC ? 'soon' : 'fine',
  };
}

const MINUTE_MS = 60_000;
const minuteOf = (at: string): number => Date.parse(at) / MINUTE_MS;
