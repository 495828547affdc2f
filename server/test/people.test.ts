import type { Member, OpenSession, SecurityLine } from '@kurrel/contract';
import request from 'supertest';
import type TestAgent from 'supertest/lib/agent.js';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { World } from './world.ts';
import { createWorld, keptPlan, lamb, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const marigold = {
  login: 'Marigold',
  name: 'Marigold Tench',
  role: 'groomer',
  hand: 'left',
  password: 'four wet towels',
};

async function members(lead: TestAgent): Promise<readonly Member[]> {
  return (await lead.get('/api/people').expect(200)).body as Member[];
}

async function named(lead: TestAgent, login: string): Promise<Member> {
  const found = (await members(lead)).find((one) => one.login === login);
  if (!found) throw new Error(`nobody called ${login}`);
  return found;
}

const signInAs = (login: string, password: string) => {
  const agent = request.agent(world.app);
  return { agent, answer: agent.post('/api/session').send({ login, password }) };
};
const log = async (lead: TestAgent) =>
  (await lead.get('/api/security-log').expect(200)).body as SecurityLine[];

describe('people of a salon', () => {
  it('are added by the lead and sign in however their name is typed', async () => {
    const lead = await world.signIn('ottilie');
    const added = await lead.post('/api/people').send(marigold).expect(201);
    expect(added.body).toMatchObject({ login: 'marigold', role: 'groomer', hand: 'left', disabled: false });
    expect(added.body).not.toHaveProperty('passwordHash');
    await signInAs(' MARIGOLD ', marigold.password).answer.expect(204);
    expect((await lead.post('/api/people').send(marigold).expect(422)).body.fields[0].path).toBe('login');
  });

  it('a password is long, not odd; common ones and one’s own name are refused', async () => {
    const lead = await world.signIn('ottilie');
    const refused = async (password: string) =>
      (
        await lead
          .post('/api/people')
          .send({ ...marigold, login: 'tench', password })
          .expect(422)
      ).body.fields[0];
    expect((await refused('short one')).message).toMatch(/At least 10/);
    expect((await refused('Password1234')).message).toMatch(/first that is tried/);
    expect((await refused('aaaaaaaaaaaaaa')).message).toMatch(/different/);
    expect((await refused('MarigoldTench1')).message).toMatch(/your own name/);
  });

  it('are changed by the lead alone, and not over another’s change', async () => {
    const lead = await world.signIn('ottilie');
    const bram = await world.signIn('bram');
    const { id, version } = await named(lead, 'isolde');
    const facts = { name: 'Isolde Pike', role: 'groomer', hand: 'right' };
    const put = (agent: TestAgent, at: number) =>
      agent.put(`/api/people/${id}`).set('If-Match', `"${at}"`).send(facts);
    await put(bram, version).expect(403);
    await bram.get('/api/people').expect(403);
    await bram.get('/api/security-log').expect(403);
    await put(lead, version).expect(200);
    expect((await put(lead, version).expect(412)).body.current).toMatchObject({ role: 'groomer' });
  });

  it('who is disabled is out at once and cannot come in; enabled again, they can', async () => {
    const lead = await world.signIn('ottilie');
    const bram = await world.signIn('bram');
    const { id } = await named(lead, 'bram');
    await lead.post(`/api/people/${id}/disable`).expect(200);
    await bram.get('/api/session').expect(401);
    await signInAs('bram', 'harbour-groomer').answer.expect(401);
    await lead.post(`/api/people/${id}/enable`).expect(200);
    await world.signIn('bram');
  });

  it('the last lead can be neither disabled nor made less', async () => {
    const lead = await world.signIn('ottilie');
    const { id, version } = await named(lead, 'ottilie');
    const less = { name: 'Ottilie Marsh', role: 'groomer', hand: 'right' };
    await lead.post(`/api/people/${id}/disable`).expect(403);
    await lead.put(`/api/people/${id}`).set('If-Match', `"${version}"`).send(less).expect(403);
  });

  it('a password set anew ends that person’s sessions', async () => {
    const lead = await world.signIn('ottilie');
    const { id } = await named(lead, 'isolde');
    const isolde = await world.signIn('isolde');
    await lead.post(`/api/people/${id}/password`).send({ password: 'harbour-trainee' }).expect(204);
    await isolde.get('/api/session').expect(401);
    await world.signIn('isolde');
  });

  it('of another salon are not there', async () => {
    const lead = await world.signIn('ottilie');
    const { id } = await named(lead, 'bram');
    const stranger = await world.signIn('zephyrine');
    expect(await members(stranger)).toHaveLength(1);
    await stranger.post(`/api/people/${id}/disable`).expect(404);
    await stranger.post(`/api/people/${id}/password`).send({ password: 'a stolen bucket' }).expect(404);
  });

  it('the log says who did what to whom, and whom somebody tried to be', async () => {
    const lead = await world.signIn('ottilie');
    await signInAs('bram', 'wrong').answer.expect(401);
    const lines = await log(lead);
    expect(lines[0]).toMatchObject({ event: 'sign-in-failed', by: null, about: 'Bram Quennell' });
    expect(lines).toContainEqual(
      expect.objectContaining({ event: 'person-disabled', by: 'Ottilie Marsh', about: 'Bram Quennell' }),
    );
    expect(JSON.stringify(lines)).not.toMatch(/harbour-|argon2/);
    const work = world.owner.db.execute(sql`set role kurrel_app; delete from security_log`);
    await expect(work).rejects.toThrow();
  });
});

describe('sessions', () => {
  const sessionsOf = async (agent: TestAgent) =>
    (await agent.get('/api/sessions').expect(200)).body as OpenSession[];

  it('signing in again ends the session that was open in this browser', async () => {
    const agent = await world.signIn('bram');
    const before = (await agent.get('/api/session')).request.cookies as string;
    await agent.post('/api/session').send({ login: 'bram', password: 'harbour-groomer' }).expect(204);
    await request(world.app).get('/api/session').set('Cookie', before).expect(401);
  });

  it('are listed with where one is; the others can be ended, one or all', async () => {
    const here = await world.signIn('bram');
    await here.delete('/api/sessions').expect(204);
    const there = await world.signIn('bram');
    const third = await world.signIn('bram');
    expect((await sessionsOf(here)).filter((one) => one.here)).toHaveLength(1);
    expect(await sessionsOf(here)).toHaveLength(3);
    const other = (await sessionsOf(there)).find((one) => one.here);
    await here.delete(`/api/sessions/${other?.id}`).expect(204);
    await there.get('/api/session').expect(401);
    await here.delete('/api/sessions').expect(204);
    await third.get('/api/session').expect(401);
    await here.get('/api/session').expect(200);
  });

  it('left idle for a working day are over, and swept away', async () => {
    const agent = await world.signIn('isolde');
    const idle = sql`update sessions set seen_at = now() - interval '13 hours' where person_id = (select id from people where login = 'isolde')`;
    await world.owner.db.execute(idle);
    await agent.get('/api/session').expect(401);
    await world.signIn('bram');
    const left = await world.owner.db.execute(
      sql`select 1 from sessions where seen_at < now() - interval '12 hours'`,
    );
    expect(left.rows).toEqual([]);
  });

  it('one’s own password is changed with the old one, and ends the other sessions', async () => {
    const here = await world.signIn('zephyrine');
    const there = await world.signIn('zephyrine');
    const change = (old: string, password: string) =>
      here.put('/api/session/password').send({ old, password });
    expect((await change('wrong', 'long lamp oil')).body.fields[0].path).toBe('old');
    expect((await change('lamp-lane-lead', 'short')).body.fields[0].path).toBe('password');
    await change('lamp-lane-lead', 'lamp-lane-lead').expect(204);
    await there.get('/api/session').expect(401);
    await here.get('/api/session').expect(200);
  });

  it('guessing at one name from many addresses, or at many names from one, is paused', async () => {
    const attempt = (login: string, from: string) =>
      request(world.app).post('/api/session').set('X-Forwarded-For', from).send({ login, password: 'wrong' });
    for (let i = 0; i < 24; i++) await attempt('everybodys-target', `10.0.1.${i}`).expect(401);
    await attempt('everybodys-target', '10.0.2.1').expect(429);
    for (let i = 0; i < 60; i++) await attempt(`name-${i}`, '10.0.3.1').expect(401);
    await attempt('one-more', '10.0.3.1').expect(429);
    await attempt('one-more', '10.0.3.2').expect(401);
  });
});

describe('a write sent again', () => {
  const book = (agent: TestAgent, dog: string, key: string, minutes = 60) =>
    agent
      .post(`/api/dogs/${dog}/visits`)
      .set('Idempotency-Key', key)
      .send({ startsAt: '2027-03-01T09:00:00Z', minutes, what: 'bath' });

  it('is answered as the first time and done once, also when both come at once', async () => {
    const agent = await world.signIn('bram');
    const { dogs } = (await agent.get('/api/dogs?q=Juniper')).body as { dogs: { id: string }[] };
    const dog = dogs[0]?.id ?? '';
    const answers = await Promise.all([1, 2, 3].map(() => book(agent, dog, 'booking-0001')));
    expect(new Set(answers.map(({ body }) => (body as { id: string }).id)).size).toBe(1);
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    const kept = await world.owner.db.execute(
      sql`select 1 from visits where starts_at = '2027-03-01T09:00:00Z'`,
    );
    expect(kept.rows).toHaveLength(1);
    expect((await book(agent, dog, 'booking-0001', 90).expect(422)).body.title).toMatch(/used before/);
    await book(await world.signIn('ottilie'), dog, 'booking-0001').expect(422);
    await book(agent, dog, 'x').expect(422);
  });

  it('a plan saved under a key is one version, though its If-Match is old by then', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Juniper');
    const save = () =>
      agent
        .put(`/api/visits/${visit}/plan`)
        .set('If-Match', '"0"')
        .set('Idempotency-Key', 'plan-0001')
        .send(lamb);
    expect((await save().expect(200)).body.version).toBe(1);
    const again = await save().expect(200);
    expect(again.body.version).toBe(1);
    expect(again.headers.etag).toBe('"1"');
    expect((await keptPlan(agent, visit)).zones.length).toBeGreaterThan(10);
  });

  it('a refusal is not remembered: mended, the same key goes through', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Juniper');
    const save = (version: number) =>
      agent
        .put(`/api/visits/${visit}/plan`)
        .set('If-Match', `"${version}"`)
        .set('Idempotency-Key', 'plan-0002')
        .send(lamb);
    await save(0).expect(412);
    await save(1).expect(200);
  });
});

describe('what an owner may ask for', () => {
  it('is a copy of all that is kept, and that their name goes while the visits stay', async () => {
    const lead = await world.signIn('ottilie');
    const bram = await world.signIn('bram');
    const before = (await lead.get('/api/dogs?q=Juniper').expect(200)).body.dogs[0];
    const visit = await visitOf(lead, 'Juniper');
    const version = (await lead.get(`/api/visits/${visit}`)).body.saved?.version ?? 0;
    const signature = { width: 400, height: 160, strokes: [[10, 10, 40, 40]] };
    const { consent } = (
      await lead
        .post(`/api/visits/${visit}/consents`)
        .set('If-Match', `"${version}"`)
        .send({ kind: 'wish', choices: lamb, signedBy: before.owner, signature })
        .expect(201)
    ).body;
    const ask = (agent: TestAgent, what: string, owner: string) =>
      agent.post(`/api/owners/${what}`).send({ owner });
    await ask(bram, 'export', before.owner).expect(403);
    await ask(lead, 'export', 'Nobody Here').expect(422);
    const copy = (await ask(lead, 'export', before.owner).expect(200)).body;
    expect(copy.dogs[0]).toMatchObject({ name: 'Juniper', owner: before.owner });
    expect(copy.dogs[0].visits.flatMap((v: { consents: object[] }) => v.consents)).toHaveLength(1);
    await ask(lead, 'erase', before.owner).expect(200);
    const card = (await lead.get(`/api/dogs/${before.id}`).expect(200)).body;
    expect(card.dog.owner).toBe('');
    expect(card.visits.length).toBe(copy.dogs[0].visits.length);
    const kept = (await lead.get(`/api/visits/${visit}/consents/${consent.id}`).expect(200)).body;
    expect(kept).toMatchObject({ signedBy: '', signature: { strokes: [] }, unchanged: null });
    expect(kept.statements).toEqual(consent.statements);
    const rest = await world.owner.db.execute(
      sql`select (select string_agg(d::text, '') from dogs d) || (select string_agg(c::text, '') from consents c)
        || coalesce((select string_agg(w::text, '') from writes w), '') as text`,
    );
    expect(rest.rows[0]?.text).not.toContain(before.owner);
  });
});

describe('an owner whose dog was sold', () => {
  it('gets what was theirs, and the new owner none of it; erased, the name is nowhere, and what still has a part of it is listed', async () => {
    const lead = await world.signIn('ottilie');
    const { body: page } = await lead.get('/api/dogs?q=Bosun').expect(200);
    const [dog] = page.dogs;
    const old = 'Wilhelmina Ottershaw';
    const put = async (facts: object) => {
      const { body } = await lead.get(`/api/dogs/${dog.id}`).expect(200);
      const { id: _id, version, archived: _archived, ...is } = body.dog;
      await lead
        .put(`/api/dogs/${dog.id}`)
        .set('If-Match', `"${version}"`)
        .send({ ...is, ...facts })
        .expect(200);
    };
    await put({ owner: old, remember: [`${old} likes him short`, 'Ottershaw children feed him'] });
    await world.owner.db.execute(
      sql`update visits set owner = ${old} where dog_id = ${dog.id} and record is not null`,
    );
    await put({ owner: 'Cornelius Vale' });
    const ask = (path: string, owner: string) => lead.post(`/api/owners/${path}`).send({ owner });
    const theirs = (await ask('export', old).expect(200)).body.dogs[0];
    expect(theirs.visits.length).toBeGreaterThan(0);
    expect(theirs).toMatchObject({ owner: old, remember: [] });
    const news = (await ask('export', 'Cornelius Vale').expect(200)).body.dogs[0];
    expect(news.visits.every((v: { record: unknown }) => v.record === null)).toBe(true);
    const erased = (await ask('erase', old).expect(200)).body;
    expect(erased.left).toEqual([{ dog: 'Bosun', place: 'card', said: 'Ottershaw children feed him' }]);
    const after = (await lead.get(`/api/dogs/${dog.id}`).expect(200)).body.dog;
    expect(after.owner).toBe('Cornelius Vale');
    expect(after.remember[0]).toBe('… likes him short');
    await ask('export', old).expect(422);
  });
});

describe('tries to sign in', () => {
  it('slow a name down, and do not shut out its owner from a device that is known', async () => {
    await world.owner.db.execute(sql`delete from gate.tries`);
    const owner = request.agent(world.app);
    const sign = (agent: ReturnType<typeof request.agent>, password: string) =>
      agent.post('/api/session').send({ login: 'bram', password });
    await sign(owner, world.passwordOf('bram')).expect(204);
    const stranger = request.agent(world.app);
    for (let i = 0; i < 8; i++) await sign(stranger, `wrong ${i} wrong`).expect(401);
    await sign(stranger, world.passwordOf('bram')).expect(429);
    await sign(owner, world.passwordOf('bram')).expect(204);
    // On the known device its own wrong tries count.
    for (let i = 0; i < 8; i++) await sign(owner, `wrong ${i} wrong`).expect(401);
    await sign(owner, world.passwordOf('bram')).expect(429);
    await world.owner.db.execute(sql`delete from gate.tries`);
  });

  it('a changed password makes the device unknown, and one’s own is changed with the old one only', async () => {
    const lead = await world.signIn('ottilie');
    const me = (await lead.get('/api/session').expect(200)).body.person.id;
    await lead.post(`/api/people/${me}/password`).send({ password: 'three wet towels' }).expect(403);
  });
});

describe('a signed consent', () => {
  it('that somebody changed in the database is found out, on the visit and from the dog’s card', async () => {
    const lead = await world.signIn('ottilie');
    const visit = await visitOf(lead, 'Wren');
    const signature = { width: 400, height: 160, strokes: [[10, 10, 40, 40]] };
    const sheet = (await lead.get(`/api/visits/${visit}`)).body;
    const choices = sheet.saved?.choices ?? sheet.asked;
    const { consent } = (
      await lead
        .post(`/api/visits/${visit}/consents`)
        .set('If-Match', `"${sheet.saved?.version ?? 0}"`)
        .send({ kind: 'wish', choices, signedBy: 'A. Owner', signature })
        .expect(201)
    ).body;
    const card = (await lead.get(`/api/dogs/${sheet.dog.id}`)).body;
    const line = card.visits.find(({ id }: { id: string }) => id === visit);
    expect(line.consents).toMatchObject([{ id: consent.id, signedBy: 'A. Owner' }]);
    const check = async () => (await lead.get(`/api/visits/${visit}/consents/${consent.id}`)).body.unchanged;
    expect(await check()).toBe(true);
    const price = sql`update consents set signed = jsonb_set(signed, '{price,amount}', '1') where id = ${consent.id}`;
    await world.owner.db.execute(price);
    expect(await check()).toBe(false);
  });
});
