import { spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { freePort, portTaken, PROJECT } from './cluster.ts';

describe('ports', () => {
  it('a free one is free, a used one is not', async () => {
    const port = await freePort();
    expect(await portTaken(port)).toBe(false);
    const server = createServer();
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
    expect(await portTaken(port)).toBe(true);
    await new Promise((resolve) => server.close(resolve));
  });
});

describe('a demo that cannot start says what to do', () => {
  const demo = (env: NodeJS.ProcessEnv) =>
    spawnSync(join(PROJECT, 'node_modules/.bin/tsx'), [join(PROJECT, 'scripts/src/demo.ts')], {
      encoding: 'utf8',
      env: { ...process.env, ...env },
    });

  it('when its port is in use', async () => {
    const port = await freePort();
    const server = createServer();
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
    const { status, stderr } = demo({ PORT: String(port) });
    await new Promise((resolve) => server.close(resolve));
    expect(status).toBe(1);
    expect(stderr).toContain(`port ${port} is in use. Stop what uses it, or choose another`);
  });

  it('when its port is none', () => {
    const { status, stderr } = demo({ PORT: 'harbour' });
    expect(status).toBe(1);
    expect(stderr).toContain('give a number from 1 to 65535');
  });
});

describe('an installation that cannot go on says what to do', () => {
  /** Runs the installer in a folder without node_modules, with nothing on the path but the named programs. */
  function install(programs: readonly string[], fakes: Readonly<Record<string, string>> = {}) {
    const folder = mkdtempSync(join(tmpdir(), 'kurrel-install-'));
    const bin = join(folder, 'bin');
    mkdirSync(bin);
    mkdirSync(join(folder, 'scripts'));
    symlinkSync(join(PROJECT, 'scripts/install.sh'), join(folder, 'scripts/install.sh'));
    for (const program of ['bash', 'dirname', 'awk', 'mktemp', 'tail', 'cmp', 'id', ...programs]) {
      const found = spawnSync('which', [program], { encoding: 'utf8' }).stdout.trim();
      if (found) symlinkSync(found, join(bin, program));
    }
    for (const [name, script] of Object.entries(fakes)) {
      writeFileSync(join(bin, name), `#!/bin/bash\n${script}\n`);
      chmodSync(join(bin, name), 0o755);
    }
    const { status, stderr } = spawnSync(join(bin, 'bash'), [join(folder, 'scripts/install.sh')], {
      encoding: 'utf8',
      env: { PATH: bin },
    });
    rmSync(folder, { recursive: true, force: true });
    return { status, stderr };
  }

  it('without Node', () => {
    const { status, stderr } = install(['df']);
    expect(status).toBe(1);
    expect(stderr).toContain('Node.js is missing. Install Node 20.19 or newer');
  });

  it('with a Node that is too old', () => {
    const { stderr } = install(['df'], {
      node: 'if [ "$1" = --version ]; then echo v16.0.0; else exit 1; fi',
    });
    expect(stderr).toContain('Node v16.0.0 is too old');
  });

  it('without a package manager', () => {
    const { stderr } = install(['node', 'df']);
    expect(stderr).toMatch(/there is no apt-get here to install .*chromium/);
  });

  it('with a full disk', () => {
    const { stderr } = install(['node'], { df: 'printf "h\\nx 1 1 12 1 /\\n"' });
    expect(stderr).toContain('only 12 MB free on this disk');
  });
});
