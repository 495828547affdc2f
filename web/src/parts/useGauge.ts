import { readGaugeLine } from '@kurrel/contract';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { EventStream } from '../app/eventStream.ts';
import { eventStream } from '../app/eventStream.ts';

export interface Gauge {
  readonly state: 'idle' | 'reading' | 'lost' | 'done';
  readonly readings: readonly number[];
  readonly start: () => void;
  readonly stop: () => void;
}

/**
 * The coat gauge at one zone. Readings are told as they come; when the line breaks it is taken up again after the last one
 * that was heard, and what was read stays: also when it is read anew, until the first of the new readings comes.
 */
export function useGauge(
  visitId: string,
  zone: string,
  onReadings: (readings: readonly number[]) => void,
  /** What was just cut there, mm, for the simulated gauge; null where the coat is as it came. */
  leftMm: number | null = null,
): Gauge {
  const [state, setState] = useState<Gauge['state']>('idle');
  const [readings, setReadings] = useState<readonly number[]>([]);
  const line = useRef<EventStream | null>(null);
  const tell = useRef(onReadings);
  tell.current = onReadings;

  const stop = useCallback(() => {
    line.current?.close();
    line.current = null;
    setState((now) => (now === 'idle' ? now : 'done'));
  }, []);
  useEffect(() => stop, [stop]);

  const start = () => {
    line.current?.close();
    const bySeq = new Map<number, number>();
    setState('reading');
    const query = new URLSearchParams({ zone, session: crypto.randomUUID() });
    if (leftMm !== null) query.set('left', String(leftMm));
    const addressOf = () => {
      query.set('after', String(Math.max(0, ...bySeq.keys())));
      return `/api/visits/${visitId}/gauge?${query.toString()}`;
    };
    line.current = eventStream(addressOf, (source) => {
      source.onopen = () => setState('reading');
      source.onerror = () => setState('lost');
      source.onmessage = (event: MessageEvent<string>) => {
        const read = readGaugeLine(event.data);
        if (read.kind === 'length' && !bySeq.has(read.seq)) {
          bySeq.set(read.seq, read.mm);
          const all = [...bySeq.values()];
          setReadings(all);
          tell.current(all);
        }
      };
      source.addEventListener('bye', () => stop());
    });
  };
  return { state, readings, start, stop };
}
