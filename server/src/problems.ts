import type { Problem, ProblemKind } from '@kurrel/contract';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import type { Schema } from 'yup';
import { ValidationError } from 'yup';
import { isUnavailable } from './database/unavailable.ts';

const STATUS: Readonly<Record<ProblemKind, number>> = {
  'bad-input': 422,
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  'too-many-tries': 429,
  'not-allowed': 403,
  'not-found': 404,
  'changed-meanwhile': 412,
  'no-version': 428,
  unsafe: 409,
  stopped: 409,
  unavailable: 503,
  failed: 500,
};

const RETRY_SECONDS = 2;

/** A refusal on its way to the client as a problem document; `detail` says what to do. */
export class Refusal extends Error {
  override readonly name = 'Refusal';
  constructor(
    readonly kind: ProblemKind,
    readonly title: string,
    readonly detail: string,
    readonly more: Pick<Problem, 'fields' | 'current'> = {},
  ) {
    super(title);
  }
}

export const notFound = (what: string): Refusal =>
  new Refusal('not-found', `No such ${what}`, `This ${what} is not here. Go back and choose another.`);

/** So many fields that are wrong are named; nobody mends more at once. */
const MOST_NAMED = 20;

/**
 * The body as the schema wants it, without fields nobody knows; where `unknown` is refused, such a field is named instead.
 * @throws Refusal naming the first fields that are wrong.
 */
export function parseBody<T>(schema: Schema<T>, body: unknown, unknown: 'strip' | 'refuse' = 'strip'): T {
  try {
    return schema.validateSync(body, { abortEarly: false, stripUnknown: unknown === 'strip' });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    const fields = inner.slice(0, MOST_NAMED).map((e) => ({ path: e.path ?? '', message: e.message }));
    throw new Refusal(
      'bad-input',
      'Some of this cannot be right',
      'Correct the fields named and save again.',
      { fields },
    );
  }
}

/** One field that cannot be as it is. */
export const refusedField = (path: string, message: string): Refusal =>
  new Refusal('bad-input', 'Some of this cannot be right', message, { fields: [{ path, message }] });

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** A row's id out of the address. @throws Refusal when it cannot be one. */
export function idFrom(text: unknown, what: string): string {
  if (typeof text !== 'string' || !UUID.test(text)) throw notFound(what);
  return text;
}

/** The version the client last saw, from `If-Match: "3"`. @throws Refusal when it is missing or no version. */
export function versionFrom(ifMatch: string | undefined): number {
  const version = /^"?(\d{1,9})"?$/.exec(ifMatch ?? '')?.[1];
  if (version === undefined) {
    throw new Refusal(
      'no-version',
      'Which version was changed?',
      'Send the version you changed in If-Match.',
    );
  }
  return Number(version);
}

export const changedMeanwhile = (what: string, current: unknown): Refusal =>
  new Refusal(
    'changed-meanwhile',
    `The ${what} was changed meanwhile`,
    'Yours is not saved yet and not lost: compare the two, then keep yours or take theirs.',
    { current },
  );

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const refusal = refusalOf(error);
    if (refusal.kind === 'failed') log.error({ err: error, path: request.path }, 'request failed');
    if (refusal.kind === 'unavailable') {
      log.warn({ err: error, path: request.path }, 'the database did not answer');
      response.setHeader('Retry-After', RETRY_SECONDS);
    }
    const status = STATUS[refusal.kind];
    const problem: Problem = {
      type: `urn:kurrel:problem:${refusal.kind}`,
      title: refusal.title,
      status,
      detail: refusal.detail,
      ...refusal.more,
    };
    response.status(status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

function refusalOf(error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  if (isUnavailable(error)) {
    return new Refusal(
      'unavailable',
      'The database does not answer just now',
      'Nothing was changed. What you typed is kept; it is tried again by itself.',
    );
  }
  return (
    refusalOfRequest(error) ??
    new Refusal(
      'failed',
      'Something broke here',
      'Nothing was changed. Try again; if it stays, tell the salon lead.',
    )
  );
}

/** What Express and its parsers say of a request they cannot read, by their `type` or status; null for anything else. */
function refusalOfRequest(error: unknown): Refusal | null {
  if (!(error instanceof Error)) return null;
  const { type, status } = error as { readonly type?: unknown; readonly status?: unknown };
  if (type === 'entity.parse.failed')
    return new Refusal('bad-input', 'This is not JSON', 'Send a JSON body.');
  if (type === 'entity.too.large')
    return new Refusal('bad-input', 'Too much at once', 'Send less of it at a time.');
  if (type === 'charset.unsupported' || type === 'encoding.unsupported') {
    return new Refusal('bad-input', 'This cannot be read', 'Send JSON as UTF-8, plain or gzip.');
  }
  if (status === 404) return notFound('page');
  if (typeof status === 'number' && status >= 400 && status < 500) {
    return new Refusal(
      'bad-input',
      'This cannot be read',
      'Check the address and the body, then send it again.',
    );
  }
  return null;
}
