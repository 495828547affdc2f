import type { KeptPlan, TodayLine } from '@kurrel/contract';
import { choicesSchema } from '@kurrel/contract';
import { estimateVisit, openPlanRecord, stretchesOf } from '@kurrel/core';
import { and, asc, desc, eq, gte, isNull, lt, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { people } from '../database/schema/team.ts';
import { plans, workLog } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { announce } from '../today/announce.ts';
import { logFoundStops } from './foundStops.ts';
import { gatedPlan } from './gate.ts';
import { latestPlan, planSheet, savedOf, savePlan, visitSheet } from './sheet.ts';

export function visitRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** The visits of a day; the client says when its day begins and ends. */
  router.get('/visits', async (request, response) => {
    const { salonId } = caller(response);
    const from = dayFrom(request.query.from, 'from');
    const to = dayFrom(request.query.to, 'to');
    const planVersion = sql<number | null>`(select max(version) from plans where visit_id = ${visits.id})`;
    const rows = await inSalon(db, salonId, (tx) => {
      const done = tx
        .select({
          planned: sql<number>`coalesce(sum((${workLog.act}->>'plannedMinutes')::float), 0)`.as('planned'),
          took: sql<number>`coalesce(sum(${workLog.minutes}), 0)`.as('took'),
          last: sql<string | null>`max(${workLog.at})`.as('last'),
        })
        .from(workLog)
        .where(and(eq(workLog.visitId, visits.id), eq(workLog.kind, 'done')))
        .as('done');
      return tx
        .select({
          visitId: visits.id,
          dogId: dogs.id,
          dog: dogs.name,
          breedId: dogs.breedId,
          breedCalled: dogs.breedCalled,
          startsAt: visits.startsAt,
          minutes: visits.minutes,
          what: visits.what,
          groomer: people.name,
          groomerId: people.id,
          planVersion,
          remember: dogs.remember,
          stretches: visits.stretches,
          startedAt: visits.startedAt,
          absentAt: visits.absentAt,
          finishedAt: visits.finishedAt,
          doneMinutes: done.planned,
          tookMinutes: done.took,
          lastActAt: done.last,
        })
        .from(visits)
        .innerJoin(dogs, eq(dogs.id, visits.dogId))
        .innerJoin(people, eq(people.id, visits.groomerId))
        .leftJoinLateral(done, sql`true`)
        .where(and(gte(visits.startsAt, from), lt(visits.startsAt, to), isNull(dogs.archivedAt)))
        .orderBy(asc(visits.startsAt), asc(dogs.name))
        .limit(MOST_VISITS);
    });
    const today = rows.map((row): TodayLine => ({
      ...row,
      doneMinutes: row.doneMinutes ?? 0,
      tookMinutes: row.tookMinutes ?? 0,
      startsAt: row.startsAt.toISOString(),
      startedAt: isoOf(row.startedAt),
      absentAt: isoOf(row.absentAt),
      finishedAt: isoOf(row.finishedAt),
      lastActAt: row.lastActAt === null ? null : new Date(row.lastActAt).toISOString(),
    }));
    response.json(today);
  });

  router.get('/visits/:id', async (request, response) => {
    const who = caller(response);
    const id = idFrom(request.params.id, 'visit');
    const sheet = await inSalon(db, who.salonId, async (tx) => {
      const found = await visitSheet(tx, library, id);
      return (await logFoundStops(tx, library, found, who)) ? visitSheet(tx, library, id) : found;
    });
    response.json(sheet);
  });

  router.get('/visits/:id/plans', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    const rows = await inSalon(db, salonId, (tx) =>
      tx
        .select({ plan: plans, by: people.name })
        .from(plans)
        .innerJoin(people, eq(people.id, plans.savedBy))
        .where(eq(plans.visitId, id))
        .orderBy(desc(plans.version)),
    );
    const kept: KeptPlan[] = rows.map(({ plan, by }) => ({
      ...savedOf(plan, by),
      plan: openPlanRecord(plan.plan),
    }));
    response.json(kept);
  });

  /** Saves the next version of the plan; the server makes it again from the choices, so a saved plan is a true one. */
  router.put('/visits/:id/plan', async (request, response) => {
    const who = permitted(response, 'plan:save');
    const { salonId, personId, role, name } = who;
    const visitId = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const choices = parseBody(choicesSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const sheet = await planSheet(tx, library, visitId);
      const { plan, visit } = gatedPlan(library, sheet, choices, role, 'save');
      if (version !== (sheet.saved?.version ?? 0)) throw changedMeanwhile('plan', sheet.saved);
      const row = { visitId, version: version + 1, salonId, choices, plan, savedBy: personId };
      const saved = await savePlan(tx, row, name);
      if (!saved) throw changedMeanwhile('plan', await latestPlan(tx, visitId));
      const context = {
        trainee: sheet.groomerIsTrainee,
        dogHistory: [],
        groomerHistory: [],
        rates: sheet.salon.policy.rates,
      };
      const stretches = stretchesOf(estimateVisit(visit, plan, context), library.packs.times);
      await tx.update(visits).set({ stretches }).where(eq(visits.id, visitId));
      await announce(tx, salonId, visitId);
      return { status: 200, etag: `${saved.version}`, body: saved };
    });
  });
  return router;
}

const isoOf = (at: Date | null): string | null => at?.toISOString() ?? null;

/** Visits of a list: more than any salon has in a week. */
const MOST_VISITS = 500;
const EARLIEST = Date.UTC(1990, 0, 1);
const LATEST = Date.UTC(2100, 0, 1);

function dayFrom(text: unknown, path: string): Date {
  const day = new Date(typeof text === 'string' ? text : NaN);
  if (!(day.getTime() > EARLIEST && day.getTime() < LATEST)) {
    const message = 'Give the day as an ISO time.';
    throw new Refusal('bad-input', 'Which day?', message, { fields: [{ path, message }] });
  }
  return day;
}
