import { createHmac, timingSafeEqual } from 'node:crypto';
import { parse, serialize } from 'cookie';
import type { Request, Response } from 'express';

const YEAR_SECONDS = 31_536_000;

/** One cookie a person: two who share a tablet are both known on it. */
const nameOf = (personId: string) => `kurrel_known_${personId.slice(0, 8)}`;

/** Says that this person has signed in here with the password they have now; another password makes it void. */
const tokenOf = (secret: string, personId: string, passwordHash: string) =>
  createHmac('sha256', secret).update(`known device ${personId} ${passwordHash}`).digest('base64url');

/** Whether this person has signed in on this device before, since the password was last changed. */
export function isKnownDevice(
  request: Request,
  secret: string,
  personId: string,
  passwordHash: string,
): boolean {
  const given = Buffer.from(parse(request.headers.cookie ?? '')[nameOf(personId)] ?? '');
  const right = Buffer.from(tokenOf(secret, personId, passwordHash));
  return given.length === right.length && timingSafeEqual(given, right);
}

/** After a right sign-in: the device is known from now on. */
export function rememberDevice(
  request: Request,
  response: Response,
  secret: string,
  personId: string,
  passwordHash: string,
): void {
  response.append(
    'Set-Cookie',
    serialize(nameOf(personId), tokenOf(secret, personId, passwordHash), {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      path: '/api/session',
      maxAge: YEAR_SECONDS,
    }),
  );
}
