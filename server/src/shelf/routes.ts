import type { BottleFacts } from '@kurrel/contract';
import { bottleSchema } from '@kurrel/contract';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { bottles } from '../database/schema/drawer.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, refusedField, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { bottleOf, shelfOf } from './shelf.ts';

/** The salon's bottles: added, refilled, relabelled, taken off the shelf and put back. */
export function shelfRoutes(db: Database, library: Library): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    const { salonId } = caller(response);
    response.json(await inSalon(db, salonId, shelfOf));
  });

  router.post('/', async (request, response) => {
    const who = permitted(response, 'shelf:edit');
    const facts = factsOf(request.body, library);
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .insert(bottles)
        .values({ ...facts, salonId: who.salonId })
        .returning();
      if (!row) throw new Error('insert returned no row');
      return { status: 201, body: bottleOf(row) };
    });
  });

  router.put('/:id', async (request, response) => {
    const who = permitted(response, 'shelf:edit');
    const id = idFrom(request.params.id, 'bottle');
    const version = versionFrom(request.headers['if-match']);
    const facts = factsOf(request.body, library);
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .update(bottles)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(bottles.id, id), eq(bottles.version, version), isNull(bottles.removedAt)))
        .returning();
      if (row) return { status: 200, body: bottleOf(row) };
      const [now] = await tx.select().from(bottles).where(eq(bottles.id, id));
      if (!now) throw notFound('bottle');
      throw changedMeanwhile('bottle', bottleOf(now));
    });
  });

  for (const [path, removedAt] of [
    ['/:id/remove', sql`now()`],
    ['/:id/restore', null],
  ] as const) {
    router.post(path, async (request, response) => {
      const who = permitted(response, 'shelf:edit');
      const id = idFrom(request.params.id, 'bottle');
      await answerWrite(db, request, response, who, async (tx) => {
        const [row] = await tx.update(bottles).set({ removedAt }).where(eq(bottles.id, id)).returning();
        if (!row) throw notFound('bottle');
        return { status: 204 };
      });
    });
  }
  return router;
}

function factsOf(body: unknown, { packs }: Library): BottleFacts {
  const facts = parseBody(bottleSchema, body);
  if (!packs.treatments.products.some(({ id }) => id === facts.kindId)) {
    throw refusedField('kindId', `Kurrel does not know the product "${facts.kindId}".`);
  }
  return facts;
}
