import type { SavedWork, SentEvent } from '@kurrel/contract';
import { finishSchema, logSchema, workSchema } from '@kurrel/contract';
import type { TableAct, TableEvent } from '@kurrel/core';
import { dogZones, recordOf } from '@kurrel/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { visits } from '../database/schema/dogs.ts';
import { bottles } from '../database/schema/drawer.ts';
import { people } from '../database/schema/team.ts';
import { workLog } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import { announce } from '../today/announce.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, refusedField, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { planSheet } from './sheet.ts';

/** Acts are told in the device's time, and no device is believed to be further ahead than this, ms. */
const AHEAD_MS = 24 * 3600 * 1000;

export function workRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** Saves how a visit is bathed and in what order it is worked. */
  router.put('/visits/:id/work', async (request, response) => {
    const who = permitted(response, 'work:save');
    const id = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const work = parseBody(workSchema, request.body);
    const unknown = work.bath.dryers.findIndex(
      (dryer) => !library.packs.treatments.dryers.some((one) => one.id === dryer),
    );
    if (unknown >= 0) throw refusedField(`bath.dryers[${unknown}]`, 'Kurrel does not know this dryer.');
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .update(visits)
        .set({ work, workVersion: version + 1 })
        .where(and(eq(visits.id, id), eq(visits.workVersion, version)))
        .returning({ version: visits.workVersion });
      if (!row) throw changedMeanwhile('bath and order', await planSheet(tx, library, id));
      await announce(tx, who.salonId, id);
      const saved: SavedWork = {
        version: row.version,
        savedBy: who.name,
        savedAt: new Date().toISOString(),
      };
      return { status: 200, etag: `${row.version}`, body: saved };
    });
  });

  /** Everything that was done at the table, in turn. */
  router.get('/visits/:id/log', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    response.json(await inSalon(db, salonId, (tx) => logOf(tx, id)));
  });

  /**
   * Takes acts in. Each has its own name: one that is there already is passed over, so a batch that was sent and not answered is sent
   * again whole. A bath takes what it used from the bottles, once.
   */
  router.post('/visits/:id/log', async (request, response) => {
    const who = permitted(response, 'table:log');
    const visitId = idFrom(request.params.id, 'visit');
    const { events } = parseBody(logSchema, request.body, 'refuse');
    requireSense(events, library);
    await answerWrite(db, request, response, who, async (tx) => {
      await requireVisit(tx, visitId);
      const fresh = await tx
        .insert(workLog)
        .values(events.map((event) => rowOf(event, visitId, who)))
        .onConflictDoNothing()
        .returning({ id: workLog.id });
      const added = new Set(fresh.map(({ id }) => id));
      for (const event of events) if (added.has(event.id) && event.kind === 'bathed') await drain(tx, event);
      if (added.size > 0) await announce(tx, who.salonId, visitId);
      return { status: 200, body: await logOf(tx, visitId) };
    });
  });

  /** The dog goes home: its log becomes the visit's record, where the next one starts. Taken back, the record goes again. */
  router.put('/visits/:id/finish', async (request, response) => {
    const who = permitted(response, 'table:log');
    const id = idFrom(request.params.id, 'visit');
    const { finished } = parseBody(finishSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const sheet = await planSheet(tx, library, id);
      const measured = Object.entries(sheet.hands.lengths).map(([zone, { mm }]) => [zone, mm] as const);
      const record = finished
        ? recordOf(await logOf(tx, id), { ...sheet.predictedMm, ...Object.fromEntries(measured) })
        : null;
      const finishedAt = finished ? new Date() : null;
      await tx.update(visits).set({ record, finishedAt }).where(eq(visits.id, id));
      await announce(tx, who.salonId, id);
      return { status: 200, body: { finishedAt: finishedAt?.toISOString() ?? null } };
    });
  });
  return router;
}

async function requireVisit(tx: SalonTx, visitId: string): Promise<void> {
  const [visit] = await tx.select({ id: visits.id }).from(visits).where(eq(visits.id, visitId));
  if (!visit) throw notFound('visit');
}

/**
 * Everything that was done at a visit's table, in turn.
 * @throws Refusal when there is no such visit.
 */
export async function logOf(tx: SalonTx, visitId: string): Promise<readonly TableEvent[]> {
  await requireVisit(tx, visitId);
  const rows = await tx
    .select({
      id: workLog.id,
      at: workLog.at,
      device: workLog.device,
      kind: workLog.kind,
      act: workLog.act,
      by: people.name,
    })
    .from(workLog)
    .innerJoin(people, eq(people.id, workLog.byId))
    .where(eq(workLog.visitId, visitId))
    .orderBy(asc(workLog.at), asc(workLog.id));
  return rows.map(
    ({ id, at, device, kind, act, by }) =>
      ({ ...act, id, at: at.toISOString(), device, kind, by }) as TableEvent,
  );
}

function rowOf(
  event: SentEvent,
  visitId: string,
  { salonId, personId }: { readonly salonId: string; readonly personId: string },
): typeof workLog.$inferInsert {
  const { id, at, device, kind, ...act } = event;
  const done = event.kind === 'done' ? event : null;
  const toolId = done?.toolId ?? null;
  return {
    id,
    salonId,
    visitId,
    at: new Date(at),
    byId: personId,
    device,
    kind,
    act,
    toolId: toolId !== null && UUID.test(toolId) ? toolId : null,
    minutes: done?.minutes ?? null,
  };
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** What a bath used comes out of its bottles; a bottle is never below nothing. */
async function drain(tx: SalonTx, { used }: Extract<TableAct, { kind: 'bathed' }>): Promise<void> {
  for (const { bottleId, ml } of used) {
    if (bottleId === null || !UUID.test(bottleId)) continue;
    await tx
      .update(bottles)
      .set({ leftMl: sql`greatest(0, ${bottles.leftMl} - ${ml})`, version: sql`${bottles.version} + 1` })
      .where(eq(bottles.id, bottleId));
  }
}

/** @throws Refusal for a place the dog has not, or a time that cannot be. */
function requireSense(events: readonly SentEvent[], { packs }: Library): void {
  const zones = new Set(dogZones(packs.zones).map(({ id }) => id));
  events.forEach((event, index) => {
    if ('zone' in event && event.zone !== null && !zones.has(event.zone)) {
      throw refusedField(`events[${index}].zone`, `Kurrel does not know "${event.zone}".`);
    }
    const at = Date.parse(event.at);
    if (!(at > EARLIEST && at < Date.now() + AHEAD_MS)) {
      throw refusedField(`events[${index}].at`, 'Check the clock of this device.');
    }
  });
}
const EARLIEST = Date.UTC(2020, 0, 1);
