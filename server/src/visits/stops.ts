import type {} from '@kurrel/contract';
import { stopAnswerSchema } from '@kurrel/contract';
import type { Role } from '@kurrel/core';
import { firstTrimAsDrawn } from '@kurrel/core';
import { eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import { object, boolean } from 'yup';
import type { Database } from '../database/connect.ts';
import { visits } from '../database/schema/dogs.ts';
import { stopLog } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { idFrom, parseBody, Refusal } from '../problems.ts';
import { permitted } from '../session/session.ts';
import { announce } from '../today/announce.ts';
import { gatedPlan, openStopsOf } from './gate.ts';
import { breedOf, planSheet, stopLines } from './sheet.ts';
import type { PlanSheet } from './sheet.ts';

const startSchema = object({ started: boolean().required('Say whether the work has started.') });

export function stopRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** Clears or refers a stop that is there; who, when and why are logged for good. */
  router.post('/visits/:id/stops', async (request, response) => {
    const who = permitted(response, 'stop:answer');
    const { salonId, personId } = who;
    const visitId = idFrom(request.params.id, 'visit');
    const answer = parseBody(stopAnswerSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const open = openStopsOf(library, await planSheet(tx, library, visitId));
      if (!open.some(({ key }) => key === answer.key)) {
        const message = 'This stop is not open: look at the findings again.';
        throw new Refusal('bad-input', 'No such stop', message, { fields: [{ path: 'key', message }] });
      }
      await tx.insert(stopLog).values({ ...answer, salonId, visitId, byId: personId });
      return { status: 201, body: await stopLines(tx, visitId) };
    });
  });

  /** Starts the work on a dog, or takes a start back. Refused while a stop is open. */
  router.put('/visits/:id/start', async (request, response) => {
    const who = permitted(response, 'visit:start');
    const visitId = idFrom(request.params.id, 'visit');
    const { started } = parseBody(startSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const sheet = await planSheet(tx, library, visitId);
      if (started) requireStartable(library, sheet, who.role);
      const [row] = await tx
        .update(visits)
        .set({ startedAt: started ? sql`coalesce(${visits.startedAt}, now())` : null })
        .where(eq(visits.id, visitId))
        .returning({ startedAt: visits.startedAt });
      await announce(tx, who.salonId, visitId);
      return { status: 200, body: { startedAt: row?.startedAt?.toISOString() ?? null } };
    });
  });
  return router;
}

/** The plan that would be worked goes through the gate once more: findings may have changed since it was saved. */
function requireStartable(library: Library, sheet: PlanSheet, role: Role): void {
  const { trims } = breedOf(library, sheet);
  const choices = sheet.saved?.choices ?? sheet.asked ?? firstTrimAsDrawn(trims);
  gatedPlan(library, sheet, choices, role, 'start');
}
