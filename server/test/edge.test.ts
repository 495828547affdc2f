import { Writable } from 'node:stream';
import type { AddressInfo } from 'node:net';
import { connect as dial } from 'node:net';
import { createServer } from 'node:http';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createLog } from '../src/edge/log.ts';
import type { World } from './world.ts';
import { createWorld, dogNamed, lamb, visitOf } from './world.ts';

let world: World;
let said = '';
beforeAll(async () => {
  const heard = new Writable({
    write(chunk: Buffer, _encoding, done) {
      said += chunk.toString();
      done();
    },
  });
  world = await createWorld({ log: createLog('debug', heard) });
});
afterAll(() => world.close());

/** What comes back for bytes sent as they are. */
function rawAnswer(bytes: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const server = createServer(world.app).listen(0, '127.0.0.1', () => {
      const socket = dial((server.address() as AddressInfo).port, '127.0.0.1');
      let text = '';
      socket.on('data', (part) => (text += part.toString()));
      socket.on('error', reject);
      socket.on('close', () => {
        server.close();
        resolve(text);
      });
      socket.end(bytes);
    });
  });
}

describe('what cannot be read is refused with the place', () => {
  it('a list with more entries than a dog has places, before any of them is looked at', async () => {
    const agent = await world.signIn('bram');
    const send = async (entries: readonly unknown[]) =>
      (await agent.post('/api/dogs').send({ signs: entries }).expect(422)).body as {
        fields: { path: string; message: string }[];
      };
    const many = await send(Array<object>(401).fill({}));
    expect(many.fields).toEqual([{ path: 'signs', message: 'More than 400 entries.' }]);
    const mixed = await send([...Array<number>(400).fill(1), {}]);
    expect(mixed.fields[0]?.path).toBe('signs');
  });

  it.each([
    ['an empty character', '{"login":"a\\u0000b","password":"x"}', 'login'],
    ['half a surrogate pair', '{"login":"x","password":"\\ud800"}', 'password'],
    ['a name of JavaScript’s own', '{"login":"x","password":"y","__proto__":{"role":"lead"}}', '__proto__'],
    ['bottomless nesting', `{"login":${'['.repeat(400)}${']'.repeat(400)}}`, 'login'],
  ])('%s', async (_what, body, path) => {
    const answer = await request(world.app)
      .post('/api/session')
      .type('application/json')
      .send(body)
      .expect(422);
    expect(answer.body.fields[0].path).toMatch(path);
  });

  it.each([
    ['a bad percent escape', 'get', '/api/dogs/%E0%A4%A'],
    ['an empty character in the address', 'get', '/api/dogs?q=%00'],
    ['a day in the year 200000', 'get', '/api/visits?from=%2B200000-01-01T00:00:00.000Z&to=2026-01-01'],
    ['a page after nobody', 'get', '/api/dogs?after=x'],
  ] as const)('%s', async (_what, method, path) => {
    const agent = await world.signIn('ottilie');
    const { status } = await agent[method](path);
    expect([404, 422]).toContain(status);
  });

  it('a version beyond all versions', async () => {
    const agent = await world.signIn('ottilie');
    const visit = await visitOf(agent, 'Juniper');
    for (const version of ['99999999999999999999', '-1', '1e3', '']) {
      await agent.put(`/api/visits/${visit}/plan`).set('If-Match', version).send(lamb).expect(428);
    }
  });

  it('another charset, another encoding, a body in pieces that is not JSON', async () => {
    const post = () => request(world.app).post('/api/session');
    await post().set('Content-Type', 'application/json; charset=utf-7').send('{}').expect(422);
    await post()
      .set('Content-Type', 'application/json')
      .set('Content-Encoding', 'zip')
      .send('{}')
      .expect(422);
    const chunked =
      'POST /api/session HTTP/1.1\r\nHost: a\r\nTransfer-Encoding: chunked\r\n\r\n3\r\nabc\r\n0\r\n\r\n';
    expect(await rawAnswer(chunked)).toMatch(/^HTTP\/1.1 422/);
  });
});

describe('the edge', () => {
  it('writes come from Kurrel’s own pages, or from no page at all', async () => {
    const agent = await world.signIn('bram');
    const { id } = await dogNamed(agent, 'Juniper');
    const book = (headers: Record<string, string>) =>
      agent
        .post(`/api/dogs/${id}/visits`)
        .set(headers)
        .send({ startsAt: '2027-03-01T09:00:00Z', minutes: 60, what: 'bath' });
    await book({ Origin: 'https://elsewhere.example' }).expect(403);
    await book({ Origin: 'null' }).expect(403);
    await book({ 'Sec-Fetch-Site': 'cross-site' }).expect(403);
    await book({ Host: 'salon.example', Origin: 'https://salon.example' }).expect(201);
    await agent.get('/api/dogs').set('Origin', 'https://elsewhere.example').expect(200);
  });

  it('answers are compressed and kept by nobody on the way', async () => {
    const agent = await world.signIn('bram');
    const { headers } = await agent.get('/api/dogs').set('Accept-Encoding', 'gzip').expect(200);
    expect(headers['content-encoding']).toBe('gzip');
    expect(headers['cache-control']).toBe('no-store');
  });

  it('the log says who asked for what and how it went, never a secret or a name', async () => {
    said = '';
    const agent = await world.signIn('bram');
    await agent.get('/api/dogs?q=Astor-Pym').expect(200);
    await request(world.app)
      .post('/api/session')
      .send({ login: 'bram', password: 'not-my-secret' })
      .expect(401);
    expect(said).toMatch(/"path":"\/api\/dogs"/);
    expect(said).toMatch(/"status":401/);
    expect(said).not.toMatch(/cookie|kurrel_session|Astor-Pym|harbour-groomer|not-my-secret|argon2/i);
  });

  it('a query that fails is logged without its text and values', async () => {
    said = '';
    const gone = await createWorld({
      log: createLog('debug', new Writable({ write: (c: Buffer, _e, d) => ((said += c.toString()), d()) })),
    });
    const agent = await gone.signIn('bram');
    await gone.owner.db.execute('alter table tools rename column label to lost');
    await agent.get('/api/drawer').expect(500);
    await gone.close();
    expect(said).toMatch(/column .*label.* does not exist/);
    expect(said).not.toMatch(/select "id"|params/i);
  });
});

describe('a stream of gauge readings', () => {
  const gauge = async (name: string) => {
    const agent = await world.signIn(name);
    return {
      agent,
      path: `/api/visits/${await visitOf(agent, 'Juniper')}/gauge?zone=back&session=abcd-1234`,
    };
  };

  it('goes on after the last reading heard, whatever is said that was', async () => {
    const { agent, path } = await gauge('bram');
    const said = ['11', '12', '999999999', '1e308', 'Infinity', '-3', 'x', ''];
    const heard = await Promise.all(
      said.map((last) => agent.get(path).set('Last-Event-ID', last).expect(200)),
    );
    for (const { text } of heard) expect(text).toMatch(/BYE/);
  });

  it('ends with the session', async () => {
    const { agent, path } = await gauge('bram');
    const listening = agent.get(path).expect(200);
    const heard = listening.then(({ text }) => text);
    await new Promise((resolve) => setTimeout(resolve, 2000));
    await agent.delete('/api/session').expect(204);
    expect(await heard).not.toMatch(/BYE/);
  });

  it('ends when the server closes', async () => {
    const { agent, path } = await gauge('bram');
    const heard = agent.get(path).then(({ text }) => text);
    await new Promise((resolve) => setTimeout(resolve, 300));
    world.closing.abort();
    expect(await heard).not.toMatch(/BYE/);
  });
});
