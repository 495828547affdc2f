import { stopAnswerSchema } from '@kurrel/contract';
import { openStops, stopsOf } from '@kurrel/core';
import { eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import { object, boolean } from 'yup';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { stopLog, visits } from '../database/schema.ts';
import type { Library } from '../packs/load.ts';
import { idFrom, parseBody, Refusal } from '../problems.ts';
import { permitted } from '../session/session.ts';
import { stopLines, visitSheet } from './sheet.ts';

const startSchema = object({ started: boolean().required('Say whether the work has started.') });

export function stopRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** Clears or refers a stop that is there; who, when and why are logged for good. */
  router.post('/visits/:id/stops', async (request, response) => {
    const { salonId, personId } = permitted(response, 'stop:answer');
    const visitId = idFrom(request.params.id, 'visit');
    const answer = parseBody(stopAnswerSchema, request.body);
    const lines = await inSalon(db, salonId, async (tx) => {
      const { hands, salon, stopLog: answered } = await visitSheet(tx, library, visitId);
      const open = openStops(stopsOf(hands, library.packs, salon.policy.handlingLimit), answered);
      if (!open.some(({ key }) => key === answer.key)) {
        const message = 'This stop is not open: look at the findings again.';
        throw new Refusal('bad-input', 'No such stop', message, { fields: [{ path: 'key', message }] });
      }
      await tx.insert(stopLog).values({ ...answer, salonId, visitId, byId: personId });
      return stopLines(tx, visitId);
    });
    response.status(201).json(lines);
  });

  /** Starts the work on a dog, or takes a start back. Refused while a stop is open. */
  router.put('/visits/:id/start', async (request, response) => {
    const { salonId } = permitted(response, 'visit:start');
    const visitId = idFrom(request.params.id, 'visit');
    const { started } = parseBody(startSchema, request.body);
    const startedAt = await inSalon(db, salonId, async (tx) => {
      const { hands, salon, stopLog: answered } = await visitSheet(tx, library, visitId);
      const open = openStops(stopsOf(hands, library.packs, salon.policy.handlingLimit), answered);
      const [first] = open;
      if (started && first) {
        throw new Refusal(
          'stopped',
          `Stopped: ${open.map(({ stop }) => stop.name).join(', ')}`,
          `${first.stop.text} A groomer or lead clears or refers it first.`,
        );
      }
      const [row] = await tx
        .update(visits)
        .set({ startedAt: started ? sql`coalesce(${visits.startedAt}, now())` : null })
        .where(eq(visits.id, visitId))
        .returning({ startedAt: visits.startedAt });
      return row?.startedAt ?? null;
    });
    response.json({ startedAt: startedAt?.toISOString() ?? null });
  });
  return router;
}
