import type { AddressInfo, Server, Socket } from 'node:net';
import { connect as dial, createServer } from 'node:net';
import { sql } from 'drizzle-orm';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { World } from './world.ts';
import { createWorld, dogNamed, lamb, visitOf } from './world.ts';

/** A road to the database that can be cut, or left open with nothing coming through. */
class Road {
  state: 'open' | 'cut' | 'frozen' = 'open';
  private readonly cars = new Set<Socket>();
  private constructor(readonly server: Server) {}

  static async to(port: number): Promise<Road> {
    const road = new Road(
      createServer((near) => {
        if (road.state === 'cut') {
          near.destroy();
          return;
        }
        const far = dial(port, '127.0.0.1');
        for (const [from, to] of [
          [near, far],
          [far, near],
        ] as const) {
          road.cars.add(from);
          from.on('data', (bytes) => road.state === 'open' && to.write(bytes));
          from.on('error', () => to.destroy());
          from.on('close', () => to.destroy());
        }
      }),
    );
    await new Promise<void>((done) => road.server.listen(0, '127.0.0.1', done));
    return road;
  }

  cut(): void {
    this.state = 'cut';
    for (const car of this.cars) car.destroy();
    this.cars.clear();
  }
}

const PATIENCE = { connectMs: 1500, lockMs: 300, statementMs: 1500, answerMs: 2000 };
let road: Road;
let world: World;
beforeAll(async () => {
  road = await Road.to(Number(new URL(inject('postgres').app.replace('%', '')).port));
  world = await createWorld({
    patience: PATIENCE,
    detour: (other) => other.replace(/:(\d+)\//, `:${(road.server.address() as AddressInfo).port}/`),
  });
});
afterAll(async () => {
  road.cut();
  road.server.close();
  await world.close();
});

const isUnavailable = ({ status, headers, body }: Awaited<ReturnType<TestAgent['get']>>) => {
  expect(body.type).toBe('urn:kurrel:problem:unavailable');
  expect(status).toBe(503);
  expect(headers['retry-after']).toBe('2');
};

describe('a database that cannot be asked', () => {
  it.each(['cut', 'frozen'] as const)(
    '%s: every answer is “not just now”, and work goes on after',
    async (how) => {
      const agent = await world.signIn('bram');
      const visit = await visitOf(agent, 'Juniper');
      if (how === 'cut') road.cut();
      else road.state = 'frozen';
      await agent.get('/healthz').expect(200);
      isUnavailable(await agent.get('/readyz'));
      const save = () =>
        agent
          .put(`/api/visits/${visit}/plan`)
          .set('If-Match', '"0"')
          .set('Idempotency-Key', `save-while-${how}`)
          .send({ ...lamb, trimId: 'lamb' });
      for (const answer of await Promise.all([
        agent.get('/api/dogs'),
        save(),
        agent.get('/api/drawer'),
        save(),
      ])) {
        isUnavailable(answer);
      }
      road.state = 'open';
      await expect.poll(async () => (await agent.get('/readyz')).status, { timeout: 30_000 }).toBe(200);
      await expect.poll(async () => (await agent.get('/api/dogs')).status, { timeout: 30_000 }).toBe(200);
    },
  );

  it('a row that somebody holds is not waited for longer than said', async () => {
    const agent = await world.signIn('bram');
    const dog = await dogNamed(agent, 'Wren');
    await world.owner.db.transaction(async (tx) => {
      await tx.execute(sql`select 1 from dogs where id = ${dog.id} for update`);
      const { id: _id, version, archived: _a, ...facts } = dog;
      isUnavailable(await agent.put(`/api/dogs/${dog.id}`).set('If-Match', `"${version}"`).send(facts));
    });
    await agent.get(`/api/dogs/${dog.id}`).expect(200);
  });
});
