import type { TodayLine } from '@kurrel/contract';
import { choicesSchema } from '@kurrel/contract';
import { and, asc, desc, eq, gte, isNull, lt, max } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, people, plans, visits } from '../database/schema.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { gatedPlan } from './gate.ts';
import { latestPlan, savedOf, visitSheet } from './sheet.ts';

export function visitRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** The visits of a day; the client says when its day begins and ends. */
  router.get('/visits', async (request, response) => {
    const { salonId } = caller(response);
    const from = dayFrom(request.query.from, 'from');
    const to = dayFrom(request.query.to, 'to');
    const lines = await inSalon(db, salonId, async (tx) => {
      const latest = tx
        .select({ visitId: plans.visitId, planVersion: max(plans.version).as('plan_version') })
        .from(plans)
        .groupBy(plans.visitId)
        .as('latest');
      return tx
        .select({ visit: visits, dog: dogs, groomer: people.name, planVersion: latest.planVersion })
        .from(visits)
        .innerJoin(dogs, eq(dogs.id, visits.dogId))
        .innerJoin(people, eq(people.id, visits.groomerId))
        .leftJoin(latest, eq(latest.visitId, visits.id))
        .where(and(gte(visits.startsAt, from), lt(visits.startsAt, to), isNull(dogs.archivedAt)))
        .orderBy(asc(visits.startsAt), asc(dogs.name));
    });
    const today: TodayLine[] = lines.map(({ visit, dog, groomer, planVersion }) => ({
      visitId: visit.id,
      dogId: dog.id,
      dog: dog.name,
      breedId: dog.breedId,
      breedCalled: dog.breedCalled,
      startsAt: visit.startsAt.toISOString(),
      minutes: visit.minutes,
      what: visit.what,
      groomer,
      planVersion,
      remember: dog.remember,
    }));
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
    response.json(rows.map(({ plan, by }) => savedOf(plan, by)));
  });

  /** Saves the next version of the plan; the server makes it again from the choices, so a saved plan is a true one. */
  router.put('/visits/:id/plan', async (request, response) => {
    const { salonId, personId, role, name } = permitted(response, 'plan:save');
    const id = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const choices = parseBody(choicesSchema, request.body);
    const outcome = await inSalon(db, salonId, async (tx) => {
      const sheet = await visitSheet(tx, library, id);
      const { plan } = gatedPlan(library, sheet, choices, role, 'save');
      if (version !== (sheet.saved?.version ?? 0)) return { current: sheet.saved };
      const [row] = await tx
        .insert(plans)
        .values({ visitId: id, version: version + 1, salonId, choices, plan, savedBy: personId })
        .onConflictDoNothing()
        .returning();
      return row ? { saved: savedOf(row, name) } : { current: await latestPlan(tx, id) };
    });
    if (!outcome.saved) throw changedMeanwhile('plan', outcome.current);
    response.setHeader('ETag', `"${outcome.saved.version}"`).json(outcome.saved);
  });
  return router;
}

function dayFrom(text: unknown, path: string): Date {
  const day = new Date(typeof text === 'string' ? text : NaN);
  if (Number.isNaN(day.getTime())) {
    const message = 'Give the day as an ISO time.';
    throw new Refusal('bad-input', 'Which day?', message, { fields: [{ path, message }] });
  }
  return day;
}
