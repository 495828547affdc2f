import type { CheckedConsent, Consent } from '@kurrel/contract';
import { signConsentSchema } from '@kurrel/contract';
import { consentStatements, estimateContextOf, estimateVisit, fitVisit } from '@kurrel/core';
import { consentSentence, placeWord } from '@kurrel/words';
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { consents } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { fingerprintOf, unchangedSince } from './fingerprint.ts';
import { gatedPlan } from './gate.ts';
import { breedOf, latestPlan, savePlan, visitSheet } from './sheet.ts';

type ConsentRow = typeof consents.$inferSelect;
const consentOf = ({ id, visitId, planVersion, signed }: ConsentRow): Consent => ({
  id,
  visitId,
  planVersion,
  ...signed,
});

export function consentRoutes(db: Database, library: Library, secret: string): Router {
  const router = Router();

  /**
   * The owner's choice, signed: the plan is made anew and saved as the next version, and the text of the consent is
   * made from that plan, so that what was signed is what will be done. `If-Match` is the plan's version on the board.
   */
  router.post('/visits/:id/consents', async (request, response) => {
    const who = permitted(response, 'consent:take');
    const { salonId, personId, role, name } = who;
    const visitId = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const { kind, choices, unit, signedBy, signature } = parseBody(signConsentSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const sheet = await visitSheet(tx, library, visitId);
      if (version !== (sheet.saved?.version ?? 0)) throw changedMeanwhile('plan', sheet.saved);
      const { visit, plan } = gatedPlan(library, sheet, choices, role, 'sign');
      const context = estimateContextOf(sheet);
      const estimate = estimateVisit(visit, plan, context);
      const fit = fitVisit(estimate, context.bookedMinutes, library.packs.times);
      const place = (zone: string) => placeWord(library.packs.zones, zone);
      const row = { visitId, version: version + 1, salonId, choices, plan, savedBy: personId };
      const saved = await savePlan(tx, row, name);
      if (!saved) throw changedMeanwhile('plan', await latestPlan(tx, visitId));
      const signedAt = new Date();
      const signed = {
        kind,
        dog: sheet.dog.name,
        breed: sheet.dog.breedCalled || breedOf(library, sheet).name,
        trimName: visit.derived.trim.name,
        statements: consentStatements(visit, plan, estimate, fit).map((said) => ({
          about: said.about,
          text: consentSentence(said, place, unit),
        })),
        minutes: estimate.minutes,
        price: estimate.price,
        signedBy,
        signature,
        witness: name,
        signedAt: signedAt.toISOString(),
      };
      const planVersion = saved.version;
      const consent: Consent = {
        id: randomUUID(),
        visitId,
        planVersion,
        ...signed,
        fingerprint: fingerprintOf(secret, { visitId, planVersion, ...signed }),
      };
      const { fingerprint } = consent;
      await tx.insert(consents).values({
        id: consent.id,
        salonId,
        visitId,
        planVersion,
        signed: { ...signed, fingerprint },
        signedAt,
      });
      return { status: 201, etag: `${saved.version}`, body: { consent, saved } };
    });
  });

  /** A consent as it was signed, and whether it still is. */
  router.get('/visits/:id/consents/:consentId', async (request, response) => {
    const { salonId } = caller(response);
    const visitId = idFrom(request.params.id, 'visit');
    const id = idFrom(request.params.consentId, 'consent');
    const checked = await inSalon(db, salonId, async (tx): Promise<CheckedConsent> => {
      const [row] = await tx
        .select()
        .from(consents)
        .where(and(eq(consents.visitId, visitId), eq(consents.id, id)));
      if (!row) throw notFound('consent');
      const consent = consentOf(row);
      const plan = await latestPlan(tx, visitId);
      const changedLater =
        plan && plan.version > consent.planVersion
          ? { version: plan.version, by: plan.savedBy, at: plan.savedAt }
          : null;
      return { ...consent, unchanged: unchangedSince(secret, consent), changedLater };
    });
    response.json(checked);
  });
  return router;
}
