import type { TodayLine } from '@kurrel/contract';
import type { DayDog, PlacedDay, SalonPlace } from '@kurrel/core';
import { placeDay, stretchesLeft, usualStretches } from '@kurrel/core';

const MINUTE = 60_000;

/** A day's dogs as they will go through the salon from now on; minutes count from the start of its day. */
export function dayPlan(
  lines: readonly TodayLine[],
  places: Readonly<Record<SalonPlace, number>>,
  midnightMs: number,
  nowMs: number,
  openMinutes: number,
): PlacedDay {
  const minutesOf = (ms: number) => (ms - midnightMs) / MINUTE;
  const dogs = lines
    .filter(({ absentAt }) => absentAt === null)
    .map((line): DayDog => {
      const whole = line.stretches ?? usualStretches(line.minutes);
      const starts = minutesOf(Date.parse(line.startsAt));
      const { visitId, groomer } = line;
      if (line.finishedAt !== null)
        return { visitId, groomer, comesAt: minutesOf(Date.parse(line.finishedAt)), stretches: [] };
      const begun = line.lastActAt ?? line.startedAt;
      if (begun === null) return { visitId, groomer, comesAt: starts, stretches: whole };
      // In work: what is left goes on from the last step, or from now where that is overdue.
      const left = stretchesLeft(whole, line.doneMinutes);
      const since = minutesOf(Date.parse(begun));
      const goesOn = Math.max(since, Math.min(minutesOf(nowMs), since + (left[0]?.minutes ?? 0)));
      return { visitId, groomer, comesAt: goesOn, stretches: left };
    });
  return placeDay(dogs, places, openMinutes);
}

/** The salon's own words for what is waited for. */
export const STATION_WORD: Readonly<Record<SalonPlace, string>> = {
  table: 'table',
  tub: 'tub',
  dryer: 'dryer',
};
