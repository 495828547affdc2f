import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { DemoSignIn } from '@kurrel/contract';
import { sql } from 'drizzle-orm';
import type { Express } from 'express';
import express from 'express';
import compression from 'compression';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Database } from './database/connect.ts';
import { dogRoutes } from './dogs/routes.ts';
import { drawerRoutes } from './drawer/routes.ts';
import { requestLog } from './edge/log.ts';
import { readable, readBody } from './edge/limits.ts';
import { sameOrigin } from './edge/sameOrigin.ts';
import type { Library } from './packs/load.ts';
import { notFound, problemHandler, Refusal } from './problems.ts';
import { ownerRoutes } from './owners/routes.ts';
import { peopleRoutes } from './people/routes.ts';
import { securityLogRoutes } from './session/securityLog.ts';
import { sessionRoutes } from './session/routes.ts';
import { signedIn } from './session/session.ts';
import { deviceRoutes } from './devices/routes.ts';
import { salonRoutes } from './salon/routes.ts';
import { consentRoutes } from './visits/consents.ts';
import { handsRoutes } from './visits/hands.ts';
import { visitRoutes } from './visits/routes.ts';
import { workRoutes } from './visits/work.ts';
import { shelfRoutes } from './shelf/routes.ts';
import type { DayChanges } from './today/listen.ts';
import { bookingRoutes } from './today/booking.ts';
import { todayRoutes } from './today/routes.ts';
import { stopRoutes } from './visits/stops.ts';

export interface Dependencies {
  readonly db: Database;
  readonly library: Library;
  readonly log: Logger;
  /** Folder of the built web client; null serves the API alone. */
  readonly webFolder: string | null;
  readonly demo: readonly DemoSignIn[];
  /** The installation's own: what was signed is fingerprinted under it. */
  readonly secret: string;
  /** What changes in the salons' days, told by whichever server it happens on. */
  readonly changes: DayChanges;
  /** Aborted when the server closes: answers that go on for a while end then. */
  readonly closing: AbortSignal;
}

const YEAR_SECONDS = 31_536_000;

/** The whole server from what it depends on; listens to nothing itself and keeps no state of its own. */
export function createApp({
  db,
  library,
  log,
  webFolder,
  demo,
  secret,
  changes,
  closing,
}: Dependencies): Express {
  const app = express();
  app.set('trust proxy', 'loopback');
  app.use(requestLog(log));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          styleSrcAttr: ["'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: { maxAge: YEAR_SECONDS },
    }),
  );

  app.use(
    compression({
      filter: (request, response) => !isStream(response) && compression.filter(request, response),
    }),
  );

  /** The process lives. */
  app.get('/healthz', (_request, response) => {
    response.json({ ok: true });
  });
  /** It can work: the database answers. */
  app.get('/readyz', async (_request, response) => {
    await db.execute(sql`select 1`);
    response.json({ ok: true });
  });

  const api = express.Router();
  api.use(headOfStreams);
  api.use(noStore, sameOrigin, readBody, onlyJson, readable);
  api.use(sessionRoutes(db, demo, secret));
  api.use(signedIn(db));
  api.use('/dogs', dogRoutes(db, library));
  api.use('/drawer', drawerRoutes(db, library));
  api.use('/shelf', shelfRoutes(db, library));
  api.use('/salon', salonRoutes(db, library));
  api.use('/people', peopleRoutes(db));
  api.use('/owners', ownerRoutes(db));
  api.use('/security-log', securityLogRoutes(db));
  api.use(visitRoutes(db, library));
  api.use(handsRoutes(db, library));
  api.use(workRoutes(db, library));
  api.use(bookingRoutes(db));
  api.use(todayRoutes(db, changes, closing));
  api.use(stopRoutes(db, library));
  api.use(consentRoutes(db, library, secret));
  api.use(deviceRoutes(db, library, closing));
  api.use(() => {
    throw notFound('address');
  });
  app.use('/api', api);

  if (webFolder && existsSync(webFolder)) serveWeb(app, webFolder);
  app.use(() => {
    throw notFound('page');
  });
  app.use(problemHandler(log));
  return app;
}

/** The head of a stream has no end by itself: it is answered and over. */
const headOfStreams: express.RequestHandler = (request, response, next) => {
  if (request.method === 'HEAD' && /\/(?:events|gauge|thermometer)$/.test(request.path))
    response.type('text/event-stream').end();
  else next();
};

/** Answers about a salon are nobody's to keep on the way. */
const noStore: express.RequestHandler = (_request, response, next) => {
  response.setHeader('Cache-Control', 'no-store');
  next();
};

/** Events go out one by one; a compressor would hold them back. */
const isStream = (response: { getHeader(name: string): unknown }) =>
  response.getHeader('Content-Type') === 'text/event-stream';

/** A form on another site can post text but not JSON; together with the strict cookie this keeps others out. */
const onlyJson: express.RequestHandler = (request, _response, next) => {
  const { 'content-length': length = 0, 'transfer-encoding': chunks } = request.headers;
  const hasBody = Number(length) > 0 || chunks !== undefined;
  if (hasBody && !request.is('application/json')) {
    throw new Refusal('bad-input', 'This is not JSON', 'Send a JSON body.');
  }
  next();
};

/** Hashed files for ever, the page itself never cached; every other address is the page's to route. */
function serveWeb(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: YEAR_SECONDS * 1000 }),
  );
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get(/^\/(?!api\/|assets\/)/, (_request, response) => {
    response.setHeader('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}
