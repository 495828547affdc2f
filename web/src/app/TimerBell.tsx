import { useEffect } from 'react';
import { useSeconds } from '../parts/useSeconds.ts';
import { ring } from './ring.ts';
import { useAppDispatch, useAppSelector } from './store.ts';
import { hasRung, stopTimer } from './timersSlice.ts';

/** Rings what has run out, and says it until somebody has seen it, on whatever screen one is. */
export function TimerBell() {
  const dispatch = useAppDispatch();
  const timers = useAppSelector((state) => state.timers);
  const sound = useAppSelector((state) => state.preferences.sound);
  const now = useSeconds(Object.values(timers).some(({ untilMs }) => untilMs !== null));
  const over = Object.entries(timers).filter(([, { untilMs }]) => untilMs !== null && untilMs <= now);
  const unheard = over.filter(([, { rang }]) => !rang).map(([id]) => id);
  const due = unheard.join(' ');
  useEffect(() => {
    if (due === '') return;
    ring(sound);
    for (const id of due.split(' ')) dispatch(hasRung(id));
  }, [due, sound, dispatch]);
  if (over.length === 0) return null;
  return (
    <div className="timer-bell" role="alert">
      {over.map(([id, { what }]) => (
        <span key={id}>
          Time: {what}.{' '}
          <button type="button" className="chip" onClick={() => dispatch(stopTimer(id))}>
            Seen
          </button>
        </span>
      ))}
    </div>
  );
}
