import type { SavedWork, SentEvent } from '@kurrel/contract';
import { finishSchema, logSchema, workSchema } from '@kurrel/contract';
import type { ActMark, TableEvent } from '@kurrel/core';
import { recordOf } from '@kurrel/core';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
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
import {
  changedMeanwhile,
  idFrom,
  notFound,
  parseBody,
  Refusal,
  refusedField,
  versionFrom,
} from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import type { PlanSheet } from './sheet.ts';
import { planSheet } from './sheet.ts';
import { marksOf, requireSense } from './tableLog.ts';

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
   * again whole. A bath takes what it used from the bottles, once. What comes after the end is in the record as well.
   */
  router.post('/visits/:id/log', async (request, response) => {
    const who = permitted(response, 'table:log');
    const visitId = idFrom(request.params.id, 'visit');
    const { events } = parseBody(logSchema, request.body, 'refuse');
    await answerWrite(db, request, response, who, async (tx) => {
      const { startedAt, finishedAt } = await lockedVisit(tx, visitId);
      const log = await logOf(tx, visitId);
      const sheet = await planSheet(tx, library, visitId);
      const context = { library, sheet, log, startedAt, finishedAt, who };
      requireSense(events, context);
      await requireTeam(tx, events);
      const fresh = await tx
        .insert(workLog)
        .values(events.map((event) => rowOf(event, visitId, who, marksOf(event, context))))
        .onConflictDoNothing()
        .returning({ id: workLog.id });
      const added = new Set(fresh.map(({ id }) => id));
      const after = await logOf(tx, visitId);
      if (events.some(({ id, kind }) => added.has(id) && kind === 'bathed'))
        await deductFromBottles(tx, log, after);
      const ended = finishedAt ?? (after.some(({ kind }) => kind === 'ended') ? new Date() : null);
      if (ended !== null && added.size > 0)
        await tx
          .update(visits)
          .set({ record: recordOf(after, hairOf(sheet)), finishedAt: ended })
          .where(eq(visits.id, visitId));
      if (added.size > 0) await announce(tx, who.salonId, visitId);
      return { status: 200, body: after };
    });
  });

  /** Whoever did an act that another sent says that it is theirs. */
  router.post('/visits/:id/log/confirm', async (request, response) => {
    const who = permitted(response, 'table:log');
    const visitId = idFrom(request.params.id, 'visit');
    await answerWrite(db, request, response, who, async (tx) => {
      await lockedVisit(tx, visitId);
      await tx.execute(sql`select confirm_acts(${visitId}, ${who.personId})`);
      await announce(tx, who.salonId, visitId);
      return { status: 200, body: await logOf(tx, visitId) };
    });
  });

  /**
   * The dog goes home: its log becomes the visit's record, where the next one starts. Taken back, the record goes again, unless no log can make
   * it anew. Of another day it is the lead's.
   */
  router.put('/visits/:id/finish', async (request, response) => {
    const who = permitted(response, 'table:log');
    const id = idFrom(request.params.id, 'visit');
    const { finished } = parseBody(finishSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const { startsAt } = await lockedVisit(tx, id);
      if (who.role !== 'lead' && Math.abs(startsAt.getTime() - Date.now()) > DAY_MS)
        throw new Refusal(
          'not-allowed',
          'This visit is of another day',
          'The lead finishes it or opens it again.',
        );
      const log = await logOf(tx, id);
      if (!finished && !log.some(({ kind }) => kind === 'done'))
        throw new Refusal(
          'not-allowed',
          'This record stays',
          'No log of the table is kept for this visit, so its record could not be made again.',
        );
      const sheet = await planSheet(tx, library, id);
      const record = finished ? recordOf(log, hairOf(sheet)) : null;
      const finishedAt = finished ? new Date() : null;
      await tx.update(visits).set({ record, finishedAt }).where(eq(visits.id, id));
      await announce(tx, who.salonId, id);
      return { status: 200, body: { finishedAt: finishedAt?.toISOString() ?? null } };
    });
  });
  return router;
}

const DAY_MS = 24 * 3600 * 1000;

/** Hair there before the visit: as measured, else as grown. */
function hairOf({ predictedMm, hands }: PlanSheet): Readonly<Record<string, number>> {
  const measured = Object.entries(hands.lengths).map(([zone, { mm }]) => [zone, mm] as const);
  return { ...predictedMm, ...Object.fromEntries(measured) };
}

/** A visit's state, held until the transaction ends: its log and its record change together. @throws Refusal when there is none. */
async function lockedVisit(tx: SalonTx, visitId: string) {
  const [visit] = await tx
    .select({ startsAt: visits.startsAt, startedAt: visits.startedAt, finishedAt: visits.finishedAt })
    .from(visits)
    .where(eq(visits.id, visitId))
    .for('update');
  if (!visit) throw notFound('visit');
  return visit;
}

/** @throws Refusal for a doer who does not work here. */
async function requireTeam(tx: SalonTx, events: readonly SentEvent[]): Promise<void> {
  const named = [...new Set(events.flatMap(({ doneBy }) => doneBy ?? []))];
  if (named.length === 0) return;
  const found = await tx.select({ id: people.id }).from(people).where(inArray(people.id, named));
  const stranger = events.findIndex(
    ({ doneBy }) => doneBy !== undefined && !found.some(({ id }) => id === doneBy),
  );
  if (stranger >= 0) throw refusedField(`events[${stranger}].doneBy`, 'Nobody of this name works here.');
}

const senders = alias(people, 'senders');

/**
 * Everything that was done at a visit's table, in turn.
 * @throws Refusal when there is no such visit.
 */
export async function logOf(tx: SalonTx, visitId: string): Promise<readonly TableEvent[]> {
  const [visit] = await tx.select({ id: visits.id }).from(visits).where(eq(visits.id, visitId));
  if (!visit) throw notFound('visit');
  const rows = await tx
    .select({
      id: workLog.id,
      at: workLog.at,
      device: workLog.device,
      kind: workLog.kind,
      act: workLog.act,
      by: people.name,
      sentBy: senders.name,
      marks: workLog.marks,
      confirmedAt: workLog.confirmedAt,
    })
    .from(workLog)
    .innerJoin(people, eq(people.id, workLog.byId))
    .leftJoin(senders, eq(senders.id, workLog.sentById))
    .where(eq(workLog.visitId, visitId))
    .orderBy(asc(workLog.at), asc(workLog.id));
  return rows.map(({ id, at, device, kind, act, by, sentBy, marks, confirmedAt }) => {
    const left = confirmedAt === null ? marks : marks.filter((mark) => mark !== 'sent-by-another');
    return {
      // Before stops had names, going on answered all there were.
      ...(kind === 'went-on' ? { stop: null } : {}),
      ...act,
      id,
      at: at.toISOString(),
      device,
      kind,
      by,
      ...(sentBy === null ? {} : { sentBy }),
      ...(left.length > 0 ? { marks: left } : {}),
    } as TableEvent;
  });
}

function rowOf(
  event: SentEvent,
  visitId: string,
  { salonId, personId }: { readonly salonId: string; readonly personId: string },
  marks: readonly ActMark[],
): typeof workLog.$inferInsert {
  const { id, at, device, kind, doneBy = personId, ...act } = event;
  const done = event.kind === 'done' ? event : null;
  const toolId = done?.toolId ?? null;
  return {
    id,
    salonId,
    visitId,
    at: new Date(at),
    byId: doneBy,
    sentById: doneBy === personId ? null : personId,
    device,
    kind,
    marks,
    act,
    toolId: toolId !== null && UUID.test(toolId) ? toolId : null,
    minutes: done?.minutes ?? null,
  };
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/**
 * What a bath used comes out of its bottles, once whoever logs it: the last word of what was used counts, and what was taken before it is put
 * back. A bottle is never below nothing.
 */
async function deductFromBottles(
  tx: SalonTx,
  before: readonly TableEvent[],
  after: readonly TableEvent[],
): Promise<void> {
  const [was, is] = [usedFrom(before), usedFrom(after)];
  for (const id of new Set([...was.keys(), ...is.keys()])) {
    const ml = (is.get(id) ?? 0) - (was.get(id) ?? 0);
    if (ml === 0 || !UUID.test(id)) continue;
    await tx
      .update(bottles)
      .set({ leftMl: sql`greatest(0, ${bottles.leftMl} - ${ml})`, version: sql`${bottles.version} + 1` })
      .where(eq(bottles.id, id));
  }
}

/** By bottle, mL, as the last act about the bath says. */
function usedFrom(log: readonly TableEvent[]): ReadonlyMap<string, number> {
  const last = log.findLast((event) => event.kind === 'bathed');
  const used = new Map<string, number>();
  for (const { bottleId, ml } of last?.kind === 'bathed' ? last.used : [])
    if (bottleId !== null) used.set(bottleId, (used.get(bottleId) ?? 0) + ml);
  return used;
}
