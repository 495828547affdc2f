import type { TableAct } from '@kurrel/core';
import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { startTimer, stopTimer } from '../../app/timersSlice.ts';
import { minutesWhole } from '../../parts/taskWords.ts';
import { useSeconds } from '../../parts/useSeconds.ts';

interface BreakMinutesProps {
  readonly visitId: string;
  readonly onSay: (act: TableAct) => void;
  readonly onNone: () => void;
}

const BREAKS = [5, 10, 15] as const;
export const breakId = (visitId: string): string => `break:${visitId}`;

/** A break counts its own minutes, from when it was begun until it is said to be over: over other questions and a reload. */
export function BreakMinutes({ visitId, onSay, onNone }: BreakMinutesProps) {
  const dispatch = useAppDispatch();
  const id = breakId(visitId);
  const since = useAppSelector((state) => state.timers[id]?.sinceMs ?? null);
  const now = useSeconds(true);
  useEffect(() => {
    if (since === null) dispatch(startTimer({ id, what: 'break', minutes: null }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- begun once, where it is opened
  }, [dispatch, id]);
  const minutes = since === null ? 0 : Math.max(0, (now - since) / 60_000);
  const over = (rested: number) => {
    dispatch(stopTimer(id));
    onSay({ kind: 'rested', minutes: rested });
  };
  return (
    <div className="answers">
      <button type="button" className="table-key" onClick={() => over(minutes)}>
        Break over: {minutes < 1 ? 'under a minute' : minutesWhole(minutes)}
      </button>
      {BREAKS.map((rested) => (
        <button key={rested} type="button" className="table-key" onClick={() => over(rested)}>
          rested {rested} min
        </button>
      ))}
      <button
        type="button"
        className="table-key"
        onClick={() => {
          dispatch(stopTimer(id));
          onNone();
        }}
      >
        It was none
      </button>
    </div>
  );
}
