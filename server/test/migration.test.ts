import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bareDatabase } from '../../scripts/src/emptyDatabase.ts';

let client: pg.Client;
beforeAll(async () => {
  const { ownerUrl } = await bareDatabase();
  client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
});
afterAll(() => client.end());

/** One migration as it is run: statement by statement. */
async function migrate(file: string): Promise<void> {
  const text = readFileSync(new URL(`../drizzle/${file}.sql`, import.meta.url), 'utf8');
  for (const statement of text.split('--> statement-breakpoint')) await client.query(statement);
}

describe('a salon from before', () => {
  it('keeps its restrictions as signs, its measured hair as a sheet, its plans with a place for schools', async () => {
    await migrate('0000_first');
    await migrate('0001_gate');
    const [salon, person, dog, visit] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
    await client.query(
      `insert into salons (salon_id, name, schools) values ($1, 'Old Quay', '{"face":"with"}')`,
      [salon],
    );
    await client.query(
      `insert into people (id, salon_id, login, name, role, password_hash) values ($1, $2, 'old', 'Old Hand', 'lead', 'x')`,
      [person, salon],
    );
    await client.query(
      `insert into dogs (id, salon_id, name, breed_id, born_on, coat_type, restrictions)
       values ($1, $2, 'Teasel', 'samoyed', '2020-01-01', 'stand-off',
         '[{"restriction":"lump","zone":"rib.left"},{"restriction":"heart","zone":null}]')`,
      [dog, salon],
    );
    await client.query(
      `insert into visits (id, salon_id, dog_id, groomer_id, starts_at, minutes, what, hair_mm, asked)
       values ($1, $2, $3, $4, now(), 60, 'tidy', '{"back":22.5}', '{"trimId":"natural-tidy"}')`,
      [visit, salon, dog, person],
    );
    await client.query(
      `insert into plans (visit_id, version, salon_id, choices, plan, saved_by)
       values ($1, 1, $2, '{"trimId":"natural-tidy"}', '{}', $3)`,
      [visit, salon, person],
    );

    await migrate('0002_hands');
    const one = async (text: string) => (await client.query<Record<string, unknown>>(text)).rows[0];
    expect((await one('select signs from dogs'))?.signs).toEqual([
      { sign: 'lump', zone: 'rib.left', level: null, sizeMm: null, note: '' },
      { sign: 'heart', zone: null, level: null, sizeMm: null, note: '' },
    ]);
    const kept = await one('select hands, hands_version, asked from visits');
    expect(kept?.hands_version).toBe(1);
    expect(kept?.hands).toMatchObject({
      coatType: 'stand-off',
      mats: [],
      lengths: { back: { mm: 22.5, sdMm: null, readings: 1, by: 'rule' } },
    });
    expect(kept?.asked).toEqual({ trimId: 'natural-tidy', schools: {} });
    expect((await one('select choices from plans'))?.choices).toEqual({
      trimId: 'natural-tidy',
      schools: {},
    });
    expect(await one('select policy, schools from salons')).toMatchObject({
      schools: { face: 'with' },
      policy: { handlingLimit: 'fights' },
    });

    await client.query(
      `update plans set choices = '{"trimId":"natural-tidy","doubleCoatConsent":true,"schools":{},"wish":{"lean":"shorter","allOverMm":null,"weeksBetween":5}}'`,
    );
    await migrate('0003_firm_ground');
    expect((await one('select choices from plans'))?.choices).toEqual({
      trimId: 'natural-tidy',
      schools: {},
      sides: {},
      wish: { lean: 'shorter', allOverMm: null, weeksBetween: 5, vetAsks: false },
    });
    expect((await one('select asked from visits'))?.asked).toMatchObject({
      sides: {},
      wish: { vetAsks: false },
    });

    await migrate('0004_stays_up');
    expect((await one('select clock from salons'))?.clock).toMatchObject({ hours: 24 });
    expect(await one('select login, disabled_at, version from people')).toEqual({
      login: 'old',
      disabled_at: null,
      version: 1,
    });

    for (const file of ['0005_table', '0006_today', '0007_held', '0008_readings', '0009_asked'])
      await migrate(file);
    expect((await one('select choices from plans'))?.choices).toMatchObject({
      scope: [],
      wish: { lean: 'shorter', places: [] },
    });
    expect((await one('select asked from visits'))?.asked).toMatchObject({
      scope: [],
      wish: { vetAsks: false, places: [] },
    });
  });
});
