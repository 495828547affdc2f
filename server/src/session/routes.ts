import type { DemoSignIn, OpenSession, Session } from '@kurrel/contract';
import { changePasswordSchema, foldedLogin, signInSchema } from '@kurrel/contract';
import { hash, verify } from '@node-rs/argon2';
import { and, desc, eq, ne, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { people, salons, sessions } from '../database/schema/team.ts';
import { answerWrite } from '../edge/write.ts';
import { passwordProblem } from '../people/password.ts';
import { isKnownDevice, rememberDevice } from './knownDevice.ts';
import { idFrom, notFound, parseBody, Refusal, refusedField } from '../problems.ts';
import { note } from './securityLog.ts';
import { caller, closeSession, openSession, purgeExpired, signedIn } from './session.ts';
import { countTry, forgiveTries } from './tries.ts';

/** Checked when the name is unknown, so that a wrong name takes as long as a wrong password. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$bm90LWEtcmVhbC1zYWx0$Jg3cV2D0vSNvV0Yd3cGkqf7Yb1mZ6C0r9kPzv5Lk1rQ';

interface FoundSignIn extends Record<string, unknown> {
  readonly person_id: string;
  readonly salon_id: string;
  readonly password_hash: string;
  readonly disabled: boolean;
}

const didNotMatch = () =>
  new Refusal('wrong-sign-in', 'That did not match', 'Check the name and the password, then try again.');

export function sessionRoutes(db: Database, demo: readonly DemoSignIn[], secret: string): Router {
  const router = Router();

  router.get('/demo-sign-ins', (_request, response) => {
    response.json(demo);
  });

  router.post('/session', async (request, response) => {
    const { login: typed, password } = parseBody(signInSchema, request.body);
    const login = foldedLogin(typed);
    const address = request.ip ?? '';
    const found = await db.execute<FoundSignIn>(sql`select * from find_sign_in(${login})`);
    const [row] = found.rows;
    // Others' wrong tries slow a name down; they do not shut out its owner from a device it has signed in on.
    const known = row !== undefined && isKnownDevice(request, secret, row.person_id, row.password_hash);
    const from = known ? `device of ${row.person_id}` : address;
    await countTry(db, from, login, known);
    const right = await verify(row?.password_hash ?? NOBODY, password).catch(() => false);
    if (!row) throw didNotMatch();
    const who = { personId: row.person_id, salonId: row.salon_id };
    if (!right || row.disabled) {
      const failed = {
        event: 'sign-in-failed',
        salonId: who.salonId,
        personId: null,
        aboutId: who.personId,
      } as const;
      await inSalon(db, who.salonId, (tx) => note(tx, request, failed));
      throw didNotMatch();
    }
    await forgiveTries(db, from, login);
    await purgeExpired(db);
    await openSession(db, request, response, who);
    rememberDevice(request, response, secret, row.person_id, row.password_hash);
    response.status(204).end();
  });

  router.get('/session', signedIn(db), async (_request, response) => {
    const { personId, salonId, name, role } = caller(response);
    const [salon] = await inSalon(db, salonId, (tx) => tx.select().from(salons));
    if (!salon) throw new Refusal('not-signed-in', 'Nobody is signed in', 'Sign in and try again.');
    const session: Session = {
      person: { id: personId, name, role },
      salon: { name: salon.name, unit: salon.unit, clock: salon.clock },
    };
    response.json(session);
  });

  router.delete('/session', async (request, response) => {
    await closeSession(db, request, response);
    response.status(204).end();
  });

  router.get('/sessions', signedIn(db), async (_request, response) => {
    const { personId, salonId, sessionId } = caller(response);
    const rows = await inSalon(db, salonId, (tx) =>
      tx.select().from(sessions).where(eq(sessions.personId, personId)).orderBy(desc(sessions.seenAt)),
    );
    const open: OpenSession[] = rows.map(({ id, startedAt, seenAt, agent }) => ({
      id,
      startedAt: startedAt.toISOString(),
      seenAt: seenAt.toISOString(),
      agent,
      here: id === sessionId,
    }));
    response.json(open);
  });

  /** Ends one's other sessions, all of them; the one that asks goes on. */
  router.delete('/sessions', signedIn(db), async (request, response) => {
    const who = caller(response);
    const others = and(eq(sessions.personId, who.personId), ne(sessions.id, who.sessionId));
    await answerWrite(db, request, response, who, async (tx) => {
      await tx.delete(sessions).where(others);
      await note(tx, request, { event: 'sessions-ended', ...who });
      return { status: 204 };
    });
  });

  router.delete('/sessions/:id', signedIn(db), async (request, response) => {
    const who = caller(response);
    const id = idFrom(request.params.id, 'session');
    await answerWrite(db, request, response, who, async (tx) => {
      const [ended] = await tx
        .delete(sessions)
        .where(and(eq(sessions.personId, who.personId), eq(sessions.id, id)))
        .returning({ id: sessions.id });
      if (!ended) throw notFound('session');
      await note(tx, request, { event: 'sessions-ended', ...who });
      return { status: 204 };
    });
  });

  /** One's own password; it ends the other sessions. */
  router.put('/session/password', signedIn(db), async (request, response) => {
    const who = caller(response);
    const { old, password } = parseBody(changePasswordSchema, request.body);
    await countTry(db, request.ip ?? '', who.personId);
    await answerWrite(db, request, response, who, async (tx) => {
      const [person] = await tx.select().from(people).where(eq(people.id, who.personId));
      if (!person) throw notFound('person');
      if (!(await verify(person.passwordHash, old))) {
        throw refusedField('old', 'This is not the password you signed in with.');
      }
      const [salon] = await tx.select({ name: salons.name }).from(salons);
      const problem = passwordProblem(password, { ...person, salon: salon?.name ?? '' });
      if (problem) throw refusedField('password', problem);
      const passwordHash = await hash(password);
      await tx
        .update(people)
        .set({ passwordHash, version: person.version + 1 })
        .where(eq(people.id, who.personId));
      await tx
        .delete(sessions)
        .where(and(eq(sessions.personId, who.personId), ne(sessions.id, who.sessionId)));
      await note(tx, request, { event: 'password-changed', ...who });
      return { status: 204 };
    });
    await forgiveTries(db, request.ip ?? '', who.personId);
  });
  return router;
}
