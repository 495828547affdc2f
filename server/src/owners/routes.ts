import type { OwnerExport } from '@kurrel/contract';
import { ownerSchema } from '@kurrel/contract';
import { asc, eq, inArray, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { consents } from '../database/schema/visits.ts';
import { dogOf } from '../dogs/routes.ts';
import { answerWrite } from '../edge/write.ts';
import { parseBody, refusedField } from '../problems.ts';
import { note } from '../session/securityLog.ts';
import { permitted } from '../session/session.ts';

const noSuchOwner = () =>
  refusedField('owner', 'No dog here has an owner of exactly this name: copy it from the dog’s card.');

/** What an owner may ask for: a copy of what is kept about them, and that their name goes. */
export function ownerRoutes(db: Database): Router {
  const router = Router();

  router.post('/export', async (request, response) => {
    const { salonId, personId } = permitted(response, 'owner:erase');
    const { owner } = parseBody(ownerSchema, request.body);
    const copy = await inSalon(db, salonId, async (tx): Promise<OwnerExport> => {
      const theirs = await tx.select().from(dogs).where(eq(dogs.owner, owner)).orderBy(asc(dogs.name));
      if (theirs.length === 0) throw noSuchOwner();
      const ids = theirs.map(({ id }) => id);
      const done = await tx
        .select()
        .from(visits)
        .where(inArray(visits.dogId, ids))
        .orderBy(asc(visits.startsAt));
      const signed = await tx
        .select({ consent: consents })
        .from(consents)
        .innerJoin(visits, eq(visits.id, consents.visitId))
        .where(inArray(visits.dogId, ids))
        .orderBy(asc(consents.signedAt));
      await note(tx, request, { event: 'owner-exported', salonId, personId });
      return {
        format: 'kurrel-owner-1',
        owner,
        dogs: theirs.map((dog) => ({
          ...dogOf(dog),
          visits: done
            .filter(({ dogId }) => dogId === dog.id)
            .map(({ id, startsAt, minutes, what, hands, record }) => ({
              startsAt: startsAt.toISOString(),
              minutes,
              what,
              hands,
              record,
              consents: signed
                .filter(({ consent }) => consent.visitId === id)
                .map(({ consent }) => consent.signed),
            })),
        })),
      };
    });
    response.attachment('owner.json').json(copy);
  });

  /** The name goes from the dogs and from what was signed; dogs and visits stay. It cannot be taken back. */
  router.post('/erase', async (request, response) => {
    const who = permitted(response, 'owner:erase');
    const { owner } = parseBody(ownerSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const erased = await tx.execute<{ erase_owner: number }>(sql`select erase_owner(${owner})`);
      const dogsErased = erased.rows[0]?.erase_owner ?? 0;
      if (dogsErased === 0) throw noSuchOwner();
      await note(tx, request, { event: 'owner-erased', ...who });
      return { status: 200, body: { dogs: dogsErased } };
    });
  });
  return router;
}
