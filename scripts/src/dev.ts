import { spawn } from 'node:child_process';
import { advise } from './advice.ts';
import { PROJECT, startLasting } from './cluster.ts';
import { startServer } from './server.ts';
import { demoDatabase } from './world.ts';

/** `npm run dev`: the server restarts and the page reloads as files change; the page is Vite's, at the printed address. */
await advise(async () => {
  const cluster = await startLasting();
  const server = await startServer(await demoDatabase(cluster, false), 4181, { watch: true });
  const vite = spawn('npm', ['run', '--silent', 'dev', '-w', 'web'], { cwd: PROJECT, stdio: 'inherit' });
  const stop = () => {
    vite.kill();
    void server
      .stop()
      .then(() => cluster.stop())
      .then(() => process.exit(0));
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
});
