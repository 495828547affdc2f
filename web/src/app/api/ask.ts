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

/**
 * Every request: a write carries an idempotency key, what got no answer or “not just now” is sent again, and who is no
 * longer signed in is asked to sign in.
 */
const retryingBaseQuery: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (
  args,
  own,
  extra,
) => {
  const request = typeof args === 'string' ? { url: args } : args;
  const headers = { ...(request.headers as Record<string, string> | undefined) };
  const write = request.method !== undefined && request.method !== 'GET';
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
/**
 * The server as the screens see it; what may be asked stands in the files beside this one. Refusals arrive as problem documents:
 * `problemOf` reads them.
 */
export const api = createApi({
  baseQuery: retryingBaseQuery,
  tagTypes: ['Session', 'Dog', 'Drawer', 'Salon', 'Visit', 'Day', 'People', 'Sessions', 'Shelf', 'Outbox'],
  endpoints: () => ({}),
});
