import type { Salon, SalonSettings } from '@kurrel/contract';
import { salonSchema } from '@kurrel/contract';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Schema } from 'yup';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { salons } from '../database/schema/team.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, notFound, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';

type SalonRow = typeof salons.$inferSelect;
const salonOf = ({ name, unit, schools, policy, clock, version }: SalonRow): Salon => ({
  name,
  unit,
  schools,
  policy,
  clock,
  version,
});

/** The salon's schools, prices and limits: everybody reads them, the lead sets them. */
export function salonRoutes(db: Database, library: Library): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    const { salonId } = caller(response);
    const [row] = await inSalon(db, salonId, (tx) => tx.select().from(salons));
    if (!row) throw notFound('salon');
    response.setHeader('ETag', `"${row.version}"`).json(salonOf(row));
  });

  router.put('/', async (request, response) => {
    const who = permitted(response, 'salon:edit');
    const version = versionFrom(request.headers['if-match']);
    const rules = parseBody(salonSchema as unknown as Schema<SalonSettings>, request.body);
    requireKnown(rules, library);
    await answerWrite(db, request, response, who, async (tx) => {
      const [current] = await tx.select().from(salons);
      if (!current) throw notFound('salon');
      if (current.version !== version) throw changedMeanwhile('salon', salonOf(current));
      const [saved] = await tx
        .update(salons)
        .set({ ...rules, version: version + 1 })
        .where(eq(salons.version, version))
        .returning();
      if (!saved) throw changedMeanwhile('salon', salonOf(current));
      return { status: 200, etag: `${saved.version}`, body: salonOf(saved) };
    });
  });
  return router;
}

/** @throws Refusal for a question or an answer the packs do not have. */
function requireKnown({ schools }: SalonSettings, { packs }: Library): void {
  const fields = Object.entries(schools).flatMap(([id, answer]) => {
    const question = packs.schools.schools.find((one) => one.id === id);
    if (question?.answers.some((one) => one.id === answer)) return [];
    return [{ path: `schools.${id}`, message: `Kurrel does not know the answer "${answer}" to "${id}".` }];
  });
  if (fields.length > 0) {
    throw new Refusal('bad-input', 'Some of this cannot be right', 'Choose another answer and save again.', {
      fields,
    });
  }
}
