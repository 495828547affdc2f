import { useEffect, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { setSound } from '../app/preferencesSlice.ts';

const RING_HZ = 880;
const RING_MS = 1400;

/** Rings: a tone where sound is on, and a buzz where the device can. */
export function ring(sound: boolean): void {
  navigator.vibrate?.([200, 100, 200]);
  if (!sound) return;
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = RING_HZ;
    gain.gain.setValueAtTime(0.25, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + RING_MS / 1000);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + RING_MS / 1000);
    tone.onended = () => void audio.close();
  } catch {
    // A browser without sound still shows it.
  }
}

/** What has to stand on the coat: started by a touch, counts down, rings when the time is up. */
export function ContactTimer({ minutes, what }: { readonly minutes: number; readonly what: string }) {
  const sound = useAppSelector((state) => state.preferences.sound);
  const dispatch = useAppDispatch();
  const [until, setUntil] = useState<number | null>(null);
  const [now, setNow] = useState(() => Date.now());
  const rang = useRef(false);
  useEffect(() => {
    if (until === null) return;
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, [until]);
  const left = until === null ? minutes * 60 : Math.max(0, Math.ceil((until - now) / 1000));
  const over = until !== null && left === 0;
  useEffect(() => {
    if (!over || rang.current) return;
    rang.current = true;
    ring(sound);
  }, [over, sound]);
  const start = () => {
    rang.current = false;
    setNow(Date.now());
    setUntil(Date.now() + minutes * 60_000);
  };
  return (
    <span className={over ? 'contact-timer over' : 'contact-timer'}>
      <button
        type="button"
        className="chip"
        onClick={() => (until === null || over ? start() : setUntil(null))}
      >
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
      <span className="visually-hidden" role="status">
        {over ? `${what}: time is up` : ''}
      </span>
    </span>
  );
}

const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
