import { measureSchema, toolSchema } from '@kurrel/contract';
import type { TakenMeasure, ToolFacts } from '@kurrel/contract';
import { coatOf, expectedReading, formatLength } from '@kurrel/core';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
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
    const { coatType, dense, direction, measuredMm, confirmed } = parseBody(measureSchema, request.body);
    if (!packs.coats.types.some((type) => type.id === coatType)) {
      throw refusedField('coatType', `Kurrel does not know "${coatType}".`);
    }
    const coat = coatOf(packs.coats, coatType, [], dense);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = await withMeasures(tx, id);
      const expected = expectedReading(before, packs.tools, coat, direction);
      if (expected === null)
        throw refusedField('measuredMm', 'Hand tools leave what you cut; there is nothing to learn.');
      const { expectedMm, range } = expected;
      if (!confirmed && (measuredMm < range[0] || measuredMm > range[1]))
        throw refusedField('measuredMm', oddReading(...range));
      const taken = { coatClass: coat.class, direction, measuredMm, expectedMm };
      await tx.insert(measures).values({ ...taken, salonId: who.salonId, toolId: id });
      return { status: 201, body: await withMeasures(tx, id) };
    });
  });

  router.get('/:id/measures', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'tool');
    const taken = await inSalon(db, salonId, (tx) =>
      tx
        .select()
        .from(measures)
        .where(eq(measures.toolId, id))
        .orderBy(desc(measures.takenAt), desc(measures.id)),
    );
    response.json(
      taken.map(({ id: measureId, takenAt, coatClass, direction, measuredMm, expectedMm }): TakenMeasure => ({
        id: measureId,
        takenAt: takenAt.toISOString(),
        coatClass,
        direction,
        measuredMm,
        expectedMm,
      })),
    );
  });

  router.delete('/:id/measures/:measure', async (request, response) => {
    const who = permitted(response, 'drawer:edit');
    const id = idFrom(request.params.id, 'tool');
    const measure = idFrom(request.params.measure, 'reading');
    await answerWrite(db, request, response, who, async (tx) => {
      const gone = await tx
        .delete(measures)
        .where(and(eq(measures.toolId, id), eq(measures.id, measure)))
        .returning();
      if (gone.length === 0) throw notFound('reading');
      return { status: 200, body: await withMeasures(tx, id) };
    });
  });
  return router;
}

const oddReading = (lo: number, hi: number): string =>
  `This tool leaves ${formatLength(lo, 'mm')} to ${formatLength(hi, 'mm')} here: measure again, or say that it is so.`;

async function withMeasures(tx: SalonTx, id: string) {
  const [row] = await tx.select().from(tools).where(eq(tools.id, id));
  if (!row) throw notFound('tool');
  return toolOf(
    row,
    await tx
      .select()
      .from(measures)
      .where(eq(measures.toolId, id))
      .orderBy(asc(measures.takenAt), asc(measures.id)),
  );
}

function factsOf(body: unknown, library: Library): ToolFacts {
  const facts = parseBody(toolSchema, body);
  if (!library.packs.tools.kinds.some((kind) => kind.id === facts.kindId)) {
    throw refusedField('kindId', `Kurrel does not know the kind "${facts.kindId}".`);
  }
  return facts;
}
