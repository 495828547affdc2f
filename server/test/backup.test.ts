import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { backup, restore } from '../../scripts/src/backup/dump.ts';
import type { Cluster } from '../../scripts/src/cluster.ts';
import { PROJECT, startThrowaway } from '../../scripts/src/cluster.ts';
import { demoCopy } from '../../scripts/src/emptyDatabase.ts';

let cluster: Cluster;
const folder = mkdtempSync(join(tmpdir(), 'kurrel-backup-'));
const file = join(folder, 'salon.dump');
beforeAll(async () => {
  cluster = await startThrowaway();
});
afterAll(async () => {
  await cluster.stop();
  rmSync(folder, { recursive: true });
});

/** Every row of every table and every right on it, as text. */
async function everything(url: string): Promise<Record<string, unknown>> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const list = async (query: string) => (await client.query<{ t: string }>(query)).rows.map(({ t }) => t);
  const tables = await list(
    `select format('%I.%I', schemaname, tablename) as t from pg_tables where schemaname in ('public', 'gate', 'drizzle') order by 1`,
  );
  const rows: Record<string, unknown> = {
    rights: await list(
      `select concat(table_name, ' ', privilege_type) as t from information_schema.role_table_grants where grantee = 'kurrel_app' order by 1`,
    ),
    policies: await list(`select concat(tablename, ' ', qual) as t from pg_policies order by 1`),
    forced: await list(`select relname as t from pg_class where relforcerowsecurity order by 1`),
  };
  for (const table of tables) rows[table] = await list(`select x::text as t from ${table} x order by 1`);
  await client.end();
  return rows;
}

describe('a backup', () => {
  it('restored into an empty cluster is the same to the byte, rights and policies too', async () => {
    const { ownerUrl } = await demoCopy();
    await backup(ownerUrl, file);
    await cluster.createDatabase('restored');
    await restore(cluster.ownerUrl('restored'), cluster.appPassword, file);
    const [before, after] = [await everything(ownerUrl), await everything(cluster.ownerUrl('restored'))];
    expect((before['public.visits'] as string[]).length).toBeGreaterThan(50);
    expect(after).toEqual(before);
    const app = new pg.Client({ connectionString: cluster.appUrl('restored') });
    await app.connect();
    expect((await app.query('select * from dogs')).rows, 'the app sees nobody’s rows unasked').toEqual([]);
    await app.end();
  });

  it('is of the database it is told, says which, and only its owner reads it', async () => {
    const { ownerUrl } = await demoCopy();
    const other = join(folder, 'told.dump');
    const env = { ...process.env, KURREL_OWNER_URL: ownerUrl, KURREL_SECRET: 'of another installation' };
    const { stdout } = await promisify(execFile)('npx', ['tsx', 'scripts/src/backup/backup.ts', other], {
      cwd: PROJECT,
      env,
    });
    expect(stdout).toContain(new URL(ownerUrl).pathname);
    expect(statSync(other).mode & 0o777).toBe(0o600);
    expect(readFileSync(`${other}.secret`, 'utf8').trim()).toBe('of another installation');
    await cluster.createDatabase('told');
    const into = {
      ...process.env,
      KURREL_OWNER_URL: cluster.ownerUrl('told'),
      KURREL_APP_URL: cluster.appUrl('told'),
    };
    await promisify(execFile)('npx', ['tsx', 'scripts/src/backup/restore.ts', other], {
      cwd: PROJECT,
      env: into,
    });
    expect(await everything(cluster.ownerUrl('told'))).toEqual(await everything(ownerUrl));
  });

  it('is not read over what is there, and a file that is none changes nothing', async () => {
    const again = restore(cluster.ownerUrl('restored'), cluster.appPassword, file);
    await expect(again).rejects.toThrow(/not empty/);
    await cluster.createDatabase('other');
    writeFileSync(join(folder, 'letter.txt'), 'Dear salon');
    const letter = restore(cluster.ownerUrl('other'), cluster.appPassword, join(folder, 'letter.txt'));
    await expect(letter).rejects.toThrow(/could not be restored; nothing was changed/);
    const lost = restore(cluster.ownerUrl('other'), cluster.appPassword, join(folder, 'none.dump'));
    await expect(lost).rejects.toThrow(/there is no file/);
  });
});
