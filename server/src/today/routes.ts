import { Router } from 'express';
import { setTimeout } from 'node:timers/promises';
import type { Database } from '../database/connect.ts';
import { caller, stillSignedIn } from '../session/session.ts';
import type { DayChanges } from './listen.ts';

/** A line now and then keeps the road open, and finds out who has signed out meanwhile. */
const BEAT_MS = 15_000;

export function todayRoutes(db: Database, changes: DayChanges, closing: AbortSignal): Router {
  const router = Router();

  /** Changes of the salon's visits as Server-Sent Events: `change` with the visit's id, `look` when some may have been missed. */
  router.get('/today/events', async (request, response) => {
    const { salonId } = caller(response);
    const ended = new AbortController();
    response.on('close', () => ended.abort());
    response.on('error', () => ended.abort());
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 1000\nevent: look\ndata: {}\n\n');
    const stop = changes.of(salonId, (visitId) => {
      response.write(visitId === null ? 'event: look\ndata: {}\n\n' : `event: change\ndata: ${visitId}\n\n`);
    });
    const over = AbortSignal.any([ended.signal, closing]);
    while (await setTimeout(BEAT_MS, true, { signal: over }).catch(() => false)) {
      if (!(await stillSignedIn(db, request).catch(() => false))) break;
      response.write(': still here\n\n');
    }
    stop();
    response.end();
  });
  return router;
}
