import { measureSchema, toolSchema } from '@kurrel/contract';
import type { ToolFacts } from '@kurrel/contract';
import { byId, coatOf, leaves, lengthOf } from '@kurrel/core';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { measures, tools } from '../database/schema/drawer.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, refusedField, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { drawerOf, toolOf } from './drawer.ts';

export function drawerRoutes(db: Database, library: Library): Router {
  const router = Router();
  const { packs } = library;

  router.get('/', async (_request, response) => {
    const { salonId } = caller(response);
    response.json(await inSalon(db, salonId, drawerOf));
  });

  router.post('/', async (request, response) => {
    const who = permitted(response, 'drawer:edit');
    const facts = factsOf(request.body, library);
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .insert(tools)
        .values({ ...facts, salonId: who.salonId })
        .returning();
      if (!row) throw new Error('insert returned no row');
      return { status: 201, body: toolOf(row, []) };
    });
  });

  router.put('/:id', async (request, response) => {
    const who = permitted(response, 'drawer:edit');
    const id = idFrom(request.params.id, 'tool');
    const version = versionFrom(request.headers['if-match']);
    const facts = factsOf(request.body, library);
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .update(tools)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(tools.id, id), eq(tools.version, version), isNull(tools.removedAt)))
        .returning();
      const tool = await withMeasures(tx, id);
      if (!row) throw changedMeanwhile('tool', tool);
      return { status: 200, body: tool };
    });
  });

  for (const [path, removedAt] of [
    ['/:id/remove', sql`now()`],
    ['/:id/restore', null],
  ] as const) {
    router.post(path, async (request, response) => {
      const who = permitted(response, 'drawer:edit');
      const id = idFrom(request.params.id, 'tool');
      await answerWrite(db, request, response, who, async (tx) => {
        const [row] = await tx.update(tools).set({ removedAt }).where(eq(tools.id, id)).returning();
        if (!row) throw notFound('tool');
        return { status: 204 };
      });
    });
  }

  router.post('/:id/measures', async (request, response) => {
    const who = permitted(response, 'drawer:edit');
    const id = idFrom(request.params.id, 'tool');
    const { coatType, dense, direction, measuredMm } = parseBody(measureSchema, request.body);
    if (!packs.coats.types.some((type) => type.id === coatType)) {
      throw refusedField('coatType', `Kurrel does not know "${coatType}".`);
    }
    const coat = coatOf(packs.coats, coatType, [], dense);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = await withMeasures(tx, id);
      const kind = byId('tool kind', packs.tools.kinds, before.kindId);
      const nominalMm = lengthOf(before, kind);
      if (nominalMm === null)
        throw refusedField('measuredMm', 'Hand tools leave what you cut; there is nothing to learn.');
      const use = { direction, layDeg: coat.layDeg, dense: coat.dense };
      const expectedMm = leaves({ technique: kind.technique, nominalMm }, use).mm;
      const taken = { coatClass: coat.class, direction, measuredMm, expectedMm };
      await tx.insert(measures).values({ ...taken, salonId: who.salonId, toolId: id });
      return { status: 201, body: await withMeasures(tx, id) };
    });
  });
  return router;
}

async function withMeasures(tx: SalonTx, id: string) {
  const [row] = await tx.select().from(tools).where(eq(tools.id, id));
  if (!row) throw notFound('tool');
  return toolOf(row, await tx.select().from(measures).where(eq(measures.toolId, id)));
}

function factsOf(body: unknown, library: Library): ToolFacts {
  const facts = parseBody(toolSchema, body);
  if (!library.packs.tools.kinds.some((kind) => kind.id === facts.kindId)) {
    throw refusedField('kindId', `Kurrel does not know the kind "${facts.kindId}".`);
  }
  return facts;
}
