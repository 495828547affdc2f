import type { Remote } from 'comlink';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { heavy } from './heavy.ts';

type Heavy = typeof heavy;
let worker: Promise<Remote<Heavy> | Heavy> | null = null;

/** One worker for all screens; where it does not start, the same work here. */
async function start(): Promise<Remote<Heavy> | Heavy> {
  try {
    const thread = new Worker(new URL('./heavy.worker.ts', import.meta.url), { type: 'module' });
    const remote = wrap<Heavy>(thread);
    const failed = new Promise<never>((_, refuse) => {
      thread.addEventListener('error', refuse, { once: true });
    });
    await Promise.race([remote.ready(), failed]);
    return remote;
  } catch {
    return (await import('./heavy.ts')).heavy;
  }
}

/**
 * What takes longer than a frame, asked of the worker: the last answer until the next is there, null before the first. The newest question wins.
 * @throws in render what the work threw.
 */
export function useHeavy<T>(
  ask: (work: Remote<Heavy> | Heavy) => Promise<T>,
  on: readonly unknown[],
): T | null {
  const [answer, setAnswer] = useState<{ readonly value: T } | { readonly error: unknown } | null>(null);
  useEffect(() => {
    let newest = true;
    worker ??= start();
    worker.then(ask).then(
      (value) => {
        if (newest) setAnswer({ value });
      },
      (error: unknown) => {
        if (newest) setAnswer({ error });
      },
    );
    return () => {
      newest = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the question is made of what it is asked on
  }, on);
  if (answer !== null && 'error' in answer) throw answer.error;
  return answer?.value ?? null;
}
