import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Advice, PROJECT } from './cluster.ts';

const SOURCES = [
  'web/src',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'core/src',
  'contract/src',
  'packs',
  'package-lock.json',
];

/** Builds the web client when something it is made of is newer than the last build. */
export function buildWeb(): void {
  const built = join(PROJECT, 'web/dist/index.html');
  if (existsSync(built) && newestOf(SOURCES) < statSync(built).mtimeMs) return;
  const { status } = spawnSync('npm', ['run', '--silent', 'build', '-w', 'web', '--', '--logLevel', 'warn'], {
    cwd: PROJECT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production' },
  });
  if (status !== 0) throw new Advice('the web client did not build; the message is above.');
}

function newestOf(paths: readonly string[]): number {
  let newest = 0;
  for (const path of paths) {
    const full = join(PROJECT, path);
    if (!existsSync(full)) continue;
    newest = Math.max(newest, statSync(full).mtimeMs);
    if (!statSync(full).isDirectory()) continue;
    for (const file of readdirSync(full, { recursive: true, encoding: 'utf8' })) {
      newest = Math.max(newest, statSync(join(full, file)).mtimeMs);
    }
  }
  return newest;
}
