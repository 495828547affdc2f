import { readGaugeLine } from '@kurrel/contract';
import { useCallback, useEffect, useRef, useState } from 'react';

export interface Gauge {
  readonly state: 'idle' | 'reading' | 'lost' | 'done';
  readonly readings: readonly number[];
  readonly start: () => void;
  readonly stop: () => void;
}

/**
 * The coat gauge at one zone. Readings are told as they come; when the line breaks the browser takes it up again after
 * the last one it had, and what was read stays.
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
  const source = useRef<EventSource | null>(null);
  const tell = useRef(onReadings);
  tell.current = onReadings;

  const stop = useCallback(() => {
    source.current?.close();
    source.current = null;
    setState((now) => (now === 'idle' ? now : 'done'));
  }, []);
  useEffect(() => stop, [stop]);

  const start = () => {
    source.current?.close();
    const bySeq = new Map<number, number>();
    setReadings([]);
    setState('reading');
    const query = new URLSearchParams({ zone, session: crypto.randomUUID() });
    if (leftMm !== null) query.set('left', String(leftMm));
    const stream = new EventSource(`/api/visits/${visitId}/gauge?${query.toString()}`);
    source.current = stream;
    stream.onopen = () => setState('reading');
    stream.onerror = () => setState('lost');
    stream.onmessage = (event: MessageEvent<string>) => {
      const line = readGaugeLine(event.data);
      if (line.kind === 'length' && !bySeq.has(line.seq)) {
        bySeq.set(line.seq, line.mm);
        const all = [...bySeq.values()];
        setReadings(all);
        tell.current(all);
      }
    };
    stream.addEventListener('bye', () => stop());
  };
  return { state, readings, start, stop };
}
