import type { DogPage, DogWithVisits } from '@kurrel/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { World } from './world.ts';
import { createWorld, dogNamed, lamb, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const newDog = {
  name: 'Thistle',
  breedId: 'bichon-frise',
  bornOn: '2023-04-01',
  coatType: 'powder-puff',
  measurements: { heightMm: 270 },
};

describe('the demo world', () => {
  it('has all sixteen dogs, each with two to nine visits behind it, but for one that comes first, and one to come', async () => {
    const agent = await world.signIn('ottilie');
    const { body } = (await agent.get('/api/dogs').expect(200)) as { body: DogPage };
    expect(body.dogs).toHaveLength(16);
    for (const { id, name } of body.dogs) {
      const card = (await agent.get(`/api/dogs/${id}`).expect(200)).body as DogWithVisits;
      const done = card.visits.filter((v) => v.done).length;
      if (name === 'Fig') expect(done).toBe(0);
      else expect(done, name).toBeGreaterThanOrEqual(2);
      expect(done, name).toBeLessThanOrEqual(9);
      for (const visit of card.visits) {
        if (!visit.done || name === 'Juniper') expect(visit.tools.length > 0, name).toBe(visit.done);
      }
      expect(
        card.visits.filter((v) => !v.done),
        name,
      ).toHaveLength(1);
    }
  });

  it('is the same world each time', async () => {
    const other = await createWorld();
    const names = async (w: World) =>
      (await (await w.signIn('bram')).get('/api/drawer')).body.map(
        (t: { measures: unknown[] }) => t.measures.length,
      ) as number[];
    expect(await names(other)).toEqual(await names(world));
    await other.close();
  });
});

describe('the dogs', () => {
  it('are found by name, owner and what the breed is called', async () => {
    const agent = await world.signIn('bram');
    const names = async (q: string) =>
      (await agent.get(`/api/dogs?q=${encodeURIComponent(q)}`)).body.dogs.map(
        (d: { name: string }) => d.name,
      ) as string[];
    expect(await names('juni')).toEqual(['Juniper']);
    expect(await names('Penhallow')).toEqual(['Wren']);
    expect(await names('golden')).toEqual(['Ptarmigan']);
    expect(await names('%')).toEqual([]);
  });

  it('a new one is kept and found again', async () => {
    const agent = await world.signIn('isolde');
    const { body, headers } = await agent.post('/api/dogs').send(newDog).expect(201);
    expect(headers.etag).toBe('"1"');
    const card = (await agent.get(`/api/dogs/${body.id}`).expect(200)).body as DogWithVisits;
    expect(card.dog).toMatchObject({
      name: 'Thistle',
      measurements: { heightMm: 270 },
      version: 1,
      bornOn: '2023-04-01',
    });
  });

  it('refuses what no dog is, naming the fields', async () => {
    const agent = await world.signIn('isolde');
    const paths = async (wrong: object) => {
      const { body } = await agent
        .post('/api/dogs')
        .send({ ...newDog, ...wrong })
        .expect(422);
      return (body.fields as { path: string }[]).map((f) => f.path);
    };
    expect(await paths({ name: '' })).toEqual(['name']);
    expect(await paths({ measurements: { heightMm: 4 } })).toEqual(['measurements.heightMm']);
    expect(await paths({ measurements: { heightMm: 900 } })).toEqual(['measurements.heightMm']);
    expect(await paths({ breedId: 'griffon-of-nowhere' })).toEqual(['breedId']);
    expect(await paths({ bornOn: '2090-01-01' })).toEqual(['bornOn']);
    expect(
      await paths({ signs: [{ sign: 'moods', zone: null, level: null, sizeMm: null, note: '' }] }),
    ).toEqual(['signs']);
  });

  it('two people changing one card: the second is told and sees what is there', async () => {
    const bram = await world.signIn('bram');
    const isolde = await world.signIn('isolde');
    const { version, id, archived: _a, id: _i, ...facts } = await dogNamed(bram, 'Quill');
    await bram
      .put(`/api/dogs/${id}`)
      .set('If-Match', `"${version}"`)
      .send({ ...facts, owner: 'New Owner' })
      .expect(200);
    const { body } = await isolde
      .put(`/api/dogs/${id}`)
      .set('If-Match', `"${version}"`)
      .send({ ...facts, remember: ['mine'] })
      .expect(412);
    expect(body).toMatchObject({
      type: 'urn:kurrel:problem:changed-meanwhile',
      current: { owner: 'New Owner', version: version + 1 },
    });
    await bram.put(`/api/dogs/${id}`).send(facts).expect(428);
  });

  it('taking one off the list asks for the lead and can be undone', async () => {
    const bram = await world.signIn('bram');
    const ottilie = await world.signIn('ottilie');
    const { id } = await dogNamed(bram, 'Flint');
    await bram.post(`/api/dogs/${id}/archive`).expect(403);
    await ottilie.post(`/api/dogs/${id}/archive`).expect(200);
    expect((await ottilie.get('/api/dogs?q=Flint')).body.dogs).toEqual([]);
    await ottilie.post(`/api/dogs/${id}/restore`).expect(200);
    expect((await ottilie.get('/api/dogs?q=Flint')).body.dogs).toHaveLength(1);
  });

  it('a visit is booked, with its faults named', async () => {
    const bram = await world.signIn('bram');
    const { id } = await dogNamed(bram, 'Fig');
    await bram
      .post(`/api/dogs/${id}/visits`)
      .send({ startsAt: new Date().toISOString(), minutes: 45, what: 'Nails' })
      .expect(201);
    const { body } = await bram
      .post(`/api/dogs/${id}/visits`)
      .send({ startsAt: 'soon', minutes: 1, what: '' })
      .expect(422);
    expect(body.fields.map((f: { path: string }) => f.path).sort()).toEqual(['minutes', 'startsAt', 'what']);
    const isolde = await world.signIn('isolde');
    await isolde
      .post(`/api/dogs/${id}/visits`)
      .send({ startsAt: new Date().toISOString(), minutes: 45, what: 'x' })
      .expect(403);
  });

  it('a visit is booked for part of a groom; the dog’s trim and wishes come along, what was decided on the day does not', async () => {
    const bram = await world.signIn('bram');
    const { id } = await dogNamed(bram, 'Sorrel');
    const before = await visitOf(bram, 'Sorrel');
    const wish = {
      ...lamb.wish,
      places: [{ place: 'ears', ask: 'as-it-is' as const, mm: null }],
      vetAsks: true,
    };
    const short = { ...lamb, trimId: 'short' };
    const own = { zone: 'back', targetMm: 14, toolId: null, direction: null, reason: '', acknowledged: true };
    await bram
      .put(`/api/visits/${before}/plan`)
      .set('If-Match', '"0"')
      .send({ ...short, wish, overrides: [own] })
      .expect(200);
    const book = (body: object) =>
      bram
        .post(`/api/dogs/${id}/visits`)
        .send({ startsAt: '2030-03-01T09:00:00Z', minutes: 20, what: 'Nails', ...body });
    const { body: booked } = await book({ scope: ['nails'] }).expect(201);
    const { body: sheet } = await bram.get(`/api/visits/${booked.id}`).expect(200);
    expect(sheet.asked).toEqual({ ...short, wish: { ...wish, vetAsks: false }, scope: ['nails'] });
    const { body: refused } = await book({ scope: ['wings'] }).expect(422);
    expect(refused.fields[0]).toMatchObject({ path: 'scope', message: 'Kurrel knows no job "wings".' });
    await book({ scope: ['nails', 'nails'] }).expect(422);
  });

  it('a new dog that is booked for its nails has its breed’s first trim behind them', async () => {
    const bram = await world.signIn('bram');
    const { id: _id, version: _version, archived: _archived, ...flint } = await dogNamed(bram, 'Flint');
    const { body: dog } = await bram
      .post('/api/dogs')
      .send({ ...flint, name: 'Newcomer' })
      .expect(201);
    const { body: booked } = await bram
      .post(`/api/dogs/${dog.id}/visits`)
      .send({ startsAt: '2030-03-02T09:00:00Z', minutes: 20, what: 'Nails', scope: ['nails'] })
      .expect(201);
    const { body: sheet } = await bram.get(`/api/visits/${booked.id}`).expect(200);
    expect(sheet.asked).toMatchObject({ trimId: 'polish', scope: ['nails'], wish: { places: [] } });
  });
});
