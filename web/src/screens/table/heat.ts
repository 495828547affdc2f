import type { TableEvent, Task } from '@kurrel/core';
import { bladeHeat, minutesTo, riseOf } from '@kurrel/core';
import { packs } from '../../app/packs.ts';

export interface Heat {
  readonly celsius: number;
  /** Minutes until it has to be swapped, running on; Infinity where it never gets so hot. */
  readonly swapInMinutes: number;
  readonly advice: 'fine' | 'soon' | 'swap';
}

/** How hot the blade in hand is by the heat model: from when it ran, as the log has it, and since the last act. Null for what has no motor. */
export function heatOf(
  task: Task,
  events: readonly TableEvent[],
  sinceMs: number,
  nowMs: number,
): Heat | null {
  const { heat } = packs.tools;
  const riseK = riseOf(task, heat);
  if (riseK === 0 || task.toolId === null) return null;
  const { toolId } = task;
  const swapped = events.findLast((event) => event.kind === 'swapped' && event.toolId === toolId);
  const from = swapped ? Date.parse(swapped.at) : -Infinity;
  const runs = events.flatMap((event) => {
    if (event.kind !== 'done' || event.toolId !== toolId) return [];
    const end = Date.parse(event.at);
    return end <= from
      ? []
      : [{ fromMinutes: minutesOf(Math.max(from, end - event.minutes * MINUTE)), toMinutes: minutesOf(end) }];
  });
  const running = { fromMinutes: minutesOf(Math.max(sinceMs, from)), toMinutes: minutesOf(nowMs) };
  const all = running.toMinutes > running.fromMinutes ? [...runs, running] : runs;
  const celsius = bladeHeat(all, minutesOf(nowMs), riseK, heat);
  const swapInMinutes = minutesTo(heat.swapC, celsius, riseK, heat);
  return {
    celsius,
    swapInMinutes,
    advice: celsius >= heat.swapC ? 'swap' : celsius >= heat.warnC ? 'soon' : 'fine',
  };
}

const MINUTE = 60_000;
const minutesOf = (ms: number) => ms / MINUTE;
