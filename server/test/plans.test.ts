import type { SavedPlan, VisitSheet } from '@kurrel/contract';
import { recordOfPlan } from '@kurrel/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { planFor } from '../src/visits/gate.ts';
import type { World } from './world.ts';
import { createWorld, keptPlan, lamb, library, toolLabelled, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const override = (zone: string, targetMm: number, acknowledged = false) => ({
  zone,
  targetMm,
  toolId: null,
  direction: null,
  reason: 'owner likes it',
  acknowledged,
});

describe('a visit’s sheet', () => {
  it('holds the dog, the drawer, and the hair grown since the last record', async () => {
    const agent = await world.signIn('ottilie');
    const sheet = (await agent.get(`/api/visits/${await visitOf(agent, 'Juniper')}`).expect(200))
      .body as VisitSheet;
    expect(sheet.dog.name).toBe('Juniper');
    expect(sheet.drawer.length).toBeGreaterThan(20);
    expect(Object.keys(sheet.hands.lengths)).toEqual(['foreleg.left']);
    expect(sheet.hands.lengths['foreleg.left']?.mm).toBe(9);
    const backNow = sheet.predictedMm.back ?? 0;
    expect(backNow).toBeGreaterThan(13 + 8 * 7 * (12 / 30.4375) - 6);
    expect(backNow).toBeLessThan(13 + 8 * 7 * (12 / 30.4375) + 6);
    expect(sheet.lastVisit).not.toBeNull();
  });

  it('lists a day in the order of arrival', async () => {
    const agent = await world.signIn('ottilie');
    await agent.get('/api/visits?from=monday&to=tuesday').expect(422);
    const from = new Date();
    from.setHours(0, 0, 0, 0);
    const to = new Date(from.getTime() + 86_400_000);
    const { body } = await agent
      .get(`/api/visits?from=${from.toISOString()}&to=${to.toISOString()}`)
      .expect(200);
    const starts = (body as { startsAt: string }[]).map((l) => l.startsAt);
    expect(starts.length).toBeGreaterThanOrEqual(10);
    expect(starts).toEqual([...starts].sort());
  });
});

describe('saving a plan', () => {
  it('keeps every version and gives the last one back', async () => {
    const agent = await world.signIn('ottilie');
    const visit = await visitOf(agent, 'Juniper');
    const first = (await agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"0"').send(lamb).expect(200))
      .body as SavedPlan;
    expect(first).toMatchObject({ version: 1, savedBy: 'Ottilie Marsh', choices: lamb });
    const changed = { ...lamb, overrides: [override('back', 9.5)] };
    await agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"1"').send(changed).expect(200);
    const sheet = (await agent.get(`/api/visits/${visit}`)).body as VisitSheet;
    expect(sheet.saved?.version).toBe(2);
    expect(sheet.saved?.choices.overrides).toEqual(changed.overrides);
    const versions = (await agent.get(`/api/visits/${visit}/plans`)).body as SavedPlan[];
    expect(versions.map((v) => v.version)).toEqual([2, 1]);
  });

  it('the server’s plan is the one core makes from the same sheet', async () => {
    const agent = await world.signIn('ottilie');
    const visit = await visitOf(agent, 'Clementine');
    const choices = { ...lamb, trimId: 'powder-puff' };
    const sheet = (await agent.get(`/api/visits/${visit}`)).body as VisitSheet;
    await agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"0"').send(choices).expect(200);
    expect(await keptPlan(agent, visit)).toEqual(
      JSON.parse(JSON.stringify(recordOfPlan(planFor(library, sheet, choices).plan))),
    );
  });

  it('two people at once: the second is told, sees the first’s plan and has lost nothing', async () => {
    const bram = await world.signIn('bram');
    const isolde = await world.signIn('isolde');
    const visit = await visitOf(bram, 'Tansy');
    const choices = { ...lamb, trimId: 'short-jacket' };
    const save = (agent: typeof bram, extra: object) =>
      agent
        .put(`/api/visits/${visit}/plan`)
        .set('If-Match', '"0"')
        .send({ ...choices, ...extra });
    const answers = await Promise.all([save(bram, {}), save(isolde, { purpose: 'show' })]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 412]);
    const told = answers.find((a) => a.status === 412)?.body as { current: SavedPlan };
    expect(told.current.version).toBe(1);
    const loser = answers[0]?.status === 412 ? bram : isolde;
    await loser.put(`/api/visits/${visit}/plan`).set('If-Match', '"1"').send(choices).expect(200);
  });

  it('refuses what is not there or cannot be, naming it', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Bosun');
    const save = (body: object) => agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"0"').send(body);
    expect((await save(lamb).expect(422)).body.fields[0].path).toBe('trimId');
    const even = { ...lamb, trimId: 'retriever' };
    expect((await save({ ...even, overrides: [override('back', -3)] }).expect(422)).body.fields[0].path).toBe(
      'overrides[0].targetMm',
    );
    const gone = { ...override('back', 9), toolId: '00000000-0000-4000-8000-000000000000' };
    expect((await save({ ...even, overrides: [gone] }).expect(422)).body.fields[0].message).toMatch(
      'no longer in the drawer',
    );
    const path = async (extra: object) => (await save({ ...even, ...extra }).expect(422)).body.fields[0].path;
    expect(await path({ schools: { face: 'sideways' } })).toBe('schools.face');
    expect(await path({ schools: { moon: 'full' } })).toBe('schools.moon');
    expect(await path({ sides: { 'horn.left': 'match' } })).toBe('sides.horn.left');
    expect(await path({ overrides: [override('horn', 9)] })).toBe('overrides[0].zone');
    await agent.put(`/api/visits/${visit}/plan`).send(even).expect(428);
  });

  it('an unsafe override is saved only when somebody who may has acknowledged it', async () => {
    const isolde = await world.signIn('isolde');
    const bram = await world.signIn('bram');
    const visit = await visitOf(bram, 'Quill');
    const choices = (acknowledged: boolean) => ({
      ...lamb,
      trimId: 'skin-kind',
      overrides: [override('throat', 0.5, acknowledged)],
    });
    const save = (agent: typeof bram, acknowledged: boolean) =>
      agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"1"').send(choices(acknowledged));
    expect((await save(bram, false).expect(409)).body.type).toBe('urn:kurrel:problem:unsafe');
    await save(isolde, true).expect(403);
    await save(bram, true).expect(200);
  });
});

describe('a vet’s instruction', () => {
  it('is passed on by a groomer, not by a trainee', async () => {
    const isolde = await world.signIn('isolde');
    const bram = await world.signIn('bram');
    const visit = await visitOf(bram, 'Sorrel');
    const choices = { ...lamb, trimId: 'short', wish: { ...lamb.wish, allOverMm: 1.5, vetAsks: true } };
    const save = (agent: typeof bram) =>
      agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"0"').send(choices);
    expect((await save(isolde).expect(403)).body.title).toMatch(/Somebody else decides/);
    await save(bram).expect(200);
    expect((await keptPlan(bram, visit)).zones.find(({ zone }) => zone === 'back')?.leftMm).toBe(1.5);
  });
});

describe('what is asked for', () => {
  it('is refused by name where the packs know no such place or job', async () => {
    const bram = await world.signIn('bram');
    const visit = await visitOf(bram, 'Sorrel');
    const save = (choices: object) =>
      bram
        .put(`/api/visits/${visit}/plan`)
        .set('If-Match', '"1"')
        .send({ ...lamb, trimId: 'short', ...choices });
    const place = { place: 'wings', ask: 'short', mm: null };
    const { body: noPlace } = await save({ wish: { ...lamb.wish, places: [place] } }).expect(422);
    expect(noPlace.fields[0].message).toBe('Kurrel knows no place "wings" to ask for.');
    const { body: noJob } = await save({ scope: ['flying'] }).expect(422);
    expect(noJob.fields[0].message).toBe('Kurrel knows no job "flying".');
    const noLength = { place: 'legs', ask: 'length', mm: null };
    await save({ wish: { ...lamb.wish, places: [noLength] } }).expect(422);
  });
});

describe('the drawer', () => {
  it('adds, changes, removes and puts back a tool', async () => {
    const agent = await world.signIn('bram');
    const facts = { kindId: 'blade-6f', label: '6F', lengthMm: null, dull: false, atHand: true };
    const { body: tool } = await agent.post('/api/drawer').send(facts).expect(201);
    await agent
      .put(`/api/drawer/${tool.id}`)
      .set('If-Match', '"1"')
      .send({ ...facts, dull: true })
      .expect(200);
    await agent.put(`/api/drawer/${tool.id}`).set('If-Match', '"1"').send(facts).expect(412);
    await agent.post(`/api/drawer/${tool.id}/remove`).expect(204);
    expect((await agent.get('/api/drawer')).body.some((t: { id: string }) => t.id === tool.id)).toBe(false);
    await agent.post(`/api/drawer/${tool.id}/restore`).expect(204);
    expect((await toolLabelled(agent, '6F')).dull).toBe(true);
  });

  it('learns from an after-measure and refuses one that cannot be', async () => {
    const agent = await world.signIn('bram');
    const comb = await toolLabelled(agent, 'cod');
    const measure = { coatType: 'tight-curl', direction: 'with', measuredMm: 27 };
    const { body } = await agent.post(`/api/drawer/${comb.id}/measures`).send(measure).expect(201);
    expect(body.measures).toHaveLength(comb.measures.length + 1);
    expect(body.measures.at(-1)).toEqual({
      coatClass: 'upright curl',
      direction: 'with',
      measuredMm: 27,
      expectedMm: 25.3,
    });
    await agent
      .post(`/api/drawer/${comb.id}/measures`)
      .send({ ...measure, measuredMm: 0 })
      .expect(422);
    await agent
      .post(`/api/drawer/${comb.id}/measures`)
      .send({ ...measure, coatType: 'scales' })
      .expect(422);
    const shears = await toolLabelled(agent, 'straight shears');
    await agent.post(`/api/drawer/${shears.id}/measures`).send(measure).expect(422);
  });

  it('asks about a reading beyond what is expected, and one that is taken out has never been', async () => {
    const agent = await world.signIn('bram');
    const comb = await toolLabelled(agent, 'ling');
    const path = `/api/drawer/${comb.id}/measures`;
    const measure = { coatType: 'tight-curl', direction: 'with', measuredMm: 150 };
    const { body: refusal } = await agent.post(path).send(measure).expect(422);
    expect(refusal.fields[0].message).toContain('measure again');
    expect((await agent.get(path).expect(200)).body).toHaveLength(comb.measures.length);
    await agent
      .post(path)
      .send({ ...measure, confirmed: true })
      .expect(201);
    const { body: taken } = await agent.get(path).expect(200);
    expect(taken[0]).toMatchObject({ measuredMm: 150, direction: 'with' });
    const trainee = await world.signIn('isolde');
    await trainee.delete(`${path}/${taken[0].id}`).expect(403);
    const { body: after } = await agent.delete(`${path}/${taken[0].id}`).expect(200);
    expect(after.measures).toEqual(comb.measures);
    await agent.delete(`${path}/${taken[0].id}`).expect(404);
  });

  it('is not a trainee’s to change', async () => {
    const agent = await world.signIn('isolde');
    const comb = await toolLabelled(agent, 'cod');
    await agent.post(`/api/drawer/${comb.id}/remove`).expect(403);
    await agent.post('/api/drawer').send({ kindId: 'blade-10', label: 'x', lengthMm: null }).expect(403);
  });
});
