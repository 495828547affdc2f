import { gaugeLine, thermometerLine } from '@kurrel/contract';
import { namedZones, runTimes } from '@kurrel/core';
import type { Request, Response } from 'express';
import { Router } from 'express';
import { setTimeout } from 'node:timers/promises';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import type { Library } from '../packs/load.ts';
import { idFrom, Refusal } from '../problems.ts';
import { caller, stillSignedIn } from '../session/session.ts';
import { planSheet } from '../visits/sheet.ts';
import { logOf } from '../visits/work.ts';
import { thermometerReading } from './bladeThermometer.ts';
import { gaugeGreeting, gaugeReading } from './coatGauge.ts';
import { serialOf } from './simulated.ts';

/** Readings a second, and the length of hair where nothing is known, mm. */
const EVERY_MS = 450;
const UNKNOWN_MM = 24;
const LONGEST_MM = 400;
/** A run of readings in one place; the gauge then rests until the pin is set again. */
const READINGS = 12;
/** A blade's temperature moves slowly: a reading every two seconds shows it. */
const BLADE_EVERY_MS = 2000;
const HOTTEST_RISE_K = 60;
const MINUTE_MS = 60_000;

export function deviceRoutes(db: Database, library: Library, closing: AbortSignal): Router {
  const router = Router();

  /**
   * The coat gauge at a zone of a visit's dog, as Server-Sent Events (`docs/devices.md`). `session` names one run of
   * readings; after a break the browser says which it had last (`Last-Event-ID`) and the run goes on after it.
   * `left` tells the simulated gauge what was just cut there, mm. `break` (the demo's loose plug) ends the stream after so many readings without a BYE. The stream ends with the
   * session and with the server.
   */
  router.get('/visits/:id/gauge', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    const { zone } = request.query;
    const session = sessionFrom(request);
    if (typeof zone !== 'string' || !namedZones(library.packs.zones).some((one) => one.id === zone)) {
      throw wrong('zone', 'Say where the pin stands: choose a place on the dog.');
    }
    const left = Number(request.query.left ?? NaN);
    const { predictedMm } = await inSalon(db, salonId, (tx) => planSheet(tx, library, id));
    const gauge = {
      session,
      trueMm: left > 0 && left <= LONGEST_MM ? left : (predictedMm[zone] ?? UNKNOWN_MM),
    };
    const had = Math.min(READINGS, readingAfter(request.headers['last-event-id'] ?? request.query.after));
    const breakAfter = had === 0 ? readingAfter(request.query.break) : 0;

    const over = AbortSignal.any([stream(response, gaugeGreeting(session)), closing]);
    let seq = had;
    while (seq < READINGS && (breakAfter === 0 || seq < breakAfter)) {
      if (!(await pause(EVERY_MS, over)) || !(await stillSignedIn(db, request).catch(() => false))) break;
      seq++;
      response.write(`id: ${seq}\ndata: ${gaugeLine.length(seq, gaugeReading(gauge, seq))}\n\n`);
    }
    if (seq === READINGS) response.write(`event: bye\ndata: ${gaugeLine.bye()}\n\n`);
    response.end();
  });

  /**
   * The blade thermometer at a visit's table, held to the tool in hand, as Server-Sent Events (`docs/devices.md`): `tool`, and, of the
   * simulated one, how far such a blade heats (`rise`, K) and since when it runs (`since`, ISO). It reads until nobody listens.
   */
  router.get('/visits/:id/thermometer', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    const session = sessionFrom(request);
    const { tool, rise, since } = request.query;
    if (typeof tool !== 'string' || tool === '' || tool.length > 80) {
      throw wrong('tool', 'Say what it is held to: the tool in hand.');
    }
    const riseK = Number(rise);
    if (!(riseK > 0 && riseK <= HOTTEST_RISE_K)) {
      throw wrong('rise', `How far the blade heats is between 0 and ${HOTTEST_RISE_K} K.`);
    }
    const started = typeof since === 'string' ? minuteOf(since) : NaN;
    const events = await inSalon(db, salonId, (tx) => logOf(tx, id));
    const over = AbortSignal.any([stream(response, thermometerLine.hello(serialOf(session))), closing]);
    let seq = readingAfter(request.headers['last-event-id']);
    do {
      seq++;
      const now = Date.now() / MINUTE_MS;
      const runs = runTimes(tool, events, started < now ? started : null, now, minuteOf);
      const read = thermometerReading(
        { session, toolId: tool, runs, riseK },
        seq,
        now,
        library.packs.tools.heat,
      );
      response.write(`id: ${seq}\ndata: ${thermometerLine.temperature(seq, read)}\n\n`);
    } while ((await pause(BLADE_EVERY_MS, over)) && (await stillSignedIn(db, request).catch(() => false)));
    response.end();
  });
  return router;
}

const minuteOf = (at: string): number => Date.parse(at) / MINUTE_MS;

/** The name of one run of readings, as the browser gave it. */
function sessionFrom(request: Request): string {
  const { session } = request.query;
  if (typeof session !== 'string' || !/^[\w-]{4,60}$/.test(session)) {
    throw wrong('session', 'Name the run of readings: 4 to 60 letters or digits.');
  }
  return session;
}

/** Opens a stream of lines with its greeting; the signal says when its reader has gone. */
function stream(response: Response, greeting: string): AbortSignal {
  const ended = new AbortController();
  response.on('close', () => ended.abort());
  response.on('error', () => ended.abort());
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  response.write(`retry: 800\ndata: ${greeting}\n\n`);
  return ended.signal;
}

/** The time between two readings. False when the stream is over before: its reader left or the server closes. */
const pause = (ms: number, over: AbortSignal): Promise<boolean> =>
  setTimeout(ms, true, { signal: over }).catch(() => false);

/** A reading's number as it came from outside; what is none counts as the start. */
function readingAfter(text: unknown): number {
  const seq = typeof text === 'string' && /^\d{1,6}$/.test(text) ? Number(text) : 0;
  return seq;
}

function wrong(path: string, message: string): Refusal {
  return new Refusal('bad-input', 'The reading cannot start', message, { fields: [{ path, message }] });
}
