import type { DogWithVisits, SentEvent, ShelfBottle, VisitSheet } from '@kurrel/contract';
import type { TableAct, TableEvent } from '@kurrel/core';
import { withFind } from '@kurrel/core';
import { eq, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { visits } from '../src/database/schema/dogs.ts';
import { people } from '../src/database/schema/team.ts';
import type { World } from './world.ts';
import { createWorld, dogNamed, toolLabelled, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const act = (one: TableAct, extra: Partial<SentEvent> = {}): SentEvent =>
  ({ ...one, id: randomUUID(), at: new Date().toISOString(), device: 'tablet', ...extra }) as SentEvent;
const done = (zone: string, extra: Partial<Extract<TableAct, { kind: 'done' }>> = {}): TableAct => ({
  kind: 'done',
  task: `zone:${zone}`,
  part: 'body',
  zone,
  toolId: null,
  tool: 'shears',
  direction: null,
  leavesMm: 30,
  minutes: 4,
  plannedMinutes: 3,
  stress: 1,
  ...extra,
});
const open = async (login: string, dog: string) => {
  const agent = await world.signIn(login);
  return { agent, visit: await visitOf(agent, dog) };
};
const log = async (agent: TestAgent, visit: string, events: readonly unknown[], status = 200) =>
  (await agent.post(`/api/visits/${visit}/log`).send({ events }).expect(status)).body as TableEvent[];
const marksOf = (events: readonly TableEvent[], id: string) =>
  events.find((event) => event.id === id)?.marks ?? [];
const idOf = async (login: string) => {
  const [row] = await world.owner.db.select().from(people).where(eq(people.login, login));
  return row?.id ?? '';
};

describe('what happened is kept and marked', () => {
  it('before the start, a step or a tool nobody knows, a clock that is two days behind', async () => {
    const { agent, visit } = await open('bram', 'Bosun');
    const acts = [
      act(done('back')),
      act(done('rib.left', { task: 'juggling' })),
      act(done('loin', { toolId: randomUUID() })),
      act(done('croup'), { at: new Date(Date.now() - 2 * 86_400_000).toISOString() }),
    ];
    const after = await log(agent, visit, acts);
    const [early, unknown, toolless, late] = acts.map(({ id }) => marksOf(after, id));
    expect(early).toEqual(['not-started']);
    expect(unknown).toContain('unknown-step');
    expect(toolless).toContain('unknown-tool');
    expect(late).toContain('clock');
    await agent.put(`/api/visits/${visit}/start`).send({ started: true }).expect(200);
    const started = act(done('nape'));
    expect(marksOf(await log(agent, visit, [started]), started.id)).toEqual([]);
  });

  it('against the lay of allergic skin, as the referee sees it', async () => {
    const { agent, visit } = await open('bram', 'Quill');
    await agent.put(`/api/visits/${visit}/start`).send({ started: true });
    const seven = await toolLabelled(agent, '7F');
    const stroke = (direction: 'with' | 'against', leavesMm: number) =>
      act(done('throat', { toolId: seven.id, tool: '7F', direction, leavesMm }));
    const [against, along] = [stroke('against', 1.6), stroke('with', 3.2)];
    const after = await log(agent, visit, [against, along]);
    expect(marksOf(after, against.id)).toContain('harms');
    expect(marksOf(after, along.id)).not.toContain('harms');
  });

  it('a time that never was and a field nobody knows are refused, not trimmed', async () => {
    const { agent, visit } = await open('bram', 'Rook');
    await log(agent, visit, [act(done('back'), { at: '2019-01-01T00:00:00.000Z' })], 422);
    await log(agent, visit, [act(done('back'), { at: '2099-01-01T00:00:00.000Z' })], 422);
    await log(agent, visit, [{ ...act(done('back')), mood: 'fine' }], 422);
  });
});

describe('a stop at the table', () => {
  it('has a name: going on answers that one, by a role that may; another stays, and what is done meanwhile is marked', async () => {
    const { agent: trainee, visit } = await open('isolde', 'Sorrel');
    await trainee.put(`/api/visits/${visit}/start`).send({ started: true });
    const [one, other] = [
      act({ kind: 'stopped', text: 'stopped' }),
      act({ kind: 'stopped', text: 'bleeding' }),
    ];
    await log(trainee, visit, [one, other]);
    await log(trainee, visit, [act({ kind: 'stop-named', stop: one.id, text: 'it bites' })]);
    await log(trainee, visit, [act({ kind: 'went-on', stop: one.id })], 403);
    const bram = await world.signIn('bram');
    await log(bram, visit, [act({ kind: 'went-on', stop: randomUUID() })], 422);
    await log(bram, visit, [act({ kind: 'went-on', stop: one.id })]);
    const meanwhile = act(done('back'));
    expect(marksOf(await log(bram, visit, [meanwhile]), meanwhile.id)).toContain('while-stopped');
    await log(bram, visit, [act({ kind: 'went-on', stop: other.id })]);
    const after = act(done('loin'));
    expect(marksOf(await log(bram, visit, [after]), after.id)).not.toContain('while-stopped');
  });

  it('ends with a vet by anyone, without being answered: the visit is over and its record says so', async () => {
    const { agent, visit } = await open('isolde', 'Marzipan');
    const stop = act({ kind: 'stopped', text: 'collapse' });
    await log(agent, visit, [act(done('back')), stop, act({ kind: 'ended', text: 'referred to a vet' })]);
    const [row] = await world.owner.db.select().from(visits).where(eq(visits.id, visit));
    expect(row?.finishedAt).not.toBeNull();
    expect(row?.record?.happened).toEqual([
      { kind: 'ended', zone: null, text: 'referred to a vet' },
      { kind: 'stopped', zone: null, text: 'collapse' },
    ]);
  });
});

describe('a stop on the sheet', () => {
  it('is lifted by lifting alone: not by a card that no longer says it', async () => {
    const { agent, visit } = await open('bram', 'Wren');
    const dog = await dogNamed(agent, 'Wren');
    const put = async (signs: unknown) => {
      const { body } = (await agent.get(`/api/dogs/${dog.id}`).expect(200)) as { body: DogWithVisits };
      const { id: _id, version, archived: _archived, ...facts } = body.dog;
      await agent
        .put(`/api/dogs/${dog.id}`)
        .set('If-Match', `"${version}"`)
        .send({ ...facts, signs })
        .expect(200);
    };
    await put([...dog.signs, { sign: 'hot-spot', zone: 'thigh.left', level: null, sizeMm: null, note: '' }]);
    await agent.get(`/api/visits/${visit}`).expect(200);
    await put(dog.signs);
    await agent.put(`/api/visits/${visit}/start`).send({ started: true }).expect(409);
    const answer = { key: 'open-skin@thigh.left', action: 'cleared', note: 'healed' };
    await agent.post(`/api/visits/${visit}/stops`).send(answer).expect(201);
    await agent.put(`/api/visits/${visit}/start`).send({ started: true }).expect(200);
  });

  it('nor by an old record that is opened again', async () => {
    const { agent, visit } = await open('ottilie', 'Tamsin');
    const sheet = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    const wound = {
      kind: 'sign',
      sign: { sign: 'wound', zone: 'back', level: null, sizeMm: null, note: '' },
    } as const;
    await agent
      .put(`/api/visits/${visit}/hands`)
      .set('If-Match', `"${sheet.handsVersion}"`)
      .send({ hands: withFind(sheet.hands, wound), dogVersion: sheet.dog.version })
      .expect(200);
    const old = (await world.owner.db.select().from(visits).where(eq(visits.dogId, sheet.dog.id))).find(
      ({ record }) => record !== null,
    );
    // Nothing of it was logged at a table: opened, its record could not be made again.
    await agent.put(`/api/visits/${old?.id}/finish`).send({ finished: false }).expect(403);
    await agent.put(`/api/visits/${visit}/start`).send({ started: true }).expect(409);
  });
});

describe('the record', () => {
  it('has what arrives after the end as well, and what it was', async () => {
    const { agent, visit } = await open('bram', 'Juniper');
    await agent.put(`/api/visits/${visit}/start`).send({ started: true });
    await log(agent, visit, [act(done('back', { leavesMm: 13 }))]);
    await agent.put(`/api/visits/${visit}/finish`).send({ finished: true }).expect(200);
    await log(agent, visit, [
      act(done('loin', { leavesMm: 16 })),
      act({ kind: 'hurt', zone: 'ear-fringe.left', what: 'nick' }),
      act({ kind: 'skipped', task: 'zone:tail', reason: 'too much for it' }),
    ]);
    const [row] = await world.owner.db.select().from(visits).where(eq(visits.id, visit));
    expect(row?.record?.leftMm).toMatchObject({ back: 13, loin: 16 });
    expect(row?.record?.happened).toEqual([
      { kind: 'nick', zone: 'ear-fringe.left', text: '' },
      { kind: 'skipped', zone: 'tail', text: 'too much for it' },
    ]);
    const { body } = (await agent.get(`/api/dogs/${row?.dogId}`).expect(200)) as { body: DogWithVisits };
    expect(body.visits.find(({ id }) => id === visit)?.happened).toHaveLength(2);
  });

  it('of another day is the lead’s to open', async () => {
    const { agent, visit } = await open('bram', 'Fig');
    await log(agent, visit, [act(done('back'))]);
    await agent.put(`/api/visits/${visit}/finish`).send({ finished: true }).expect(200);
    await world.owner.db.execute(
      sql`update visits set starts_at = now() - interval '9 days' where id = ${visit}`,
    );
    await agent.put(`/api/visits/${visit}/finish`).send({ finished: false }).expect(403);
    const lead = await world.signIn('ottilie');
    await lead.put(`/api/visits/${visit}/finish`).send({ finished: false }).expect(200);
  });
});

describe('who did it', () => {
  it('is named by the act, sent by whoever is signed in, and marked until the doer confirms', async () => {
    const { agent: isolde, visit } = await open('isolde', 'Flint');
    const bramsAct = act(done('back'), { doneBy: await idOf('bram') });
    const [kept] = (await log(isolde, visit, [bramsAct])).filter(({ id }) => id === bramsAct.id);
    expect(kept).toMatchObject({ by: 'Bram Quennell', sentBy: 'Isolde Pike' });
    expect(kept?.marks).toContain('sent-by-another');
    const confirm = async (agent: TestAgent) =>
      marksOf(
        (await agent.post(`/api/visits/${visit}/log/confirm`).send({}).expect(200)).body as TableEvent[],
        bramsAct.id,
      );
    expect(await confirm(isolde)).toContain('sent-by-another');
    expect(await confirm(await world.signIn('bram'))).not.toContain('sent-by-another');
    const nobody = act(done('loin'), { doneBy: randomUUID() });
    await log(isolde, visit, [nobody], 422);
    const stranger = act(done('loin'), { doneBy: await idOf('zephyrine') });
    await log(isolde, visit, [stranger], 422);
  });
});

describe('one bath', () => {
  it('drains once, whoever logs it; the last word of what was used counts', async () => {
    const { agent, visit } = await open('ottilie', 'Clementine');
    const jug = { kindId: 'mild-shampoo', label: 'jug', dilution: null, leftMl: 1000 };
    const bottle = ((await agent.post('/api/shelf').send(jug).expect(201)).body as ShelfBottle).id;
    const bathed = (ml: number) =>
      act({ kind: 'bathed', used: [{ bottleId: bottle, kindId: 'mild-shampoo', ml, plannedMl: ml }] });
    const left = async () =>
      ((await agent.get('/api/shelf').expect(200)).body as ShelfBottle[]).find(({ id }) => id === bottle)
        ?.leftMl;
    await log(agent, visit, [bathed(100)]);
    expect(await left()).toBe(900);
    await log(await world.signIn('bram'), visit, [bathed(100)]);
    expect(await left()).toBe(900);
    await log(agent, visit, [bathed(60)]);
    expect(await left()).toBe(940);
  });
});

describe('a step of several places', () => {
  const places = ['back', 'loin', 'rib.left'];
  const run = (extra: Partial<Extract<TableAct, { kind: 'done' }>> = {}) =>
    done('back', { task: 'run:body', zones: places, lengths: [13, 13, 9], leavesMm: 13, ...extra });

  it('is kept with all of them, and each has its own length in what the visit leaves behind', async () => {
    const { agent, visit } = await open('bram', 'Dumpling');
    const [kept] = (await log(agent, visit, [act(run())])).slice(-1);
    expect(kept).toMatchObject({ kind: 'done', task: 'run:body', zones: places, lengths: [13, 13, 9] });
    expect(kept?.marks ?? []).not.toContain('unknown-step');
  });

  it('names the place that nobody knows', async () => {
    const { agent, visit } = await open('bram', 'Dumpling');
    const answer = await agent
      .post(`/api/visits/${visit}/log`)
      .send({ events: [act(run({ zones: ['back', 'wing'] }))] })
      .expect(422);
    expect(JSON.stringify(answer.body)).toMatch(/wing/);
    await log(agent, visit, [act(run({ zones: [] as string[] }))], 422);
  });
});
