import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';

/** Something that runs by the clock, whatever is on the screen and over a reload. */
export interface Timer {
  readonly what: string;
  readonly sinceMs: number;
  /** When it rings; null for what is only counted. */
  readonly untilMs: number | null;
  readonly rang: boolean;
}
export type Timers = Readonly<Record<string, Timer>>;

const TIMERS_KEY = 'kurrel.timers';
/** Nothing stands on a coat over night: an older timer is let go. */
const OLDEST_MS = 6 * 3600_000;

function kept(): Timers {
  try {
    const found = JSON.parse(localStorage.getItem(TIMERS_KEY) ?? '{}') as Timers;
    const fresh = Object.entries(found).filter(([, { sinceMs }]) => Date.now() - sinceMs < OLDEST_MS);
    return Object.fromEntries(fresh);
  } catch {
    return {};
  }
}

const keep = (timers: Timers): Timers => {
  localStorage.setItem(TIMERS_KEY, JSON.stringify(timers));
  return timers;
};

const slice = createSlice({
  name: 'timers',
  initialState: kept,
  reducers: {
    startTimer(
      timers,
      {
        payload,
      }: PayloadAction<{ readonly id: string; readonly what: string; readonly minutes: number | null }>,
    ): Timers {
      const { id, what, minutes } = payload;
      const sinceMs = Date.now();
      const untilMs = minutes === null ? null : sinceMs + minutes * 60_000;
      return keep({ ...timers, [id]: { what, sinceMs, untilMs, rang: false } });
    },
    stopTimer(timers, { payload: id }: PayloadAction<string>): Timers {
      return keep(Object.fromEntries(Object.entries(timers).filter(([one]) => one !== id)));
    },
    hasRung(timers, { payload: id }: PayloadAction<string>): Timers {
      const timer = timers[id];
      return timer ? keep({ ...timers, [id]: { ...timer, rang: true } }) : timers;
    },
  },
});

export const { startTimer, stopTimer, hasRung } = slice.actions;
export const timersReducer = slice.reducer;
