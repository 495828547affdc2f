import type { DemoSignIn, Session } from '@kurrel/contract';
import { signInSchema } from '@kurrel/contract';
import { verify } from '@node-rs/argon2';
import { sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { salons } from '../database/schema.ts';
import { parseBody, Refusal } from '../problems.ts';
import { caller, closeSession, openSession, signedIn } from './session.ts';

/** Failed tries per caller and name before a pause. */
const MAX_TRIES = 8;
const WINDOW_SECONDS = 300;
/** Checked when the name is unknown, so that a wrong name takes as long as a wrong password. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$bm90LWEtcmVhbC1zYWx0$Jg3cV2D0vSNvV0Yd3cGkqf7Yb1mZ6C0r9kPzv5Lk1rQ';

export function sessionRoutes(db: Database, demo: readonly DemoSignIn[]): Router {
  const router = Router();

  router.get('/demo-sign-ins', (_request, response) => {
    response.json(demo);
  });

  router.post('/session', async (request, response) => {
    const { login, password } = parseBody(signInSchema, request.body);
    const who = `${request.ip ?? ''} ${login.toLowerCase()}`;
    await pauseAfterTooMany(db, who);
    const found = await db.execute<{ person_id: string; salon_id: string; password_hash: string }>(
      sql`select * from find_sign_in(${login})`,
    );
    const row = found.rows[0];
    const right = await verify(row?.password_hash ?? NOBODY, password).catch(() => false);
    if (!row || !right) {
      throw new Refusal(
        'wrong-sign-in',
        'That did not match',
        'Check the name and the password, then try again.',
      );
    }
    await db.execute(sql`select count_try(${who}, ${-MAX_TRIES}, ${WINDOW_SECONDS})`);
    await openSession(db, request, response, { personId: row.person_id, salonId: row.salon_id });
    response.status(204).end();
  });

  router.get('/session', signedIn(db), async (_request, response) => {
    const { personId, salonId, name, role } = caller(response);
    const [salon] = await inSalon(db, salonId, (tx) => tx.select().from(salons));
    if (!salon) throw new Refusal('not-signed-in', 'Nobody is signed in', 'Sign in and try again.');
    const session: Session = {
      person: { id: personId, name, role },
      salon: { name: salon.name, unit: salon.unit },
    };
    response.json(session);
  });

  router.delete('/session', async (request, response) => {
    await closeSession(db, request, response);
    response.status(204).end();
  });
  return router;
}

async function pauseAfterTooMany(db: Database, who: string): Promise<void> {
  const counted = await db.execute<{ count: number; until: string }>(
    sql`select * from count_try(${who}, 1, ${WINDOW_SECONDS})`,
  );
  const row = counted.rows[0];
  if (!row || row.count <= MAX_TRIES) return;
  const minutes = Math.max(1, Math.ceil((new Date(row.until).getTime() - Date.now()) / 60_000));
  throw new Refusal('too-many-tries', 'Too many tries', `Wait ${minutes} min, then try again.`);
}
