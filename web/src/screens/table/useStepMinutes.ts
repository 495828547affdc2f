import type { TableEvent } from '@kurrel/core';
import { useEffect, useRef } from 'react';
import { DEVICE_NAME } from '../../visit/table.ts';

/** A step that nobody ended for longer was not worked all the time. */
const LONGEST_MINUTES = 90;

/**
 * How long the step in hand has been worked, by this device's own interval: a wrong clock, or one that is set meanwhile, changes nothing of it.
 * After a reload it goes on from this device's own last act, where that was the last.
 */
export function useStepMinutes(
  events: readonly TableEvent[],
  openedMs: number,
  clockMs: number,
): { readonly minutes: number; readonly since: number; readonly startedMs: number } {
  const last = events.at(-1);
  const began = useRef({ id: last?.id, at: performance.now() - sinceLast(last, openedMs) });
  useEffect(() => {
    if (began.current.id !== last?.id) began.current = { id: last?.id, at: performance.now() };
  }, [last?.id]);
  const spentMs = Math.max(
    0,
    performance.now() - (began.current.id === last?.id ? began.current.at : performance.now()),
  );
  const minutes = Math.min(LONGEST_MINUTES, spentMs / 60_000);
  const since = clockMs - spentMs;
  return { minutes, since, startedMs: Math.round(since / 1000) * 1000 };
}

/** Ms since this device's own last act, by its own clock; 0 where another acted last, or its clock went back. */
function sinceLast(last: TableEvent | undefined, openedMs: number): number {
  if (last?.device !== DEVICE_NAME) return 0;
  const ms = openedMs - Date.parse(last.at);
  return ms >= 0 && ms < LONGEST_MINUTES * 60_000 ? ms : 0;
}
