import { useEffect, useRef } from 'react';
import type { Question } from './Asking.tsx';

interface TableKeys {
  readonly onNext: () => void;
  readonly onBack: () => void;
  readonly onAsk: (question: Question | null) => void;
  /** No question is open: the pedal goes on. */
  readonly free: boolean;
}

/** A pedal's second press within this is a bounce. */
const BOUNCE_MS = 250;

/** Space and the pedal (PageDown) go on, PageUp goes back; b, m, n ask; u undoes; Escape leaves a question. A held key counts once. */
export function useTableKeys(keys: TableKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    let last = -Infinity;
    const press = (event: KeyboardEvent) => {
      const { onNext, onBack, onAsk, free } = latest.current;
      const field = event.target instanceof Element && event.target.closest('input, textarea, select');
      if (event.key === 'Escape') return onAsk(null);
      if (field || event.ctrlKey || event.metaKey || event.altKey) return;
      // Space on a focused button is that button's own, but for the one that means the same.
      const own = event.target instanceof Element && event.target.closest('button:not(.done), a');
      const act = ACTS[event.key];
      if (!act || (event.key === ' ' && own)) return;
      event.preventDefault();
      if (event.repeat) return;
      if (act === 'next') {
        if (!free || event.timeStamp - last < BOUNCE_MS) return;
        last = event.timeStamp;
        return onNext();
      }
      if (act === 'back') return onBack();
      onAsk(act);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}

const ACTS: Readonly<Record<string, 'next' | 'back' | Question>> = {
  ' ': 'next',
  PageDown: 'next',
  PageUp: 'back',
  u: 'back',
  b: 'break',
  m: 'measure',
  n: 'note',
};
