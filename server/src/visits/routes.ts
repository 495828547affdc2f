import type { KeptPlan, TodayLine } from '@kurrel/contract';
import { choicesSchema } from '@kurrel/contract';
import { and, asc, desc, eq, gte, isNull, lt, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, people, plans, visits } from '../database/schema.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { announce } from '../today/announce.ts';
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
    const rows = await inSalon(db, salonId, (tx) =>
      tx
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
          planVersion,
          remember: dogs.remember,
        })
        .from(visits)
        .innerJoin(dogs, eq(dogs.id, visits.dogId))
        .innerJoin(people, eq(people.id, visits.groomerId))
        .where(and(gte(visits.startsAt, from), lt(visits.startsAt, to), isNull(dogs.archivedAt)))
        .orderBy(asc(visits.startsAt), asc(dogs.name))
        .limit(MOST_VISITS),
    );
    const today: TodayLine[] = rows.map((row) => ({ ...row, startsAt: row.startsAt.toISOString() }));
    response.json(today);
  });

  router.get('/visits/:id', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'visit');
    response.json(await inSalon(db, salonId, (tx) => visitSheet(tx, library, id)));
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
    const kept: KeptPlan[] = rows.map(({ plan, by }) => ({ ...savedOf(plan, by), plan: plan.plan }));
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
      const { plan } = gatedPlan(library, sheet, choices, role, 'save');
      if (version !== (sheet.saved?.version ?? 0)) throw changedMeanwhile('plan', sheet.saved);
      const row = { visitId, version: version + 1, salonId, choices, plan, savedBy: personId };
      const saved = await savePlan(tx, row, name);
      if (!saved) throw changedMeanwhile('plan', await latestPlan(tx, visitId));
      await announce(tx, salonId, visitId);
      return { status: 200, etag: `${saved.version}`, body: saved };
    });
  });
  return router;
}

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
