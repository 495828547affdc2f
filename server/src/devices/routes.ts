import { gaugeLine } from '@kurrel/contract';
import { dogZones } from '@kurrel/core';
import { Router } from 'express';
import { setTimeout } from 'node:timers/promises';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import type { Library } from '../packs/load.ts';
import { idFrom, Refusal } from '../problems.ts';
import { caller, stillSignedIn } from '../session/session.ts';
import { planSheet } from '../visits/sheet.ts';
import { gaugeGreeting, gaugeReading } from './coatGauge.ts';

/** Readings a second, and the length of hair where nothing is known, mm. */
const EVERY_MS = 450;
const UNKNOWN_MM = 24;
/** A run of readings in one place; the gauge then rests until the pin is set again. */
const READINGS = 12;

export function deviceRoutes(db: Database, library: Library, closing: AbortSignal): Router {
  const router = Router();

  /**
   * The coat gauge at a zone of a visit's dog, as Server-Sent Events (`docs/coat-gauge.md`). `session` names one run of
   * readings; after a break the browser says which it had last (`Last-Event-ID`) and the run goes on after it.
   * `break` (the demo's loose plug) ends the stream after so many readings without a BYE. The stream ends with the
   * session and with the server.
   */
  router.get('/visits/:id/gauge', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    const { zone, session } = request.query;
    if (typeof session !== 'string' || !/^[\w-]{4,60}$/.test(session)) {
      throw wrong('session', 'Name the run of readings: 4 to 60 letters or digits.');
    }
    if (typeof zone !== 'string' || !dogZones(library.packs.zones).some((one) => one.id === zone)) {
      throw wrong('zone', 'Say where the pin stands: choose a place on the dog.');
    }
    const { predictedMm } = await inSalon(db, salonId, (tx) => planSheet(tx, library, id));
    const gauge = { session, trueMm: predictedMm[zone] ?? UNKNOWN_MM };
    const had = readingAfter(request.headers['last-event-id'] ?? request.query.after);
    const breakAfter = had === 0 ? readingAfter(request.query.break) : 0;

    const ended = new AbortController();
    response.on('close', () => ended.abort());
    response.on('error', () => ended.abort());
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write(`retry: 800\ndata: ${gaugeGreeting(session)}\n\n`);
    const over = AbortSignal.any([ended.signal, closing]);
    let seq = had;
    while (seq < READINGS && (breakAfter === 0 || seq < breakAfter)) {
      if (!(await pause(over)) || !(await stillSignedIn(db, request).catch(() => false))) break;
      seq++;
      response.write(`id: ${seq}\ndata: ${gaugeLine.length(seq, gaugeReading(gauge, seq))}\n\n`);
    }
    if (seq === READINGS) response.write(`event: bye\ndata: ${gaugeLine.bye()}\n\n`);
    response.end();
  });
  return router;
}

/** The time between two readings. False when the stream is over before: its reader left or the server closes. */
const pause = (over: AbortSignal): Promise<boolean> =>
  setTimeout(EVERY_MS, true, { signal: over }).catch(() => false);

/** A reading's number as it came from outside; what is none counts as the start. */
function readingAfter(text: unknown): number {
  const seq = typeof text === 'string' && /^\d{1,6}$/.test(text) ? Number(text) : 0;
  return Math.min(seq, READINGS);
}

function wrong(path: string, message: string): Refusal {
  return new Refusal('bad-input', 'The gauge cannot start', message, { fields: [{ path, message }] });
}
