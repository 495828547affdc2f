import type { RequestHandler } from 'express';
import { Refusal } from '../problems.ts';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * A write comes from Kurrel's own pages, or from a program that is no browser: what a browser sends from another site
 * says so in `Origin` or `Sec-Fetch-Site`.
 */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  const { origin, host, 'sec-fetch-site': site } = request.headers;
  const foreign = origin !== undefined && !isFrom(origin, host);
  const fetched = site !== undefined && site !== 'same-origin' && site !== 'none';
  if (!READS.has(request.method) && (foreign || fetched)) {
    throw new Refusal(
      'not-allowed',
      'This came from another site',
      'Nothing was changed. Open Kurrel in this browser and do it there.',
    );
  }
  next();
};

const isFrom = (origin: string, host: string | undefined) =>
  URL.canParse(origin) && new URL(origin).host === host;
