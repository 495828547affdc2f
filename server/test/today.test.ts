import type { OutboxLine, TodayLine } from '@kurrel/contract';
import type { TableAct } from '@kurrel/core';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { createLog } from '../src/edge/log.ts';
import { listenToDay } from '../src/today/listen.ts';
import type { World } from './world.ts';
import { createWorld, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const lineOf = async (agent: TestAgent, dog: string): Promise<TodayLine> => {
  const from = new Date(Date.now() - 86_400_000).toISOString();
  const to = new Date(Date.now() + 3 * 86_400_000).toISOString();
  const { body } = (await agent.get(`/api/visits?from=${from}&to=${to}`).expect(200)) as {
    body: TodayLine[];
  };
  const line = body.find((one) => one.dog === dog);
  if (!line) throw new Error(`no visit of ${dog}`);
  return line;
};

describe('the day', () => {
  it('a saved plan says its minutes at table, tub and dryer', async () => {
    const agent = await world.signIn('ottilie');
    const before = await lineOf(agent, 'Flint');
    const choices = {
      trimId: 'smooth',
      purpose: 'pet',
      wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
      schools: {},
      sides: {},
      overrides: [],
    };
    const { body: sheet } = (await agent.get(`/api/visits/${before.visitId}`)) as {
      body: { asked: typeof choices | null };
    };
    const asked = sheet.asked ?? choices;
    await agent.put(`/api/visits/${before.visitId}/plan`).set('If-Match', '"0"').send(asked).expect(200);
    const { stretches } = await lineOf(agent, 'Flint');
    expect(stretches?.map(({ station }) => station)).toContain('dryer');
    expect(stretches?.every(({ minutes }) => minutes > 0)).toBe(true);
  });

  it('steps at the table move it on', async () => {
    const agent = await world.signIn('bram');
    const { visitId, doneMinutes } = await lineOf(agent, 'Bosun');
    expect(doneMinutes).toBe(0);
    const act: TableAct & { id: string; at: string; device: string } = {
      kind: 'done',
      task: 'brush',
      part: 'prep',
      zone: null,
      toolId: null,
      tool: 'slicker',
      direction: null,
      leavesMm: null,
      minutes: 9,
      plannedMinutes: 7,
      stress: 1,
      id: randomUUID(),
      at: new Date().toISOString(),
      device: 'tablet',
    };
    await agent
      .post(`/api/visits/${visitId}/log`)
      .send({ events: [act] })
      .expect(200);
    expect(await lineOf(agent, 'Bosun')).toMatchObject({ doneMinutes: 7, tookMinutes: 9, lastActAt: act.at });
  });

  it('a booking is moved and moved back by what it was; a trainee moves none', async () => {
    const agent = await world.signIn('bram');
    const line = await lineOf(agent, 'Wren');
    const startsAt = new Date(Date.parse(line.startsAt) + 3_600_000).toISOString();
    const moved = await agent
      .put(`/api/visits/${line.visitId}/booking`)
      .send({ startsAt, minutes: 75 })
      .expect(200);
    expect(await lineOf(agent, 'Wren')).toMatchObject({ startsAt, minutes: 75 });
    await agent
      .put(`/api/visits/${line.visitId}/booking`)
      .send(moved.body as object)
      .expect(200);
    expect(await lineOf(agent, 'Wren')).toMatchObject({ startsAt: line.startsAt, minutes: line.minutes });
    const trainee = await world.signIn('isolde');
    await trainee.put(`/api/visits/${line.visitId}/booking`).send({ startsAt, minutes: 75 }).expect(403);
    await agent
      .put(`/api/visits/${line.visitId}/booking`)
      .send({ startsAt: 'soon', minutes: 75 })
      .expect(422);
    await agent
      .put(`/api/visits/${line.visitId}/booking`)
      .send({ startsAt, minutes: 75, groomerId: randomUUID() })
      .expect(422);
  });

  it('a dog that did not come is marked, and unmarked', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Fig');
    await agent.put(`/api/visits/${visit}/absent`).send({ absent: true }).expect(200);
    expect((await lineOf(agent, 'Fig')).absentAt).not.toBeNull();
    await agent.put(`/api/visits/${visit}/absent`).send({ absent: false }).expect(200);
    expect((await lineOf(agent, 'Fig')).absentAt).toBeNull();
  });

  it('an owner who will wait is written to: a message any mail program reads, kept in the outbox of this salon', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Juniper');
    await agent.post(`/api/visits/${visit}/late`).send({ minutes: 25 }).expect(201);
    const [line] = (await agent.get('/api/outbox').expect(200)).body as OutboxLine[];
    expect(line).toMatchObject({ dog: 'Juniper', by: 'Bram Quennell' });
    const { text, headers } = await agent
      .get(`/api/outbox/${line?.id ?? ''}`)
      .buffer(true)
      .parse((response, done) => {
        let all = '';
        response.on('data', (part: Buffer) => (all += part.toString()));
        response.on('end', () => done(null, all));
      })
      .expect(200)
      .then(({ body, headers }) => ({ text: body as string, headers: headers as Record<string, string> }));
    expect(headers['content-type']).toContain('message/rfc822');
    const [head = '', body = ''] = text.split('\r\n\r\n');
    expect(head).toMatch(/^Subject: .*25 minutes/m);
    expect(Buffer.from(body, 'base64').toString()).toContain('Juniper will be ready at about');
    const other = await world.signIn('zephyrine');
    expect((await other.get('/api/outbox').expect(200)).body).toEqual([]);
    await other.get(`/api/outbox/${line?.id ?? ''}`).expect(404);
  });
});

describe('two screens of one day', () => {
  it('another server behind the same database hears of it, and no other salon does', async () => {
    const changes = listenToDay(world.appUrl, createLog('silent'));
    const [here, elsewhere] = [vi.fn(), vi.fn()];
    changes.of(world.fennelRow, here);
    changes.of(world.otherSalon, elsewhere);
    await vi.waitFor(() => expect(here).toHaveBeenCalledWith(null), { timeout: 30_000 });
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Tansy');
    await agent.put(`/api/visits/${visit}/absent`).send({ absent: true }).expect(200);
    await vi.waitFor(() => expect(here).toHaveBeenCalledWith(visit), { timeout: 30_000 });
    expect(elsewhere.mock.calls.flat()).not.toContain(visit);
    await changes.close();
  });

  it('a server that is closed before it could listen does close', async () => {
    await listenToDay(world.appUrl, createLog('silent')).close();
  });

  it('a screen is told over its stream', async () => {
    const server = world.app.listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const signedIn = await fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: address },
      body: JSON.stringify({ login: 'bram', password: world.passwordOf('bram') }),
    });
    const cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? '';
    const stop = new AbortController();
    const stream = await fetch(`${address}/api/today/events`, { headers: { cookie }, signal: stop.signal });
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Rook');
    let said = '';
    const reading = (async () => {
      for await (const part of stream.body ?? []) said += Buffer.from(part as Uint8Array).toString();
    })().catch(() => undefined);
    await agent.put(`/api/visits/${visit}/absent`).send({ absent: true }).expect(200);
    await vi.waitFor(() => expect(said).toContain(`event: change\ndata: ${visit}`), { timeout: 30_000 });
    stop.abort();
    await reading;
    expect((await fetch(`${address}/api/today/events`)).status).toBe(401);
    server.closeAllConnections();
    server.close();
  });
});
