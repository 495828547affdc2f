import { useEffect, useRef } from 'react';
import { useTimes } from '../parts/times.ts';
import { useDayQuery } from './api/day.ts';
import { keepDay } from './offline.ts';

/** Keeps all of today's dogs on this device while somebody is signed in, for when there is no network. */
export function useKeptDay(signedIn: boolean): void {
  const times = useTimes();
  const day = times.dayOf(0);
  const { from, to } = times.range(day);
  const { data } = useDayQuery({ from, to }, { skip: !signedIn });
  const read = useRef(new Map<string, string>());
  useEffect(() => {
    if (!data || !signedIn) return;
    const left = new AbortController();
    void keepDay({ day, from, to }, data, read.current, left.signal);
    return () => left.abort();
  }, [data, day, from, to, signedIn]);
}
