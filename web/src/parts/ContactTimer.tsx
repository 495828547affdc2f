import { setSound } from '../app/preferencesSlice.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { startTimer, stopTimer } from '../app/timersSlice.ts';
import { useSeconds } from './useSeconds.ts';

interface ContactTimerProps {
  /** The same wherever it is shown: of this visit and this step. */
  readonly id: string;
  readonly dog: string;
  readonly minutes: number;
  readonly what: string;
}

/** What has to stand on the coat: started by a touch, counts down on every screen, rings when the time is up. */
export function ContactTimer({ id, dog, minutes, what }: ContactTimerProps) {
  const sound = useAppSelector((state) => state.preferences.sound);
  const until = useAppSelector((state) => state.timers[id]?.untilMs ?? null);
  const dispatch = useAppDispatch();
  const now = useSeconds(until !== null);
  const left = until === null ? minutes * 60 : Math.max(0, Math.ceil((until - now) / 1000));
  const over = until !== null && left === 0;
  const touch = () =>
    dispatch(
      until === null || over ? startTimer({ id, what: `rinse ${what} off ${dog}`, minutes }) : stopTimer(id),
    );
  return (
    <span className={over ? 'contact-timer over' : 'contact-timer'}>
      <button type="button" className="chip" onClick={touch}>
        {until === null
          ? `let ${what} stand ${minutes} min`
          : over
            ? 'time: rinse'
            : `stop at ${clock(left)}`}
      </button>
      <button
        type="button"
        className="chip"
        aria-pressed={sound}
        onClick={() => dispatch(setSound(!sound))}
        aria-label={sound ? 'sound on: timers ring' : 'sound off: timers only show'}
      >
        {sound ? 'sound on' : 'sound off'}
      </button>
    </span>
  );
}

const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
