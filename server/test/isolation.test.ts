import { eq, sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inSalon } from '../src/database/connect.ts';
import { dogs, visits } from '../src/database/schema/dogs.ts';
import { bottles, measures, tools } from '../src/database/schema/drawer.ts';
import { people, salons, securityLog, sessions, writes } from '../src/database/schema/team.ts';
import { consents, outbox, plans, stopLog, workLog } from '../src/database/schema/visits.ts';
import type { World } from './world.ts';
import { createWorld, dogNamed, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const TABLES = {
  salons,
  people,
  sessions,
  dogs,
  visits,
  plans,
  stop_log: stopLog,
  consents,
  tools,
  measures,
  writes,
  security_log: securityLog,
  bottles,
  work_log: workLog,
  outbox,
};

/** Drizzle wraps what PostgreSQL said; this is what it said. */
async function said(work: Promise<unknown>): Promise<string> {
  try {
    await work;
  } catch (error) {
    const cause = error instanceof Error ? error.cause : undefined;
    return cause instanceof Error ? cause.message : String(error);
  }
  return 'nothing';
}

describe('PostgreSQL keeps salons apart', () => {
  it('the app’s role cannot bypass row-level security and owns no table', async () => {
    const { rows } = await world.appConnection.db.execute(
      sql`select rolbypassrls, rolsuper, (select count(*)::int from pg_tables where tableowner = 'kurrel_app') as owned
          from pg_roles where rolname = current_user`,
    );
    expect(rows).toEqual([{ rolbypassrls: false, rolsuper: false, owned: 0 }]);
  });

  it('every table carries salon_id and has row-level security on', async () => {
    const { rows } = await world.owner.db.execute<{ name: string; secured: boolean; salon: boolean }>(
      sql`select c.relname as name, c.relrowsecurity and c.relforcerowsecurity as secured,
            exists (select 1 from pg_attribute a where a.attrelid = c.oid and a.attname = 'salon_id') as salon
          from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public' and c.relkind = 'r'`,
    );
    expect(rows.map((row) => row.name).sort()).toEqual(Object.keys(TABLES).sort());
    for (const row of rows) expect(row, row.name).toMatchObject({ secured: true, salon: true });
  });

  it.each(Object.entries(TABLES))(
    'a query on %s that forgets the where sees one salon only',
    async (_name, table) => {
      const seen = await inSalon(world.appConnection.db, world.otherSalon, (tx) => tx.select().from(table));
      for (const row of seen) expect(row.salonId).toBe(world.otherSalon);
      const outside = await world.appConnection.db.select().from(table);
      expect(outside).toEqual([]);
    },
  );

  it('an update or delete that forgets the where leaves the other salon alone', async () => {
    const before = await world.owner.db.select().from(dogs).where(eq(dogs.salonId, world.fennelRow));
    await inSalon(world.appConnection.db, world.otherSalon, (tx) => tx.update(dogs).set({ name: 'gone' }));
    await inSalon(world.appConnection.db, world.otherSalon, (tx) => tx.delete(sessions));
    const after = await world.owner.db.select().from(dogs).where(eq(dogs.salonId, world.fennelRow));
    expect(after).toEqual(before);
    expect((await world.owner.db.select().from(measures)).length).toBeGreaterThan(0);
  });

  it('refuses to write a row into the other salon, or to move one there', async () => {
    const row = { name: 'Smuggled', breedId: 'samoyed', bornOn: '2024-01-01', coatType: 'stand-off' };
    const insert = inSalon(world.appConnection.db, world.otherSalon, (tx) =>
      tx.insert(dogs).values({ ...row, salonId: world.fennelRow }),
    );
    expect(await said(insert)).toMatch(/row-level security/);
    const move = inSalon(world.appConnection.db, world.fennelRow, (tx) =>
      tx.update(dogs).set({ salonId: world.otherSalon }),
    );
    expect(await said(move)).toMatch(/row-level security/);
  });
});

describe('the API keeps salons apart', () => {
  it('another salon’s dog, visit, plan and tool are not there', async () => {
    const ottilie = await world.signIn('ottilie');
    const zephyrine = await world.signIn('zephyrine');
    const juniper = await dogNamed(ottilie, 'Juniper');
    const visit = await visitOf(ottilie, 'Juniper');
    await zephyrine.get(`/api/dogs/${juniper.id}`).expect(404);
    await zephyrine.get(`/api/visits/${visit}`).expect(404);
    await zephyrine.get(`/api/visits/${visit}/plans`).expect(200, []);
    expect((await zephyrine.get('/api/dogs').expect(200)).body).toEqual({ dogs: [], more: false });
    expect((await zephyrine.get('/api/drawer').expect(200)).body).toEqual([]);
    await zephyrine.post(`/api/dogs/${juniper.id}/archive`).expect(404);
    await zephyrine
      .post(`/api/dogs/${juniper.id}/visits`)
      .send({ startsAt: new Date().toISOString(), minutes: 60, what: 'theft' })
      .expect(404);
  });
});
