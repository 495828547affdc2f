import { createHash, randomBytes } from 'node:crypto';
import type { Permission, Role } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import { parse, serialize } from 'cookie';
import { eq, sql } from 'drizzle-orm';
import type { Request, RequestHandler, Response } from 'express';
import type { Database } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { sessions } from '../database/schema.ts';
import { Refusal } from '../problems.ts';

/** Who is asking, and for which salon. */
export interface Caller {
  readonly personId: string;
  readonly salonId: string;
  readonly name: string;
  readonly role: Role;
}

export const COOKIE = 'kurrel_session';
const DAYS = 14;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Opens a session and sets its cookie; the token itself is stored nowhere. */
export async function openSession(
  db: Database,
  request: Request,
  response: Response,
  who: { readonly personId: string; readonly salonId: string },
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + DAYS * 86_400_000);
  await inSalon(db, who.salonId, (tx) =>
    tx.insert(sessions).values({ tokenHash: hashOf(token), expiresAt, ...who }),
  );
  response.setHeader('Set-Cookie', cookie(request, token, DAYS * 86_400));
}

export async function closeSession(db: Database, request: Request, response: Response): Promise<void> {
  const token = tokenOf(request);
  const caller = await callerOf(db, token);
  if (token && caller) {
    await inSalon(db, caller.salonId, (tx) =>
      tx.delete(sessions).where(eq(sessions.tokenHash, hashOf(token))),
    );
  }
  response.setHeader('Set-Cookie', cookie(request, '', 0));
}

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

async function callerOf(db: Database, token: string | undefined): Promise<Caller | null> {
  if (!token) return null;
  const found = await db.execute<{ person_id: string; salon_id: string; name: string; role: Role }>(
    sql`select * from find_session(${hashOf(token)})`,
  );
  const row = found.rows[0];
  return row ? { personId: row.person_id, salonId: row.salon_id, name: row.name, role: row.role } : null;
}

/** Lets only signed-in people pass, and remembers who they are. */
export function signedIn(db: Database): RequestHandler {
  return async (request, response, next) => {
    const caller = await callerOf(db, tokenOf(request));
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
