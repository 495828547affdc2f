import type { ChildProcess } from 'node:child_process';
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Advice, PROJECT } from './cluster.ts';
import type { DemoDatabase } from './world.ts';

const TSX = join(PROJECT, 'node_modules/.bin/tsx');
const PATIENCE_MS = 120_000;

export interface RunningServer {
  readonly address: string;
  readonly process: ChildProcess;
  readonly stop: () => Promise<void>;
}

/** Starts Kurrel's server as its own process and waits until it answers. @throws Advice when it does not. */
export async function startServer(
  database: DemoDatabase,
  port: number,
  options: { readonly watch?: boolean; readonly quiet?: boolean } = {},
): Promise<RunningServer> {
  // Without a wrapper: a signal reaches the server itself.
  const [command, args] = options.watch ? [TSX, ['watch']] : [process.execPath, ['--import', 'tsx']];
  const child = spawn(command, [...args, join(PROJECT, 'server/src/main.ts')], {
    cwd: PROJECT,
    stdio: ['ignore', options.quiet ? 'ignore' : 'inherit', 'inherit'],
    env: {
      ...process.env,
      PORT: String(port),
      KURREL_APP_URL: database.appUrl,
      KURREL_SECRET: database.secret,
      KURREL_WEB: join(PROJECT, 'web/dist'),
      KURREL_DEMO: '1',
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
    },
  });
  const address = `http://127.0.0.1:${port}`;
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const stop = async () => {
    child.kill('SIGTERM');
    await gone;
  };
  const until = Date.now() + PATIENCE_MS;
  while (Date.now() < until && child.exitCode === null) {
    const answer = await fetch(`${address}/readyz`).catch(() => null);
    if (answer?.ok) return { address, process: child, stop };
    await new Promise((resolve) => setTimeout(resolve, 120));
  }
  await stop();
  throw new Advice('the server did not answer; its log is above.');
}
