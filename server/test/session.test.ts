import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { World } from './world.ts';
import { createWorld } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

describe('signing in', () => {
  it('opens a session in a cookie no script can read', async () => {
    const answer = await request(world.app)
      .post('/api/session')
      .send({ login: 'Ottilie', password: 'harbour-lead' })
      .expect(204);
    expect(answer.headers['set-cookie']?.[0]).toMatch(
      /^kurrel_session=[\w-]{43};.*HttpOnly; SameSite=Strict$/,
    );
  });

  it('marks the cookie Secure behind TLS', async () => {
    const answer = await request(world.app)
      .post('/api/session')
      .set('X-Forwarded-Proto', 'https')
      .send({ login: 'ottilie', password: 'harbour-lead' })
      .expect(204);
    expect(answer.headers['set-cookie']?.[0]).toContain('Secure');
  });

  it('says who it is and for which salon', async () => {
    const agent = await world.signIn('bram');
    const { body } = await agent.get('/api/session').expect(200);
    expect(body).toMatchObject({
      person: { name: 'Bram Quennell', role: 'groomer' },
      salon: { name: 'Fennel Row', unit: 'mm' },
    });
  });

  it('ends with signing out, also for a copy of the cookie', async () => {
    const agent = await world.signIn('bram');
    const cookie = (await agent.get('/api/session')).request.cookies as string;
    await agent.delete('/api/session').expect(204);
    await request(world.app).get('/api/session').set('Cookie', cookie).expect(401);
  });

  it('answers a wrong name and a wrong password alike', async () => {
    const [name, password] = await Promise.all([
      request(world.app).post('/api/session').send({ login: 'nobody', password: 'x' }),
      request(world.app).post('/api/session').send({ login: 'isolde', password: 'x' }),
    ]);
    expect(name.status).toBe(401);
    expect(name.body).toEqual(password.body);
  });

  it('names the fields that are missing', async () => {
    const { body } = await request(world.app).post('/api/session').send({ login: '' }).expect(422);
    expect(body.fields.map((f: { path: string }) => f.path).sort()).toEqual(['login', 'password']);
  });

  it('pauses after too many tries, for that name only', async () => {
    const attempt = (login: string) =>
      request(world.app).post('/api/session').send({ login, password: 'wrong' });
    for (let i = 0; i < 8; i++) await attempt('guessed').expect(401);
    const { body } = await attempt('guessed').expect(429);
    expect(body).toMatchObject({
      type: 'urn:kurrel:problem:too-many-tries',
      detail: expect.stringMatching(/Wait \d min/),
    });
    await attempt('somebody-else').expect(401);
  });

  it('a right sign-in forgives the tries before it', async () => {
    for (let i = 0; i < 6; i++) {
      await request(world.app).post('/api/session').send({ login: 'isolde', password: 'x' }).expect(401);
    }
    await world.signIn('isolde');
    await request(world.app).post('/api/session').send({ login: 'isolde', password: 'x' }).expect(401);
  });
});

describe('the door', () => {
  it('is shut for strangers', async () => {
    for (const path of ['/api/dogs', '/api/drawer', '/api/visits', '/api/session']) {
      const answer = await request(world.app).get(path).expect(401);
      expect(answer.headers['content-type']).toMatch('application/problem+json');
      expect(answer.body).toMatchObject({ type: 'urn:kurrel:problem:not-signed-in', status: 401 });
    }
  });

  it('sends security headers and a strict content policy', async () => {
    const { headers } = await request(world.app).get('/healthz').expect(200, { ok: true });
    expect(headers['content-security-policy']).toContain("default-src 'none'");
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('takes JSON only, and says so when it cannot be read', async () => {
    const text = await request(world.app).post('/api/session').type('text/plain').send('login=x').expect(422);
    expect(text.body.title).toBe('This is not JSON');
    const broken = await request(world.app)
      .post('/api/session')
      .type('application/json')
      .send('{')
      .expect(422);
    expect(broken.body.title).toBe('This is not JSON');
  });

  it('has no other rooms', async () => {
    const agent = await world.signIn('ottilie');
    await agent.get('/api/attic').expect(404);
    await agent.get('/api/dogs/not-an-id').expect(404);
    await request(world.app).get('/attic').expect(404);
  });
});
