import { createHash, randomBytes } from 'node:crypto';
import type { Permission, Role } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import { parse, serialize } from 'cookie';
import { eq, sql } from 'drizzle-orm';
import type { Request, RequestHandler, Response } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { sessions } from '../database/schema/team.ts';
import { Refusal } from '../problems.ts';
import { note } from './securityLog.ts';

/** Who is asking, in which session, and for which salon. */
export interface Caller {
  readonly sessionId: string;
  readonly personId: string;
  readonly salonId: string;
  readonly name: string;
  readonly role: Role;
}

export const COOKIE = 'kurrel_session';
/** A session ends after so long, and earlier when nobody used it for a working day. */
const DAYS = 14;
const IDLE = '12 hours';
const AGENT_LETTERS = 200;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/**
 * Opens a session and sets its cookie; the token itself is stored nowhere. The session the browser had before, whoever's
 * it was, ends.
 */
export async function openSession(
  db: Database,
  request: Request,
  response: Response,
  who: { readonly personId: string; readonly salonId: string },
): Promise<void> {
  await endOwn(db, request);
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + DAYS * 86_400_000);
  const agent = (request.headers['user-agent'] ?? '').slice(0, AGENT_LETTERS);
  await inSalon(db, who.salonId, async (tx) => {
    await tx.insert(sessions).values({ tokenHash: hashOf(token), expiresAt, agent, ...who });
    await note(tx, request, { event: 'signed-in', ...who });
  });
  response.setHeader('Set-Cookie', cookie(request, token, DAYS * 86_400));
}

export async function closeSession(db: Database, request: Request, response: Response): Promise<void> {
  await endOwn(db, request);
  response.setHeader('Set-Cookie', cookie(request, '', 0));
}

async function endOwn(db: Database, request: Request): Promise<void> {
  const caller = await callerOf(db, tokenOf(request));
  if (!caller) return;
  await inSalon(db, caller.salonId, async (tx) => {
    await tx.delete(sessions).where(eq(sessions.id, caller.sessionId));
    await note(tx, request, { event: 'signed-out', ...caller });
  });
}

/** Sessions, tries and remembered answers that are over. */
export const purgeExpired = (db: Database) => db.execute(sql`select purge_expired(${IDLE})`);

function cookie(request: Request, value: string, maxAge: number): string {
  return serialize(COOKIE, value, {
    httpOnly: true,
    sameSite: 'strict',
    secure: request.secure,
    path: '/',
    maxAge,
  });
}

const tokenOf = (request: Request): string | undefined => parse(request.headers.cookie ?? '')[COOKIE];

interface FoundSession extends Record<string, unknown> {
  readonly session_id: string;
  readonly person_id: string;
  readonly salon_id: string;
  readonly name: string;
  readonly role: Role;
}

/** `awake` keeps the session awake; looking alone does not. */
async function callerOf(
  db: Database,
  token: string | undefined,
  how: 'awake' | 'look' = 'look',
): Promise<Caller | null> {
  if (!token) return null;
  const query =
    how === 'awake'
      ? sql`select * from find_session(${hashOf(token)}, ${IDLE})`
      : sql`select * from peek_session(${hashOf(token)}, ${IDLE})`;
  const found = await db.execute<FoundSession>(query);
  const [row] = found.rows;
  if (!row) return null;
  const { session_id: sessionId, person_id: personId, salon_id: salonId, name, role } = row;
  return { sessionId, personId, salonId, name, role };
}

/** Whether the request's session is still open: for answers that go on for a while, and keep nothing awake. */
export const stillSignedIn = async (db: Database, request: Request): Promise<boolean> =>
  (await callerOf(db, tokenOf(request))) !== null;

/** Streams are opened by the page, again and again: they are no sign that somebody is there. */
const STREAMS = /\/(?:events|gauge|thermometer)$/;

/** Lets only signed-in people pass, and remembers who they are. */
export function signedIn(db: Database): RequestHandler {
  return async (request, response, next) => {
    const caller = await callerOf(db, tokenOf(request), STREAMS.test(request.path) ? 'look' : 'awake');
    if (!caller) throw new Refusal('not-signed-in', 'Nobody is signed in', 'Sign in and try again.');
    response.locals.caller = caller;
    next();
  };
}

/** @throws Refusal when the route was reached without `signedIn`. */
export function caller(response: Response): Caller {
  const who = response.locals.caller as Caller | undefined;
  if (!who) throw new Refusal('not-signed-in', 'Nobody is signed in', 'Sign in and try again.');
  return who;
}

/** @throws Refusal when the caller's role may not do this. */
export function permitted(response: Response, permission: Permission): Caller {
  const who = caller(response);
  if (!may(who.role, permission)) {
    throw new Refusal(
      'not-allowed',
      'This is not yours to change',
      `A ${who.role} cannot do this: ask the salon lead.`,
    );
  }
  return who;
}
