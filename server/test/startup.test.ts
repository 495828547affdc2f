import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { calibrationOf } from '@kurrel/core';
import type { Tool } from '@kurrel/contract';
import { inject } from 'vitest';
import { migrateDatabase } from '../src/database/migrate.ts';
import { isEmpty, seedDemo, wipe } from '../src/seed/demo.ts';
import type { World } from './world.ts';
import { createWorld, dogNamed, library, toolLabelled } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

describe('starting again', () => {
  it('migrating a database that is up to date changes nothing', async () => {
    const agent = await world.signIn('ottilie');
    const before = await dogNamed(agent, 'Juniper');
    const name = (await world.owner.db.execute<{ name: string }>(sql`select current_database() as name`))
      .rows[0]?.name;
    const { owner, appPassword } = inject('postgres');
    await Promise.all([1, 2].map(() => migrateDatabase(owner.replace('%', name ?? ''), appPassword)));
    expect(await dogNamed(agent, 'Juniper')).toEqual(before);
  });

  it('a fresh demo replaces the old one, and only an empty database is seeded', async () => {
    const other = await createWorld();
    expect(await isEmpty(other.owner.db)).toBe(false);
    await wipe(other.owner.db);
    expect(await isEmpty(other.owner.db)).toBe(true);
    await seedDemo(other.owner.db, library, new Date());
    const agent = await other.signIn('ottilie');
    expect((await dogNamed(agent, 'Wren')).signs).toHaveLength(2);
    await other.close();
  });
});

describe('a database that drops its connections', () => {
  it('is asked anew by the next request; the server goes on', async () => {
    const agent = await world.signIn('ottilie');
    await world.owner.db.execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
    );
    await expect.poll(async () => (await agent.get('/api/drawer')).status, { timeout: 30_000 }).toBe(200);
  });
});

describe('the demo has learned something', () => {
  it('a comb used for years has a narrower spread than the book, and stays near it', async () => {
    const agent = await world.signIn('bram');
    const comb: Tool = await toolLabelled(agent, 'mackerel');
    const { k, sd, n } = calibrationOf(comb, 'upright curl', 'with');
    expect(n).toBeGreaterThan(4);
    expect(sd).toBeLessThan(0.05);
    expect(Math.abs(Math.log(k))).toBeLessThan(0.15);
  });

  it('the drawer lacks a 6F, has a dull 10 and combs named after fish', async () => {
    const agent = await world.signIn('bram');
    const drawer = (await agent.get('/api/drawer')).body as Tool[];
    expect(drawer.some((tool) => tool.kindId === 'blade-6f')).toBe(false);
    expect(drawer.filter((tool) => tool.kindId === 'blade-10').map((tool) => tool.dull)).toEqual([
      false,
      true,
    ]);
    const fish = drawer.filter((tool) => tool.kindId.startsWith('comb-')).map((tool) => tool.label);
    expect(fish).toEqual(['sprat', 'whiting', 'herring', 'mackerel', 'bass', 'pollack', 'cod', 'ling']);
  });
});
