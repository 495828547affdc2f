import type { ErasedOwner, OwnerExport } from '@kurrel/contract';
import { ownerSchema } from '@kurrel/contract';
import { asc, eq, inArray, or, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { consents, outbox } from '../database/schema/visits.ts';
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
      const { theirs, done } = await ofOwner(tx, owner);
      const visitIds = done.map(({ id }) => id);
      const signed = await tx
        .select()
        .from(consents)
        .where(inArray(consents.visitId, visitIds))
        .orderBy(asc(consents.signedAt));
      const sent = await tx
        .select()
        .from(outbox)
        .where(inArray(outbox.visitId, visitIds))
        .orderBy(asc(outbox.at));
      await note(tx, request, { event: 'owner-exported', salonId, personId });
      return {
        format: 'kurrel-owner-1',
        owner,
        dogs: theirs.map((dog) => ({
          ...dogOf(dog),
          // Of a dog that was sold, what its new owner asked to be remembered is not the old one's.
          ...(dog.owner === owner ? {} : { owner, remember: [] }),
          visits: done
            .filter(({ dogId }) => dogId === dog.id)
            .map(({ id, startsAt, minutes, what, hands, record }) => ({
              startsAt: startsAt.toISOString(),
              minutes,
              what,
              hands,
              record,
              consents: signed.filter(({ visitId }) => visitId === id).map((consent) => consent.signed),
              messages: sent
                .filter(({ visitId }) => visitId === id)
                .map(({ at, subject, text }) => ({ at: at.toISOString(), subject, text })),
            })),
        })),
      };
    });
    response.attachment('owner.json').json(copy);
  });

  /**
   * The name goes from every place it stands, by who owned the dog then; dogs and visits stay. It cannot be taken back. What is left are free
   * texts with a part of the name in them: they are listed, for somebody to read.
   */
  router.post('/erase', async (request, response) => {
    const who = permitted(response, 'owner:erase');
    const { owner } = parseBody(ownerSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const { theirs } = await ofOwner(tx, owner);
      const ids = theirs.map(({ id }) => id);
      const erased = await tx.execute<{ erase_owner: number }>(sql`select erase_owner(${owner})`);
      const dogsErased = erased.rows[0]?.erase_owner ?? 0;
      const words = owner.split(/\s+/).filter(({ length }) => length >= LEAST_LETTERS);
      const left = await tx.execute<ErasedOwner['left'][number] & Record<string, unknown>>(
        sql`select * from texts_naming(${sql.param(ids)}::uuid[], ${sql.param(words)}::text[])`,
      );
      await note(tx, request, { event: 'owner-erased', ...who });
      const body: ErasedOwner = {
        dogs: dogsErased,
        left: left.rows.map(({ dog, place, said }) => ({ dog, place, said })),
      };
      return { status: 200, body };
    });
  });
  return router;
}

/** A word this short is a word of the language as often as a name. */
const LEAST_LETTERS = 4;

/** Dogs that are or were an owner's, and the visits of that time. @throws Refusal when there are none. */
async function ofOwner(tx: SalonTx, owner: string) {
  const done = await tx.select().from(visits).where(eq(visits.owner, owner)).orderBy(asc(visits.startsAt));
  const ids = done.map(({ dogId }) => dogId);
  const theirs = await tx
    .select()
    .from(dogs)
    .where(or(eq(dogs.owner, owner), inArray(dogs.id, ids)))
    .orderBy(asc(dogs.name));
  if (theirs.length === 0) throw noSuchOwner();
  return { theirs, done };
}
