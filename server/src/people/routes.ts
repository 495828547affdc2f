import type { Member } from '@kurrel/contract';
import { newPersonSchema, personSchema, resetPasswordSchema } from '@kurrel/contract';
import { hash } from '@node-rs/argon2';
import { and, asc, eq, isNull, ne, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { people, salons, sessions } from '../database/schema/team.ts';
import { answerWrite } from '../edge/write.ts';
import {
  changedMeanwhile,
  idFrom,
  notFound,
  parseBody,
  Refusal,
  refusedField,
  versionFrom,
} from '../problems.ts';
import { note } from '../session/securityLog.ts';
import { passwordProblem } from './password.ts';
import { permitted } from '../session/session.ts';

type PersonRow = typeof people.$inferSelect;

const memberOf = ({ id, login, name, role, hand, disabledAt, version }: PersonRow): Member => ({
  id,
  login,
  name,
  role,
  hand,
  disabled: disabledAt !== null,
  version,
});

/** Who works in the salon: the lead adds people, changes what they may do, and lets them in no longer. */
export function peopleRoutes(db: Database): Router {
  const router = Router();

  router.get('/', async (_request, response) => {
    const { salonId } = permitted(response, 'people:edit');
    const rows = await inSalon(db, salonId, (tx) => tx.select().from(people).orderBy(asc(people.name)));
    response.json(rows.map(memberOf));
  });

  router.post('/', async (request, response) => {
    const who = permitted(response, 'people:edit');
    const { password, ...facts } = parseBody(newPersonSchema, request.body);
    const passwordHash = await hash(password);
    await answerWrite(db, request, response, who, async (tx) => {
      await requireGood(tx, password, facts);
      // A name is one person's in all salons: it says by itself whose salon is meant.
      const [row] = await tx
        .insert(people)
        .values({ ...facts, passwordHash, salonId: who.salonId })
        .onConflictDoNothing({ target: people.login })
        .returning();
      if (!row) throw refusedField('login', 'This sign-in name is taken: choose another.');
      await note(tx, request, { event: 'person-added', ...who, aboutId: row.id });
      return { status: 201, etag: `${row.version}`, body: memberOf(row) };
    });
  });

  router.put('/:id', async (request, response) => {
    const who = permitted(response, 'people:edit');
    const id = idFrom(request.params.id, 'person');
    const version = versionFrom(request.headers['if-match']);
    const facts = parseBody(personSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = await personById(tx, id);
      if (before.version !== version) throw changedMeanwhile('person', memberOf(before));
      if (facts.role !== 'lead') await requireAnotherLead(tx, before);
      const [row] = await tx
        .update(people)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(people.id, id), eq(people.version, version)))
        .returning();
      if (!row) throw changedMeanwhile('person', memberOf(before));
      await note(tx, request, { event: 'person-changed', ...who, aboutId: id });
      return { status: 200, etag: `${row.version}`, body: memberOf(row) };
    });
  });

  /** Who is disabled cannot sign in and is signed out at once; enabling is the undo. */
  for (const [path, event] of [
    ['/:id/disable', 'person-disabled'],
    ['/:id/enable', 'person-enabled'],
  ] as const) {
    router.post(path, async (request, response) => {
      const who = permitted(response, 'people:edit');
      const id = idFrom(request.params.id, 'person');
      const disable = event === 'person-disabled';
      await answerWrite(db, request, response, who, async (tx) => {
        const before = await personById(tx, id);
        if (disable) await requireAnotherLead(tx, before);
        const [row] = await tx
          .update(people)
          .set({ disabledAt: disable ? sql`now()` : null, version: before.version + 1 })
          .where(eq(people.id, id))
          .returning();
        if (!row) throw notFound('person');
        if (disable) await tx.delete(sessions).where(eq(sessions.personId, id));
        await note(tx, request, { event, ...who, aboutId: id });
        return { status: 200, etag: `${row.version}`, body: memberOf(row) };
      });
    });
  }

  /** A new password for somebody who lost theirs; it ends their sessions. */
  router.post('/:id/password', async (request, response) => {
    const who = permitted(response, 'people:edit');
    const id = idFrom(request.params.id, 'person');
    const { password } = parseBody(resetPasswordSchema, request.body);
    if (id === who.personId)
      throw new Refusal(
        'not-allowed',
        'Your own password needs the one you have',
        'Change it on your own page, where the current one is asked for.',
      );
    const passwordHash = await hash(password);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = await personById(tx, id);
      await requireGood(tx, password, before);
      await tx
        .update(people)
        .set({ passwordHash, version: before.version + 1 })
        .where(eq(people.id, id));
      await tx.delete(sessions).where(and(eq(sessions.personId, id), ne(sessions.id, who.sessionId)));
      await note(tx, request, { event: 'password-reset', ...who, aboutId: id });
      return { status: 204 };
    });
  });
  return router;
}

/** The row, held until the transaction ends. */
async function personById(tx: SalonTx, id: string): Promise<PersonRow> {
  const [row] = await tx.select().from(people).where(eq(people.id, id)).for('update');
  if (!row) throw notFound('person');
  return row;
}

async function requireGood(
  tx: SalonTx,
  password: string,
  { login, name }: { readonly login: string; readonly name: string },
): Promise<void> {
  const [salon] = await tx.select({ name: salons.name }).from(salons);
  const problem = passwordProblem(password, { login, name, salon: salon?.name ?? '' });
  if (problem) throw refusedField('password', problem);
}

/** @throws Refusal when the salon would be left without anybody who can let people in. */
async function requireAnotherLead(tx: SalonTx, { id, role, disabledAt }: PersonRow): Promise<void> {
  if (role !== 'lead' || disabledAt !== null) return;
  const leads = await tx
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.role, 'lead'), isNull(people.disabledAt)))
    .for('update');
  if (leads.some((lead) => lead.id !== id)) return;
  throw new Refusal(
    'not-allowed',
    'The salon needs a lead',
    'Make somebody else lead first; then this one can be changed.',
  );
}
