import type { Remote } from 'comlink';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { workerApi } from './workerApi.ts';

type Heavy = typeof workerApi;
let worker: Promise<Remote<Heavy> | Heavy> | null = null;

/** One worker for all screens; where it does not start, the same work here. */
async function start(): Promise<Remote<Heavy> | Heavy> {
  try {
    const thread = new Worker(new URL('./workerApi.worker.ts', import.meta.url), { type: 'module' });
    const remote = wrap<Heavy>(thread);
    const failed = new Promise<never>((_, refuse) => {
      thread.addEventListener('error', refuse, { once: true });
    });
    await Promise.race([remote.ready(), failed]);
    return remote;
  } catch {
    return (await import('./workerApi.ts')).workerApi;
  }
}

/**
 * What takes longer than a frame, asked of the worker: the last answer until the next is there, null before the first. The newest question wins.
 * With null nothing is asked; what can wait is asked a while after, so that the worker takes no core from a hand that moves.
 * @throws in render what the work threw.
 */
export function useWorker<T>(
  ask: ((work: Remote<Heavy> | Heavy) => Promise<T>) | null,
  on: readonly unknown[],
  afterMs = 0,
): T | null {
  const [answer, setAnswer] = useState<{ readonly value: T } | { readonly error: unknown } | null>(null);
  useEffect(() => {
    if (ask === null) return;
    let newest = true;
    const timer = setTimeout(() => {
      worker ??= start();
      worker.then(ask).then(
        (value) => {
          if (newest) setAnswer({ value });
        },
        (error: unknown) => {
          if (newest) setAnswer({ error });
        },
      );
    }, afterMs);
    return () => {
      newest = false;
      clearTimeout(timer);
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the question is made of what it is asked on
  }, on);
  if (answer !== null && 'error' in answer) throw answer.error;
  return answer?.value ?? null;
}
