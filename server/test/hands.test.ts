import type { SavedHands, VisitSheet } from '@kurrel/contract';
import type { Hands } from '@kurrel/core';
import { withFind, withoutFind } from '@kurrel/core';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { World } from './world.ts';
import { createWorld, visitOf } from './world.ts';

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const sheetOf = async (agent: TestAgent, visit: string) =>
  (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
const put = (agent: TestAgent, sheet: VisitSheet, hands: Hands) =>
  agent
    .put(`/api/visits/${sheet.visit.id}/hands`)
    .set('If-Match', `"${sheet.handsVersion}"`)
    .send({ hands, dogVersion: sheet.dog.version });
const sign = (id: string, zone: string | null, sizeMm: number | null = null) => ({
  kind: 'sign' as const,
  sign: { sign: id, zone, level: null, sizeMm, note: '' },
});
const open = async (login: string, dog: string) => {
  const agent = await world.signIn(login);
  return { agent, sheet: await sheetOf(agent, await visitOf(agent, dog)) };
};

describe('what the hands found', () => {
  it('a visit starts with what stays on the dog, and nothing of the day', async () => {
    const { sheet } = await open('isolde', 'Wren');
    expect(sheet.handsVersion).toBe(0);
    expect(sheet.hands.signs.map(({ sign, zone }) => `${sign}@${zone}`)).toEqual([
      'lump@rib.left',
      'lump@thigh.right',
    ]);
    expect(sheet.hands).toMatchObject({ mats: [], lengths: {} });
    expect(sheet.lastVisit?.signs).toHaveLength(2);
    expect(sheet.history.dog.length).toBeGreaterThan(8);
  });

  it('is kept with the visit; what stays goes to the dog’s card, what passes does not', async () => {
    const { agent, sheet } = await open('isolde', 'Wren');
    const hands = [
      sign('lump', 'back', 5),
      sign('redness', 'belly'),
      { kind: 'structure' as const, finding: { finding: 'short-neck', severity: 'mild' as const } },
      { kind: 'modifier' as const, modifier: 'senior' },
    ].reduce(withFind, sheet.hands);
    const saved = (await put(agent, sheet, hands).expect(200)).body as SavedHands;
    expect(saved).toMatchObject({ version: 1, dogVersion: sheet.dog.version + 1, savedBy: 'Isolde Pike' });
    const after = await sheetOf(agent, sheet.visit.id);
    expect(after.hands.signs).toHaveLength(4);
    expect(after.dog.signs.map(({ sign: id }) => id)).toEqual(['lump', 'lump', 'lump']);
    expect(after.dog.coatModifiers).toContain('senior');
    expect(after.dog.findings[0]?.finding).toBe('short-neck');
  });

  it('saving the same again leaves the card’s version alone', async () => {
    const { agent, sheet } = await open('isolde', 'Wren');
    const saved = (await put(agent, sheet, sheet.hands).expect(200)).body as SavedHands;
    expect(saved.dogVersion).toBe(sheet.dog.version);
  });

  it('two people writing on one dog: the second is told and given what is there', async () => {
    const { agent, sheet } = await open('bram', 'Bosun');
    await put(agent, sheet, withFind(sheet.hands, sign('redness', 'belly'))).expect(200);
    const told = await put(agent, sheet, withFind(sheet.hands, sign('static', 'back'))).expect(412);
    expect((told.body as { current: VisitSheet }).current.hands.signs[0]?.sign).toBe('redness');
  });

  it('names what cannot be: an unknown sign or zone, a sign without a place, a mat without size', async () => {
    const { agent, sheet } = await open('ottilie', 'Marzipan');
    const paths = async (hands: object) => {
      const { body } = await put(agent, sheet, { ...sheet.hands, ...hands } as Hands).expect(422);
      return (body.fields as { path: string }[]).map(({ path }) => path);
    };
    const seen = (id: string, zone: string | null) => [sign(id, zone).sign];
    expect(await paths({ signs: seen('moods', null) })).toEqual(['hands.signs[0].sign']);
    expect(await paths({ signs: seen('lump', 'wing.left') })).toEqual(['hands.signs[0].zone']);
    expect(await paths({ signs: seen('lump', null) })).toEqual(['hands.signs[0].zone']);
    expect(await paths({ coatType: 'tinsel' })).toEqual(['hands.coatType']);
    const flat = {
      id: 'm1',
      zone: 'back',
      lengthCm: 0,
      widthCm: 3,
      tightness: 5,
      toSkinMm: -1,
      burr: false,
      sores: false,
    };
    expect(await paths({ mats: [flat] })).toEqual([
      'hands.mats[0].lengthCm',
      'hands.mats[0].tightness',
      'hands.mats[0].toSkinMm',
    ]);
    expect(await paths({ lengths: { back: { mm: 900, sdMm: null, readings: 1, by: 'rule' } } })).toEqual([
      'hands.lengths.back.mm',
    ]);
    expect((await sheetOf(agent, sheet.visit.id)).handsVersion).toBe(0);
  });

  it('a 40 cm Yorkshire terrier is not taken until somebody measured twice', async () => {
    const { agent, sheet } = await open('ottilie', 'Fig');
    const tall = { ...sheet.hands, measurements: { ...sheet.hands.measurements, heightMm: 400 } };
    const { body } = await put(agent, sheet, tall).expect(422);
    expect(body.fields[0]).toMatchObject({
      path: 'hands.measurements.heightMm',
      message: expect.stringMatching(/Yorkshire terrier usually has 158 to 258 mm/),
    });
    await put(agent, sheet, { ...tall, confirmed: ['heightMm'] }).expect(200);
  });
});

describe('stops', () => {
  it('keep the work from starting until somebody who may has cleared or referred them, for good in the log', async () => {
    const { agent: trainee, sheet } = await open('isolde', 'Quill');
    const visit = `/api/visits/${sheet.visit.id}`;
    await put(trainee, sheet, withFind(sheet.hands, sign('hot-spot', 'thigh.left'))).expect(200);
    const stopped = await trainee.put(`${visit}/start`).send({ started: true }).expect(409);
    expect(stopped.body).toMatchObject({
      type: 'urn:kurrel:problem:stopped',
      title: expect.stringMatching(/hot spot/),
    });

    const answer = { key: 'open-skin@thigh.left', action: 'referred', note: 'Overwater vets, seen today' };
    await trainee.post(`${visit}/stops`).send(answer).expect(403);
    const bram = await world.signIn('bram');
    await bram
      .post(`${visit}/stops`)
      .send({ ...answer, note: '' })
      .expect(422);
    await bram
      .post(`${visit}/stops`)
      .send({ ...answer, key: 'swollen-belly' })
      .expect(422);
    const lines = (await bram.post(`${visit}/stops`).send(answer).expect(201)).body;
    expect(lines).toMatchObject([
      { key: answer.key, action: 'found', by: 'Isolde Pike' },
      { ...answer, by: 'Bram Quennell', at: expect.any(String) },
    ]);

    const started = await trainee.put(`${visit}/start`).send({ started: true }).expect(200);
    expect(started.body.startedAt).not.toBeNull();

    const after = await sheetOf(trainee, sheet.visit.id);
    const gone = { kind: 'sign', sign: 'hot-spot', zone: 'thigh.left' } as const;
    const refused = await put(trainee, after, withoutFind(after.hands, gone)).expect(403);
    expect(refused.body).toMatchObject({ title: 'This would lift a stop' });
    expect((await sheetOf(trainee, sheet.visit.id)).hands).toEqual(after.hands);
    await put(bram, after, withoutFind(after.hands, gone)).expect(200);
    const again = await sheetOf(trainee, sheet.visit.id);
    expect(again.stopLog.map(({ action }) => action)).toEqual(['found', 'referred', 'lifted']);
    await put(trainee, again, after.hands).expect(200);
    await trainee.put(`${visit}/start`).send({ started: true }).expect(409);

    expect(
      (await trainee.put(`${visit}/start`).send({ started: false }).expect(200)).body.startedAt,
    ).toBeNull();
  });

  it('taking an unanswered stop off is lifting it too: logged with who, and not a trainee’s to do', async () => {
    const { agent: trainee, sheet } = await open('isolde', 'Clementine');
    await put(trainee, sheet, withFind(sheet.hands, sign('wound', 'back'))).expect(200);
    const found = await sheetOf(trainee, sheet.visit.id);
    const without = withoutFind(found.hands, { kind: 'sign', sign: 'wound', zone: 'back' });
    await put(trainee, found, without).expect(403);
    const lead = await world.signIn('ottilie');
    await put(lead, found, without).expect(200);
    const after = await sheetOf(lead, sheet.visit.id);
    expect(after.stopLog).toMatchObject([
      { key: 'open-skin@back', action: 'found', by: 'Isolde Pike' },
      { key: 'open-skin@back', action: 'lifted', by: 'Ottilie Marsh' },
    ]);
  });

  it('a plan that findings have made unsafe since it was saved is not started', async () => {
    const lead = await world.signIn('ottilie');
    const { sheet } = await open('ottilie', 'Fig');
    const visit = `/api/visits/${sheet.visit.id}`;
    const choices = {
      trimId: 'puppy-cut',
      purpose: 'pet',
      wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
      schools: {},
      sides: {},
      overrides: [
        { zone: 'rib.left', targetMm: 1.6, toolId: null, direction: null, reason: '', acknowledged: false },
      ],
    };
    await lead.put(`${visit}/plan`).set('If-Match', '"0"').send(choices).expect(200);
    await lead.put(`${visit}/start`).send({ started: true }).expect(200);
    await lead.put(`${visit}/start`).send({ started: false }).expect(200);
    const before = await sheetOf(lead, sheet.visit.id);
    const redness = {
      kind: 'sign',
      sign: { sign: 'redness', zone: 'rib.left', level: 'mild', sizeMm: null, note: '' },
    } as const;
    await put(lead, before, withFind(before.hands, redness)).expect(200);
    const refused = await lead.put(`${visit}/start`).send({ started: true }).expect(409);
    expect(refused.body.type).toBe('urn:kurrel:problem:unsafe');
  });

  it('a dog that bites is beyond a salon that takes on wary ones, and within its lead’s rule when that changes', async () => {
    const { agent, sheet } = await open('ottilie', 'Flint');
    const fights = withFind(sheet.hands, { kind: 'handling', handling: 'fights' });
    await put(agent, sheet, fights).expect(200);
    await agent.put(`/api/visits/${sheet.visit.id}/start`).send({ started: true }).expect(200);
    await agent.put(`/api/visits/${sheet.visit.id}/start`).send({ started: false }).expect(200);
    const salon = (await agent.get('/api/salon').expect(200)).body;
    const { schools, policy, clock } = salon;
    const rules = { schools, clock, policy: { ...policy, handlingLimit: 'wary' } };
    const stricter = await agent
      .put('/api/salon')
      .set('If-Match', `"${salon.version}"`)
      .send(rules)
      .expect(200);
    await agent.put(`/api/visits/${sheet.visit.id}/start`).send({ started: true }).expect(409);
    await agent
      .put('/api/salon')
      .set('If-Match', `"${stricter.body.version}"`)
      .send({ schools, policy, clock })
      .expect(200);
  });
});

describe('the salon’s rules', () => {
  it('only the lead sets them, nobody over another’s change, and only to what the packs know', async () => {
    const bram = await world.signIn('bram');
    const lead = await world.signIn('ottilie');
    const { version, schools, policy, clock } = (await bram.get('/api/salon').expect(200)).body;
    const save = (agent: TestAgent, at: number, rules: object) =>
      agent
        .put('/api/salon')
        .set('If-Match', `"${at}"`)
        .send({ schools, policy, clock, ...rules });
    await save(bram, version, {}).expect(403);
    expect((await save(lead, version, { schools: { mats: 'burn' } }).expect(422)).body.fields[0].path).toBe(
      'schools.mats',
    );
    const dear = { ...policy, rates: { ...policy.rates, perHour: -3, currency: 'shells' } };
    expect((await save(lead, version, { policy: dear }).expect(422)).body.fields).toHaveLength(2);
    await save(lead, version, { schools: { mats: 'clip' } }).expect(200);
    await save(lead, version, { schools: {} }).expect(412);
    await save(lead, version + 1, { schools }).expect(200);
  });
});

describe('the coat gauge', () => {
  const lines = async (agent: TestAgent, visit: string, query: string, last?: number) => {
    const request = agent
      .get(`/api/visits/${visit}/gauge?${query}`)
      .buffer(true)
      .parse((response, done) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => done(null, text));
      });
    if (last !== undefined) void request.set('Last-Event-ID', String(last));
    const { body } = await request.expect(200);
    return (body as string)
      .split('\n')
      .filter((line) => line.startsWith('data: '))
      .map((line) => line.slice(6));
  };

  it('goes on after the last reading the browser had, with the very readings it would have had', async () => {
    const { agent, sheet } = await open('ottilie', 'Juniper');
    const run = `zone=back&session=run-${Date.now()}`;
    const [whole, broken] = await Promise.all([
      lines(agent, sheet.visit.id, run),
      lines(agent, sheet.visit.id, `${run}&break=3`),
    ]);
    expect(whole[0]).toMatch(/^HELLO kurrel-gauge\/1 serial=SIM-/);
    expect(whole.at(-1)).toBe('BYE');
    expect(broken.filter((line) => line.startsWith('LEN'))).toEqual(whole.slice(1, 4));
    const rest = await lines(agent, sheet.visit.id, run, 3);
    expect([...broken.slice(1), ...rest.slice(1)]).toEqual(whole.slice(1));
    const mean =
      whole.filter((l) => l.startsWith('LEN')).reduce((sum, l) => sum + Number(l.split(' ')[2]), 0) / 12;
    expect(mean).toBeGreaterThan((sheet.predictedMm.back ?? 0) * 0.8);
    expect(mean).toBeLessThan((sheet.predictedMm.back ?? 0) * 1.3);
  }, 30_000);

  it('reads what was just cut, where the table says so', async () => {
    const { agent, sheet } = await open('ottilie', 'Juniper');
    const whole = await lines(agent, sheet.visit.id, `zone=back&left=6&session=cut-${Date.now()}`);
    const read = whole.filter((l) => l.startsWith('LEN')).map((l) => Number(l.split(' ')[2]));
    const middle = read.sort((a, b) => a - b)[6];
    expect(middle).toBeGreaterThan(5);
    expect(middle).toBeLessThan(7);
  }, 30_000);

  it('says what is missing when it is asked for nothing or nowhere', async () => {
    const { agent, sheet } = await open('ottilie', 'Juniper');
    const ask = (query: string) => agent.get(`/api/visits/${sheet.visit.id}/gauge?${query}`).expect(422);
    expect((await ask('zone=back')).body.fields[0].path).toBe('session');
    expect((await ask('zone=wing&session=abcdef')).body.fields[0].path).toBe('zone');
  });
});
