import { absentSchema, lateSchema, moveSchema } from '@kurrel/contract';
import type { OutboxLine } from '@kurrel/contract';
import { desc, eq } from 'drizzle-orm';
import { Router } from 'express';
import { randomUUID } from 'node:crypto';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { people, salons } from '../database/schema/team.ts';
import { outbox } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import { idFrom, notFound, parseBody, refusedField } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { announce } from './announce.ts';
import { messageOf } from './message.ts';

/** Bookings moved, dogs that did not come, and words to owners who will wait. */
export function bookingRoutes(db: Database): Router {
  const router = Router();

  /** Moves a booking to another time, length or groomer; what it was comes back, so that it can be undone. */
  router.put('/visits/:id/booking', async (request, response) => {
    const who = permitted(response, 'visit:book');
    const id = idFrom(request.params.id, 'visit');
    const { startsAt, minutes, groomerId } = parseBody(moveSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = await visitOf(tx, id);
      if (groomerId !== null) {
        const person = idFrom(groomerId, 'person');
        const [found] = await tx.select({ id: people.id }).from(people).where(eq(people.id, person));
        if (!found) throw refusedField('groomerId', 'Nobody of this name works here.');
      }
      await tx
        .update(visits)
        .set({ startsAt, minutes, groomerId: groomerId ?? before.groomerId })
        .where(eq(visits.id, id));
      await announce(tx, who.salonId, id);
      const { startsAt: was, minutes: length, groomerId: by } = before;
      return { status: 200, body: { startsAt: was.toISOString(), minutes: length, groomerId: by } };
    });
  });

  /** A dog that did not come, or came after all. */
  router.put('/visits/:id/absent', async (request, response) => {
    const who = permitted(response, 'visit:book');
    const id = idFrom(request.params.id, 'visit');
    const { absent } = parseBody(absentSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      await visitOf(tx, id);
      const absentAt = absent ? new Date() : null;
      await tx.update(visits).set({ absentAt }).where(eq(visits.id, id));
      await announce(tx, who.salonId, id);
      return { status: 200, body: { absentAt: absentAt?.toISOString() ?? null } };
    });
  });

  /** Tells the owner that it will be later: a message in the outbox. */
  router.post('/visits/:id/late', async (request, response) => {
    const who = permitted(response, 'visit:book');
    const id = idFrom(request.params.id, 'visit');
    const { minutes } = parseBody(lateSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const visit = await visitOf(tx, id);
      const [dog] = await tx.select().from(dogs).where(eq(dogs.id, visit.dogId));
      const [salon] = await tx.select().from(salons);
      if (!dog || !salon) throw notFound('dog');
      const written = messageOf({
        id: randomUUID(),
        at: new Date(),
        salon: salon.name,
        clock: salon.clock,
        owner: dog.owner,
        dog: dog.name,
        readyAt: new Date(visit.startsAt.getTime() + (visit.minutes + minutes) * 60_000),
        minutes,
      });
      await tx.insert(outbox).values({ ...written, salonId: who.salonId, visitId: id, byId: who.personId });
      return { status: 201, body: { subject: written.subject, text: written.text } };
    });
  });

  router.get('/outbox', async (_request, response) => {
    const { salonId } = caller(response);
    const rows = await inSalon(db, salonId, (tx) =>
      tx
        .select({
          id: outbox.id,
          visitId: outbox.visitId,
          dog: dogs.name,
          subject: outbox.subject,
          text: outbox.text,
          at: outbox.at,
          by: people.name,
        })
        .from(outbox)
        .innerJoin(visits, eq(visits.id, outbox.visitId))
        .innerJoin(dogs, eq(dogs.id, visits.dogId))
        .innerJoin(people, eq(people.id, outbox.byId))
        .orderBy(desc(outbox.at))
        .limit(100),
    );
    response.json(rows.map((row): OutboxLine => ({ ...row, at: row.at.toISOString() })));
  });

  /** A message as a file any mail program opens. */
  router.get('/outbox/:id', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'message');
    const [row] = await inSalon(db, salonId, (tx) => tx.select().from(outbox).where(eq(outbox.id, id)));
    if (!row) throw notFound('message');
    response
      .type('message/rfc822')
      .setHeader('Content-Disposition', `attachment; filename="${id}.eml"`)
      .send(row.message);
  });
  return router;
}

async function visitOf(tx: SalonTx, id: string) {
  const [visit] = await tx.select().from(visits).where(eq(visits.id, id));
  if (!visit) throw notFound('visit');
  return visit;
}
