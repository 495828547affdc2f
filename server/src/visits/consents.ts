import type { Consent } from '@kurrel/contract';
import { signConsentSchema } from '@kurrel/contract';
import { consentStatements, estimateContextOf, estimateVisit, fitVisit } from '@kurrel/core';
import { consentSentence, placeWord } from '@kurrel/words';
import { createHash, randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { consents, plans } from '../database/schema.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { gatedPlan } from './gate.ts';
import { breedOf, latestPlan, savedOf, visitSheet } from './sheet.ts';

type ConsentRow = typeof consents.$inferSelect;
const consentOf = ({ id, visitId, planVersion, signed }: ConsentRow): Consent => ({
  id,
  visitId,
  planVersion,
  ...signed,
});

export function consentRoutes(db: Database, library: Library): Router {
  const router = Router();

  /**
   * The owner's choice, signed: the plan is made anew and saved as the next version, and the text of the consent is
   * made from that plan, so that what was signed is what will be done. `If-Match` is the plan's version on the board.
   */
  router.post('/visits/:id/consents', async (request, response) => {
    const { salonId, personId, role, name } = permitted(response, 'consent:take');
    const visitId = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const { kind, choices, signedBy, signature } = parseBody(signConsentSchema, request.body);
    const outcome = await inSalon(db, salonId, async (tx) => {
      const sheet = await visitSheet(tx, library, visitId);
      if (version !== (sheet.saved?.version ?? 0)) return { current: sheet.saved };
      const { visit, plan } = gatedPlan(library, sheet, choices, role, 'sign');
      const context = estimateContextOf(sheet);
      const estimate = estimateVisit(visit, plan, context);
      const fit = fitVisit(estimate, context.bookedMinutes, library.packs.times);
      const place = (zone: string) => placeWord(library.packs.zones, zone);
      const [saved] = await tx
        .insert(plans)
        .values({ visitId, version: version + 1, salonId, choices, plan, savedBy: personId })
        .onConflictDoNothing()
        .returning();
      if (!saved) return { current: await latestPlan(tx, visitId) };
      const signedAt = new Date();
      const signed = {
        kind,
        dog: sheet.dog.name,
        breed: sheet.dog.breedCalled || breedOf(library, sheet).name,
        trimName: visit.trim.name,
        statements: consentStatements(visit, plan, estimate, fit).map((said) => ({
          about: said.about,
          text: consentSentence(said, place),
        })),
        minutes: estimate.minutes,
        price: estimate.price,
        signedBy,
        signature,
        witness: name,
        signedAt: signedAt.toISOString(),
      };
      const id = randomUUID();
      const fingerprint = createHash('sha256')
        .update(JSON.stringify([visitId, saved.version, signed]))
        .digest('hex');
      const [row] = await tx
        .insert(consents)
        .values({
          id,
          salonId,
          visitId,
          planVersion: saved.version,
          signed: { ...signed, fingerprint },
          signedAt,
        })
        .returning();
      if (!row) throw new Error('insert returned no row');
      return { consent: consentOf(row), saved: savedOf(saved, name) };
    });
    if (!outcome.consent) throw changedMeanwhile('plan', outcome.current);
    response.status(201).setHeader('ETag', `"${outcome.saved.version}"`).json(outcome);
  });

  router.get('/visits/:id/consents/:consentId', async (request, response) => {
    const { salonId } = caller(response);
    const visitId = idFrom(request.params.id, 'visit');
    const id = idFrom(request.params.consentId, 'consent');
    const [row] = await inSalon(db, salonId, (tx) =>
      tx
        .select()
        .from(consents)
        .where(and(eq(consents.visitId, visitId), eq(consents.id, id))),
    );
    if (!row) throw notFound('consent');
    response.json(consentOf(row));
  });
  return router;
}
