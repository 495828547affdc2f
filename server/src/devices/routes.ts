import { gaugeLine } from '@kurrel/contract';
import { dogZones } from '@kurrel/core';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import type { Library } from '../packs/load.ts';
import { idFrom, Refusal } from '../problems.ts';
import { caller } from '../session/session.ts';
import { visitSheet } from '../visits/sheet.ts';
import { gaugeGreeting, gaugeReading } from './coatGauge.ts';

/** Readings a second, and the length of hair where nothing is known, mm. */
const EVERY_MS = 450;
const UNKNOWN_MM = 24;
/** A run of readings in one place; the gauge then rests until the pin is set again. */
const READINGS = 12;

export function deviceRoutes(db: Database, library: Library): Router {
  const router = Router();

  /**
   * The coat gauge at a zone of a visit's dog, as Server-Sent Events (`docs/coat-gauge.md`). `session` names one run of
   * readings; after a break the browser says which it had last (`Last-Event-ID`) and the run goes on after it.
   * `break` (the demo's loose plug) ends the stream after so many readings without a BYE.
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
    const { predictedMm } = await inSalon(db, salonId, (tx) => visitSheet(tx, library, id));
    const gauge = { session, trueMm: predictedMm[zone] ?? UNKNOWN_MM };
    const had = Number(request.headers['last-event-id'] ?? request.query.after ?? 0) || 0;
    const breakAfter = had === 0 ? Number(request.query.break ?? Infinity) : Infinity;

    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write(`retry: 800\ndata: ${gaugeGreeting(session)}\n\n`);
    let seq = had;
    const timer = setInterval(() => {
      if (seq >= READINGS) {
        response.write(`event: bye\ndata: ${gaugeLine.bye()}\n\n`);
        response.end();
        return;
      }
      seq++;
      response.write(`id: ${seq}\ndata: ${gaugeLine.length(seq, gaugeReading(gauge, seq))}\n\n`);
      if (seq - had >= breakAfter) response.end();
    }, EVERY_MS);
    response.on('close', () => clearInterval(timer));
  });
  return router;
}

function wrong(path: string, message: string): Refusal {
  return new Refusal('bad-input', 'The gauge cannot start', message, { fields: [{ path, message }] });
}
