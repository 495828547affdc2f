import { createApp } from './app.ts';
import { connect } from './database/connect.ts';
import { createLog } from './edge/log.ts';
import { loadLibrary } from './packs/load.ts';
import { setting } from './setting.ts';
import { listenToDay } from './today/listen.ts';
import { DEMO_SIGN_INS } from './seed/people.ts';

/**
 * Listens. Settings from the environment: `KURREL_APP_URL` (the database as the app's role: the owner's credentials stay
 * with `migrateMain.ts`), `KURREL_SECRET` (fingerprints what is signed), `PORT`, `HOST`, `KURREL_WEB` (folder of the built
 * client), `KURREL_DEMO=1` (shows the demo sign-ins).
 */
const log = createLog(process.env.LOG_LEVEL ?? 'info');
const connection = connect(setting('KURREL_APP_URL'));
const changes = listenToDay(setting('KURREL_APP_URL'), log);
const closing = new AbortController();
const app = createApp({
  db: connection.db,
  library: loadLibrary(),
  log,
  webFolder: process.env.KURREL_WEB ?? null,
  demo: process.env.KURREL_DEMO === '1' ? DEMO_SIGN_INS : [],
  secret: setting('KURREL_SECRET'),
  changes,
  closing: closing.signal,
});
const port = Number(process.env.PORT ?? 4180);
const server = app.listen(port, process.env.HOST ?? '127.0.0.1', (error) => {
  if (error) {
    log.fatal({ err: error }, `cannot listen on port ${port}: free it or set PORT to another`);
    process.exit(1);
  }
  log.info({ port }, 'listening');
});

/** Whatever is still open then is cut off: nobody waits longer for a server to end. */
const LAST_MS = 6_000;

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    closing.abort();
    setTimeout(() => {
      server.closeAllConnections();
      setTimeout(() => process.exit(0), 1_000).unref();
    }, LAST_MS).unref();
    server.close(() => void Promise.all([connection.close(), changes.close()]).then(() => process.exit(0)));
    server.closeIdleConnections();
  });
}
