import type { SavedWork, SentEvent, ShelfBottle, Tool, VisitSheet, Work } from '@kurrel/contract';
import type { TableAct, TableEvent } from '@kurrel/core';
import { USUAL_BATH } from '@kurrel/core';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { visits } from '../src/database/schema/dogs.ts';
import type { World } from './world.ts';
import { createWorld, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const usual: Work = {
  bath: USUAL_BATH,
  order: { own: null, pinned: [], locked: false, boxMinutes: null, dropped: [] },
};
const open = async (login: string, dog: string) => {
  const agent = await world.signIn(login);
  return { agent, visit: await visitOf(agent, dog) };
};
const put = (agent: TestAgent, visit: string, work: unknown, version: number) =>
  agent
    .put(`/api/visits/${visit}/work`)
    .set('If-Match', `"${version}"`)
    .send(work as object);
const act = (one: TableAct, extra: Partial<SentEvent> = {}): SentEvent =>
  ({ ...one, id: randomUUID(), at: new Date().toISOString(), device: 'tablet', ...extra }) as SentEvent;
const done = (task: string, minutes = 4, toolId: string | null = null): TableAct => ({
  kind: 'done',
  task,
  part: 'body',
  zone: 'back',
  toolId,
  tool: 'mackerel',
  direction: 'with',
  leavesMm: 13,
  minutes,
  plannedMinutes: 3,
  stress: 1,
});
const log = async (agent: TestAgent, visit: string, events: readonly unknown[], status = 200) =>
  (await agent.post(`/api/visits/${visit}/log`).send({ events }).expect(status)).body as TableEvent[];

describe('how a visit is worked', () => {
  it('is kept by version; whoever comes second gets what is there', async () => {
    const { agent, visit } = await open('isolde', 'Juniper');
    const saved = (await put(agent, visit, usual, 0).expect(200)).body as SavedWork;
    expect(saved).toMatchObject({ version: 1, savedBy: 'Isolde Pike' });
    const locked = { ...usual, order: { ...usual.order, locked: true } };
    await put(agent, visit, locked, 1).expect(200);
    const refused = await put(agent, visit, usual, 1).expect(412);
    const { current } = refused.body as { current: VisitSheet };
    expect([current.work?.order.locked, current.workVersion]).toEqual([true, 2]);
  });

  it('an unknown dryer, ninety towels and a missing part are refused by name', async () => {
    const { agent, visit } = await open('bram', 'Bosun');
    const bad = async (work: unknown) =>
      ((await put(agent, visit, work, 0).expect(422)).body as { fields: { path: string }[] }).fields[0]?.path;
    expect(await bad({ ...usual, bath: { ...USUAL_BATH, dryers: ['bellows'] } })).toBe('bath.dryers[0]');
    expect(await bad({ ...usual, bath: { ...USUAL_BATH, towels: 90 } })).toBe('bath.towels');
    expect(await bad({ bath: USUAL_BATH })).toContain('order');
  });
});

describe('the log of the table', () => {
  it('an act sent twice, in two batches, is one, with who did it', async () => {
    const { agent, visit } = await open('isolde', 'Quill');
    const [first, second] = [act(done('zone:back')), act({ kind: 'rested', minutes: 10 })];
    await log(agent, visit, [first]);
    const after = await log(agent, visit, [first, second]);
    expect(after.map(({ id, by }) => [id, by]).sort()).toEqual(
      [
        [first.id, 'Isolde Pike'],
        [second.id, 'Isolde Pike'],
      ].sort(),
    );
    expect((await agent.get(`/api/visits/${visit}/log`).expect(200)).body).toEqual(after);
  });

  it('is in the order of the devices’ clocks, whoever’s came first', async () => {
    const { agent, visit } = await open('bram', 'Rook');
    const late = act(done('b'), { at: new Date(Date.now() - 1000).toISOString() });
    const early = act(done('a'), { at: new Date(Date.now() - 60_000).toISOString() });
    await log(agent, visit, [late]);
    expect((await log(agent, visit, [early])).map(({ id }) => id)).toEqual([early.id, late.id]);
  });

  it('nothing in it can be changed or taken away by the app', async () => {
    const { visit, agent } = await open('bram', 'Fig');
    const one = act(done('zone:back'));
    await log(agent, visit, [one]);
    await log(agent, visit, [{ ...one, minutes: 400 }]);
    const [kept] = (await agent.get(`/api/visits/${visit}/log`)).body as Extract<
      TableEvent,
      { kind: 'done' }
    >[];
    expect(kept?.minutes).toBe(4);
    for (const change of [sql`update work_log set minutes = 1`, sql`delete from work_log`]) {
      await expect(world.appConnection.db.execute(change)).rejects.toMatchObject({
        cause: { message: expect.stringContaining('permission') as string },
      });
    }
  });

  it.each([
    ['an unknown act', { ...act(done('a')), kind: 'danced' }],
    ['a step without minutes', { ...act(done('a')), minutes: undefined }],
    ['a place no dog has', { ...act(done('a')), zone: 'wing.left' }],
    ['a name that is no UUID', act(done('a'), { id: 'one' })],
    ['a clock a year ahead', act(done('a'), { at: '2099-01-01T00:00:00.000Z' })],
    ['more minutes than a day has', act(done('a', 9000))],
  ])('refuses %s and keeps nothing of the batch', async (_name, bad) => {
    const { agent, visit } = await open('bram', 'Wren');
    const before = (await agent.get(`/api/visits/${visit}/log`)).body as TableEvent[];
    await log(agent, visit, [act({ kind: 'rested', minutes: 5 }), bad], 422);
    expect((await agent.get(`/api/visits/${visit}/log`)).body).toEqual(before);
  });

  it('another salon neither reads nor writes it', async () => {
    const { visit } = await open('bram', 'Wren');
    const other = await world.signIn('zephyrine');
    await other.get(`/api/visits/${visit}/log`).expect(404);
    await log(other, visit, [act(done('a'))], 404);
  });
});

describe('a dog that goes home', () => {
  it('leaves the record the next visit starts from, and its blades their minutes; taken back it is as before', async () => {
    const { agent, visit } = await open('bram', 'Clementine');
    const [tool] = (await agent.get('/api/drawer')).body as Tool[];
    await log(agent, visit, [act(done('zone:back', 7, tool?.id ?? null))]);
    const { body: before } = (await agent.get(`/api/visits/${visit}`)) as { body: VisitSheet };
    await agent.put(`/api/visits/${visit}/finish`).send({ finished: true }).expect(200);
    const { body: after } = (await agent.get(`/api/visits/${visit}`)) as { body: VisitSheet };
    expect([before.visit.finishedAt, after.visit.finishedAt === null]).toEqual([null, false]);
    const [{ record } = { record: null }] = await world.owner.db
      .select()
      .from(visits)
      .where(eq(visits.id, visit));
    expect(record).toMatchObject({ minutes: 7, leftMm: { back: 13 }, parts: [{ part: 'body', minutes: 7 }] });
    const drawer = (await agent.get('/api/drawer')).body as Tool[];
    expect(drawer.find(({ id }) => id === tool?.id)?.workedMinutes).toBe(7);
    await agent.put(`/api/visits/${visit}/finish`).send({ finished: false }).expect(200);
    const [again] = await world.owner.db.select().from(visits).where(eq(visits.id, visit));
    expect(again?.record).toBeNull();
  });
});

describe('bottles', () => {
  const facts = {
    kindId: 'mild-shampoo',
    label: 'green jug',
    dilution: { notation: '1-in', n: 12 },
    leftMl: 500,
  };

  it('are kept by the groomer, not the trainee; a bath takes its amounts once', async () => {
    const trainee = await world.signIn('isolde');
    await trainee.post('/api/shelf').send(facts).expect(403);
    const { agent, visit } = await open('bram', 'Marzipan');
    const bottle = (await agent.post('/api/shelf').send(facts).expect(201)).body as ShelfBottle;
    const used = [
      { bottleId: bottle.id, kindId: 'mild-shampoo', ml: 120, plannedMl: 110 },
      { bottleId: null, kindId: 'face-wash', ml: 5, plannedMl: 5 },
    ];
    const bathed = act({ kind: 'bathed', used });
    await log(agent, visit, [bathed]);
    await log(agent, visit, [bathed]);
    const left = async () =>
      ((await agent.get('/api/shelf')).body as ShelfBottle[]).find(({ id }) => id === bottle.id)?.leftMl;
    expect(await left()).toBe(380);
    await log(agent, visit, [
      act({
        kind: 'bathed',
        used: [{ ...used[0], bottleId: bottle.id, kindId: 'mild-shampoo', ml: 9000, plannedMl: 1 }],
      }),
    ]);
    expect(await left()).toBe(0);
  });

  it('are refused with an unknown product or a label of nothing, and found changed by version', async () => {
    const agent = await world.signIn('ottilie');
    await agent
      .post('/api/shelf')
      .send({ ...facts, kindId: 'tar' })
      .expect(422);
    await agent
      .post('/api/shelf')
      .send({ ...facts, label: ' ' })
      .expect(422);
    await agent
      .post('/api/shelf')
      .send({ ...facts, dilution: { notation: '1-in', n: 0 } })
      .expect(422);
    const { id } = (await agent.post('/api/shelf').send(facts).expect(201)).body as ShelfBottle;
    await agent
      .put(`/api/shelf/${id}`)
      .set('If-Match', '"1"')
      .send({ ...facts, leftMl: 900 })
      .expect(200);
    await agent.put(`/api/shelf/${id}`).set('If-Match', '"1"').send(facts).expect(412);
    await agent.post(`/api/shelf/${id}/remove`).expect(204);
    expect(((await agent.get('/api/shelf')).body as ShelfBottle[]).some((one) => one.id === id)).toBe(false);
    await agent.post(`/api/shelf/${id}/restore`).expect(204);
  });
});

describe('the blade thermometer', () => {
  const readings = async (agent: TestAgent, visit: string, query: string): Promise<readonly string[]> => {
    const { body } = await agent
      .get(`/api/visits/${visit}/thermometer?${query}`)
      .buffer(true)
      .parse((response, done) => {
        let text = '';
        response.on('data', (chunk: Buffer) => {
          text += chunk.toString();
          if ((text.match(/TEMP/g) ?? []).length === 2) {
            done(null, text);
            (response as unknown as { destroy: () => void }).destroy();
          }
        });
      });
    return (body as string).split('\n').flatMap((line) => (line.startsWith('data: ') ? [line.slice(6)] : []));
  };

  it('reads a blade hotter the longer it has run, near what the heat model says', async () => {
    const { agent, visit } = await open('ottilie', 'Quill');
    const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();
    const query = (since: string) => `session=run-1234&tool=ten&rise=22&since=${since}`;
    const cold = await readings(agent, visit, query(ago(0)));
    const hot = await readings(agent, visit, query(ago(12)));
    expect(cold[0]).toMatch(/^HELLO kurrel-thermometer\/1 serial=SIM-/);
    expect(cold.slice(1).map((line) => line.split(' ').slice(0, 2).join(' '))).toEqual(['TEMP 1', 'TEMP 2']);
    const celsius = (lines: readonly string[]) => Number(lines[1]?.split(' ')[2]);
    expect(Math.abs(celsius(cold) - 21)).toBeLessThan(2);
    // 22 K of rise, a fifth more or less for this blade, after two of its time constants.
    expect(celsius(hot)).toBeGreaterThan(21 + 0.86 * 22 * 0.8 - 2);
    expect(celsius(hot)).toBeLessThan(21 + 0.87 * 22 * 1.2 + 2);
  });

  it('says what is missing when it is held to nothing', async () => {
    const { agent, visit } = await open('ottilie', 'Quill');
    const refused = async (query: string) =>
      (await agent.get(`/api/visits/${visit}/thermometer?${query}`).expect(422)).body.fields[0]
        .path as string;
    expect(await refused('tool=ten&rise=22')).toBe('session');
    expect(await refused('session=run-1234&rise=22')).toBe('tool');
    expect(await refused('session=run-1234&tool=ten&rise=900')).toBe('rise');
    await agent.get(`/api/visits/${randomUUID()}/thermometer?session=run-1234&tool=ten&rise=22`).expect(404);
  });
});
