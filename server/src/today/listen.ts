import { EventEmitter } from 'node:events';
import { setTimeout } from 'node:timers/promises';
import pg from 'pg';
import type { Logger } from 'pino';
import { CHANNEL } from './announce.ts';

/** What is told of: the salon, and the visit that changed. */
export interface DayChange {
  readonly salonId: string;
  readonly visitId: string;
}

/** Changes of any server behind the same database, as they are committed. */
export interface DayChanges {
  /** Calls back with every change of a salon; `null` after a gap, in which something may have been missed. Returns how to stop. */
  readonly of: (salonId: string, heard: (visitId: string | null) => void) => () => void;
  readonly close: () => Promise<void>;
}

const AGAIN_MS = 1000;

/**
 * Listens to the database on a connection of its own, and again when that is lost. The app's role may listen; what is told is
 * ids only.
 */
export function listenToDay(url: string, log: Logger): DayChanges {
  const heard = new EventEmitter().setMaxListeners(0);
  const over = new AbortController();
  const connectOnce = async (): Promise<void> => {
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
    const lost = new Promise<void>((resolve) => {
      client.on('error', () => resolve());
      client.on('end', () => resolve());
      over.signal.onabort = () => resolve();
    });
    client.on('notification', ({ payload }) => {
      const change = changeOf(payload);
      if (change) heard.emit(change.salonId, change.visitId);
    });
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      // Whatever was told while nobody listened was missed.
      for (const salonId of heard.eventNames()) heard.emit(salonId, null);
      await lost;
    } finally {
      await client.end().catch(() => undefined);
    }
  };
  const forever = (async () => {
    while (!over.signal.aborted) {
      await connectOnce().catch((error: unknown) => log.warn({ err: error }, 'not listening to the day'));
      await setTimeout(AGAIN_MS, undefined, { signal: over.signal }).catch(() => undefined);
    }
  })();
  return {
    of: (salonId, callback) => {
      heard.on(salonId, callback);
      return () => heard.off(salonId, callback);
    },
    close: async () => {
      over.abort();
      await forever;
    },
  };
}

function changeOf(payload: string | undefined): DayChange | null {
  try {
    const [salonId, visitId] = JSON.parse(payload ?? '') as unknown[];
    return typeof salonId === 'string' && typeof visitId === 'string' ? { salonId, visitId } : null;
  } catch {
    return null;
  }
}
