import { TZDate } from '@date-fns/tz';
import type { Clock } from '@kurrel/contract';
import { addDays, format, startOfDay } from 'date-fns';
import { useMemo } from 'react';
import { useSessionQuery } from '../app/api/session.ts';

/** Times as the salon's own clock has them, whatever the browser's says. */
export interface Times {
  /** 9:30 or 9:30 am */
  readonly time: (iso: string) => string;
  /** Mon 9:30 */
  readonly weekday: (iso: string) => string;
  /** 3 Mar 9:30 */
  readonly dayTime: (iso: string) => string;
  /** 3 Mar 2026 */
  readonly day: (iso: string) => string;
  /** Where a salon's day begins and ends, days from today. */
  readonly range: (day: string) => { readonly from: string; readonly to: string };
  /** 2026-03-03, so many days from now. */
  readonly dayOf: (daysFromNow: number) => string;
  /** What a date-and-time field says of an instant, and the instant it says. */
  readonly toField: (iso: string) => string;
  readonly fromField: (text: string) => string;
}

export function timesOf({ zone, hours }: Pick<Clock, 'zone' | 'hours'>): Times {
  const at = (iso: string) => new TZDate(iso, zone);
  const clock = hours === 24 ? 'H:mm' : 'h:mm aaa';
  const says = (pattern: string) => (iso: string) => format(at(iso), pattern);
  return {
    time: says(clock),
    weekday: says(`EEE ${clock}`),
    dayTime: says(`d MMM ${clock}`),
    day: says('d MMM yyyy'),
    range: (day) => {
      const from = startOfDay(TZDate.tz(zone, ...partsOf(day)));
      return { from: new Date(from).toISOString(), to: new Date(addDays(from, 1)).toISOString() };
    },
    dayOf: (days) => format(addDays(TZDate.tz(zone), days), 'yyyy-MM-dd'),
    toField: says("yyyy-MM-dd'T'HH:mm"),
    fromField: (text) => {
      const [day = '', time = ''] = text.split('T');
      const [hour = 0, minute = 0] = time.split(':').map(Number);
      const [year, month, date] = partsOf(day);
      return new Date(TZDate.tz(zone, year, month, date, hour, minute)).toISOString();
    },
  };
}

function partsOf(day: string): [number, number, number] {
  const [year = 2000, month = 1, date = 1] = day.split('-').map(Number);
  return [year, month - 1, date];
}

const PLAIN: Pick<Clock, 'zone' | 'hours'> = { zone: 'UTC', hours: 24 };

export function useTimes(): Times {
  const { data } = useSessionQuery();
  const clock = data?.salon.clock ?? PLAIN;
  return useMemo(() => timesOf(clock), [clock]);
}
