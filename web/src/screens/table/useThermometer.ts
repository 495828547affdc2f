import { readThermometerLine } from '@kurrel/contract';
import type { Task } from '@kurrel/core';
import { useEffect, useState } from 'react';
import { eventStream } from '../../app/eventStream.ts';
import { riseOfTask } from './heat.ts';

export interface Thermometer {
  readonly state: 'off' | 'reading' | 'lost';
  /** °C; null before the first reading and while the line is broken. */
  readonly celsius: number | null;
}

/** Holds the thermometer to the blade in hand, running since `sinceMs`, while `held`. */
export function useThermometer(
  visitId: string,
  task: Task | null,
  sinceMs: number,
  held: boolean,
): Thermometer {
  const toolId = task?.toolId ?? null;
  const riseK = task === null ? 0 : riseOfTask(task);
  const [thermometer, setThermometer] = useState<Thermometer>(OFF);
  useEffect(() => {
    setThermometer(OFF);
    if (!held || toolId === null || riseK === 0) return;
    const query = new URLSearchParams({
      tool: toolId,
      rise: String(riseK),
      since: new Date(sinceMs).toISOString(),
      session: crypto.randomUUID(),
    });
    const { close } = eventStream(
      () => `/api/visits/${visitId}/thermometer?${query.toString()}`,
      (source) => {
        source.onerror = () => setThermometer({ state: 'lost', celsius: null });
        source.onmessage = (event: MessageEvent<string>) => {
          const line = readThermometerLine(event.data);
          if (line.kind === 'temperature') setThermometer({ state: 'reading', celsius: line.celsius });
          if (line.kind === 'fault') setThermometer({ state: 'lost', celsius: null });
        };
      },
    );
    return close;
  }, [visitId, toolId, riseK, sinceMs, held]);
  return thermometer;
}

const OFF: Thermometer = { state: 'off', celsius: null };
