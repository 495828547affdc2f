import type { TableEvent } from '@kurrel/core';
import { useEffect, useRef } from 'react';
import { keepStep, keptStep, spentBefore } from './stepClock.ts';

/** A step that nobody ended for longer was not worked all the time. */
const LONGEST_MINUTES = 90;

/**
 * How long the step in hand has been worked, by this device's own interval: a wrong clock, or one that is set meanwhile, changes nothing of it.
 * After a reload it goes on from what this device had kept of it.
 */
export function useStepMinutes(
  visitId: string,
  events: readonly TableEvent[],
  openedMs: number,
  clockMs: number,
): { readonly minutes: number; readonly since: number; readonly startedMs: number } {
  const step = `${visitId} ${events.at(-1)?.id ?? ''}`;
  const began = useRef({ step, at: performance.now() - spentBefore(keptStep(), step, openedMs) });
  useEffect(() => {
    if (began.current.step !== step) began.current = { step, at: performance.now() };
  }, [step]);
  const spentMs = Math.max(
    0,
    performance.now() - (began.current.step === step ? began.current.at : performance.now()),
  );
  useEffect(() => {
    keepStep({ step, spentMs: performance.now() - began.current.at, atMs: Date.now() });
  }, [step, clockMs]);
  const minutes = Math.min(LONGEST_MINUTES, spentMs / 60_000);
  const since = clockMs - spentMs;
  return { minutes, since, startedMs: Math.round(since / 1000) * 1000 };
}
