import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import type { Request, Response } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import type { WriteAnswer } from '../database/schema/team.ts';
import { writes } from '../database/schema/team.ts';
import { Refusal } from '../problems.ts';
import type { Caller } from '../session/session.ts';

/**
 * Does a write in one transaction of the caller's salon and answers it. A request that carries an `Idempotency-Key` is
 * done once: its answer is stored with what it wrote, and whoever sends it again, not having heard the answer, gets that.
 * A write that was refused is not remembered.
 * @throws Refusal when the key was used for another request, and whatever `work` throws.
 */
export async function answerWrite(
  db: Database,
  request: Request,
  response: Response,
  who: Caller,
  work: (tx: SalonTx) => Promise<WriteAnswer>,
): Promise<void> {
  const key = keyFrom(request.headers['idempotency-key']);
  const { status, etag, body } = await inSalon(db, who.salonId, (tx) =>
    key === null ? work(tx) : onceOnly(tx, key, printOf(request, who), who.salonId, work),
  );
  if (etag !== undefined) response.setHeader('ETag', `"${etag}"`);
  if (body === undefined) response.status(status).end();
  else response.status(status).json(body);
}

async function onceOnly(
  tx: SalonTx,
  key: string,
  request: string,
  salonId: string,
  work: (tx: SalonTx) => Promise<WriteAnswer>,
): Promise<WriteAnswer> {
  // A twin that is still at work holds the key: this insert waits for it, and then finds its answer.
  const fresh = await tx
    .insert(writes)
    .values({ salonId, key, request })
    .onConflictDoNothing()
    .returning({ key: writes.key });
  const own = and(eq(writes.salonId, salonId), eq(writes.key, key));
  if (fresh.length === 0) {
    const [before] = await tx.select().from(writes).where(own);
    if (before?.request !== request || !before.answer) throw reused();
    return before.answer;
  }
  const answer = await work(tx);
  await tx.update(writes).set({ answer }).where(own);
  return answer;
}

function keyFrom(header: string | string[] | undefined): string | null {
  if (header === undefined) return null;
  if (typeof header === 'string' && /^[\w-]{8,80}$/.test(header)) return header;
  throw new Refusal(
    'bad-input',
    'This key names no write',
    'Send an Idempotency-Key of 8 to 80 letters, digits or dashes.',
  );
}

const printOf = ({ method, originalUrl, headers, body }: Request, { personId }: Caller): string =>
  createHash('sha256')
    .update(
      JSON.stringify([personId, method, originalUrl, headers['if-match'] ?? null, body ?? null], unsecret),
    )
    .digest('hex');

/** A hash of a password is no secret kept. */
const unsecret = (key: string, value: unknown) => (key === 'password' || key === 'old' ? undefined : value);

const reused = () =>
  new Refusal(
    'bad-input',
    'This key was used before',
    'Send each write under an Idempotency-Key of its own.',
  );
