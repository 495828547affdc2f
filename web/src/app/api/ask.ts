import { nanoid } from '@reduxjs/toolkit';
import type { BaseQueryFn, FetchArgs, FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** The version a write was made from. */
export const ifMatch = (version: number) => ({ 'If-Match': `"${version}"` });

/** The header under which a write that is sent twice counts once. */
export const KEY = 'Idempotency-Key';

const ask = fetchBaseQuery({ baseUrl: '/api/' });
/** Waits before a request that got no answer is sent again, ms; a write goes under the same idempotency key. */
const AGAIN_MS = [400, 1500];

type Ask = BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError>;

const requestOf = (args: string | FetchArgs): FetchArgs => (typeof args === 'string' ? { url: args } : args);
const isWrite = ({ method }: FetchArgs) => method !== undefined && method !== 'GET';

/**
 * Every request: a write carries an idempotency key, what got no answer or “not just now” is sent again, and who is no
 * longer signed in is asked to sign in.
 */
const retryingBaseQuery: Ask = async (args, own, extra) => {
  const request = requestOf(args);
  const headers = { ...(request.headers as Record<string, string> | undefined) };
  const write = isWrite(request);
  const outbox = headers[KEY] !== undefined;
  if (write && !outbox) headers[KEY] = nanoid();
  for (let tried = 0; ; tried++) {
    const answer = await ask({ ...request, headers }, own, extra);
    const { error } = answer;
    if (error?.status === 401 && request.url !== 'session')
      own.dispatch(api.util.invalidateTags(['Session']));
    const passing = error?.status === 'FETCH_ERROR' || error?.status === 503;
    const wait = AGAIN_MS[tried];
    // The outbox has a patience of its own, and nobody waits for an answer while offline.
    if (!passing || wait === undefined || outbox || !navigator.onLine) return answer;
    await new Promise((resolve) => setTimeout(resolve, wait));
  }
};
/** A question is not asked more often than this, however busy the writing is. */
const MOST_ASKED = 4;

/**
 * What was asked before a write was answered may have been read before it, and would take back what the write has done: it is asked again.
 */
function withoutOvertaken(base: Ask): Ask {
  let written = 0;
  return async (args, own, extra) => {
    for (let asked = 1; ; asked++) {
      const before = written;
      const answer = await base(args, own, extra);
      if (isWrite(requestOf(args))) {
        written++;
        return answer;
      }
      if (written === before || asked === MOST_ASKED) return answer;
    }
  };
}

/**
 * The server as the screens see it; what may be asked stands in the files beside this one. Refusals arrive as problem documents:
 * `problemOf` reads them.
 */
export const api = createApi({
  baseQuery: withoutOvertaken(retryingBaseQuery),
  tagTypes: ['Session', 'Dog', 'Drawer', 'Salon', 'Visit', 'Day', 'People', 'Sessions', 'Shelf', 'Outbox'],
  endpoints: () => ({}),
});
