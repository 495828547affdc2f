import { measureSchema, toolSchema } from '@kurrel/contract';
import type { ToolFacts } from '@kurrel/contract';
import { byId, coatOf, leaves, lengthOf } from '@kurrel/core';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { measures, tools } from '../database/schema.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, Refusal, versionFrom } from '../problems.ts';
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
    const { salonId } = permitted(response, 'drawer:edit');
    const facts = factsOf(request.body, library);
    const [row] = await inSalon(db, salonId, (tx) =>
      tx
        .insert(tools)
        .values({ ...facts, salonId })
        .returning(),
    );
    if (!row) throw new Error('insert returned no row');
    response.status(201).json(toolOf(row, []));
  });

  router.put('/:id', async (request, response) => {
    const { salonId } = permitted(response, 'drawer:edit');
    const id = idFrom(request.params.id, 'tool');
    const version = versionFrom(request.headers['if-match']);
    const facts = factsOf(request.body, library);
    const saved = await inSalon(db, salonId, async (tx) => {
      const [row] = await tx
        .update(tools)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(tools.id, id), eq(tools.version, version), isNull(tools.removedAt)))
        .returning();
      return row ? { tool: await withMeasures(tx, id) } : { current: await withMeasures(tx, id) };
    });
    if ('current' in saved) throw changedMeanwhile('tool', saved.current);
    response.json(saved.tool);
  });

  for (const [path, removedAt] of [
    ['/:id/remove', sql`now()`],
    ['/:id/restore', null],
  ] as const) {
    router.post(path, async (request, response) => {
      const { salonId } = permitted(response, 'drawer:edit');
      const id = idFrom(request.params.id, 'tool');
      const [row] = await inSalon(db, salonId, (tx) =>
        tx.update(tools).set({ removedAt }).where(eq(tools.id, id)).returning(),
      );
      if (!row) throw notFound('tool');
      response.status(204).end();
    });
  }

  router.post('/:id/measures', async (request, response) => {
    const { salonId } = permitted(response, 'drawer:edit');
    const id = idFrom(request.params.id, 'tool');
    const { coatType, dense, direction, measuredMm } = parseBody(measureSchema, request.body);
    if (!packs.coats.types.some((type) => type.id === coatType)) {
      throw fieldRefusal('coatType', `Kurrel does not know "${coatType}".`);
    }
    const coat = coatOf(packs.coats, coatType, [], dense);
    const tool = await inSalon(db, salonId, async (tx) => {
      const before = await withMeasures(tx, id);
      const kind = byId('tool kind', packs.tools.kinds, before.kindId);
      const nominalMm = lengthOf(before, kind);
      if (nominalMm === null)
        throw fieldRefusal('measuredMm', 'Hand tools leave what you cut; there is nothing to learn.');
      const use = { direction, layDeg: coat.layDeg, dense: coat.dense };
      const expectedMm = leaves({ technique: kind.technique, nominalMm }, use).mm;
      await tx
        .insert(measures)
        .values({ salonId, toolId: id, coatClass: coat.class, direction, measuredMm, expectedMm });
      return withMeasures(tx, id);
    });
    response.status(201).json(tool);
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
    throw fieldRefusal('kindId', `Kurrel does not know the kind "${facts.kindId}".`);
  }
  return facts;
}

function fieldRefusal(path: string, message: string): Refusal {
  return new Refusal('bad-input', 'Some of this cannot be right', message, { fields: [{ path, message }] });
}
