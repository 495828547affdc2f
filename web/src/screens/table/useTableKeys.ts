import { useLayoutEffect, useRef } from 'react';
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

/** Space and the pedal (PageDown) go on, wherever the focus is; PageUp goes back; b, m, n ask; u undoes; Escape leaves a question. A held key counts once. */
export function useTableKeys(keys: TableKeys): void {
  const latest = useRef(keys);
  // With the screen, not after it: a press is answered by what is shown.
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useLayoutEffect(() => {
    let last = -Infinity;
    const press = (event: KeyboardEvent) => {
      const { onNext, onBack, onAsk, free } = latest.current;
      const field = event.target instanceof Element && event.target.closest('input, textarea, select');
      if (event.key === 'Escape') return onAsk(null);
      if (field || event.ctrlKey || event.metaKey || event.altKey) return;
      // While no question is open the space bar goes on, wherever the focus is; else it presses what has the focus.
      const own = !free && event.target instanceof Element && event.target.closest('button, a, summary');
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
    // Some browsers press a focused button when the space bar is let go.
    const release = (event: KeyboardEvent) => {
      if (event.key === ' ' && latest.current.free && !(event.target instanceof HTMLInputElement))
        event.preventDefault();
    };
    window.addEventListener('keydown', press);
    window.addEventListener('keyup', release);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener('keyup', release);
    };
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
