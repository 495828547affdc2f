import { pino } from 'pino';
import { createApp } from './app.ts';
import { connect } from './database/connect.ts';
import { migrateDatabase } from './database/migrate.ts';
import { loadLibrary } from './packs/load.ts';
import { DEMO_SIGN_INS } from './seed/people.ts';

/**
 * Listens. Settings from the environment: `KURREL_OWNER_URL` (migrates), `KURREL_APP_URL` and `KURREL_APP_PASSWORD`
 * (serves), `PORT`, `HOST`, `KURREL_WEB` (folder of the built client), `KURREL_DEMO=1` (shows the demo sign-ins).
 */
function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`Set ${name}; README, "Running it yourself", says to what.`);
  return value;
}

const log = pino({ level: process.env.LOG_LEVEL ?? 'info' });
await migrateDatabase(setting('KURREL_OWNER_URL'), setting('KURREL_APP_PASSWORD'));
const connection = connect(setting('KURREL_APP_URL'));
const app = createApp({
  db: connection.db,
  library: loadLibrary(),
  log,
  webFolder: process.env.KURREL_WEB ?? null,
  demo: process.env.KURREL_DEMO === '1' ? DEMO_SIGN_INS : [],
});
const port = Number(process.env.PORT ?? 4180);
const server = app.listen(port, process.env.HOST ?? '127.0.0.1', (error) => {
  if (error) {
    log.fatal({ err: error }, `cannot listen on port ${port}: free it or set PORT to another`);
    process.exit(1);
  }
  log.info({ port }, 'listening');
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    server.close(() => void connection.close().then(() => process.exit(0)));
    server.closeIdleConnections();
  });
}
