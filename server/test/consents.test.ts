import type { Consent, KeptPlan, SignConsent, VisitSheet } from '@kurrel/contract';
import { sql } from 'drizzle-orm';
import type TestAgent from 'supertest/lib/agent.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inSalon } from '../src/database/connect.ts';
import { consents, stopLog } from '../src/database/schema/visits.ts';
import type { World } from './world.ts';
import { createWorld, keptPlan, visitOf } from './world.ts';
import { loadLibrary } from '../src/packs/load.ts';

const library = loadLibrary();

let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

const signature = { width: 300, height: 120, strokes: [[10, 20, 40, 60, 80, 30]] };
const shave: SignConsent = {
  kind: 'wish',
  choices: {
    trimId: 'natural-tidy',
    purpose: 'pet',
    wish: { lean: 'as-drawn', allOverMm: 6, weeksBetween: 16, places: [], vetAsks: false },
    schools: {},
    sides: {},
    overrides: [],
    scope: [],
  },
  unit: 'mm',
  signedBy: 'Gwendolen Astor-Pym',
  signature,
};
const sign = (agent: TestAgent, visit: string, version: number, body: object) =>
  agent.post(`/api/visits/${visit}/consents`).set('If-Match', `"${version}"`).send(body);

describe('a signed consent', () => {
  it('saves the plan it speaks of, with a text made from that plan, and gives both back', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Mistral');
    const { consent } = (await sign(agent, visit, 0, shave).expect(201)).body as { consent: Consent };
    expect(consent).toMatchObject({
      planVersion: 1,
      dog: 'Mistral',
      breed: 'Samoyed',
      signedBy: 'Gwendolen Astor-Pym',
      witness: 'Bram Quennell',
      signature,
    });
    const text = consent.statements.map((one) => one.text).join('\n');
    expect(text).toMatch(/may not come back the same/);
    expect(text).toMatch(/Offered instead/);
    expect(consent.fingerprint).toMatch(/^[0-9a-f]{64}$/);
    const sheet = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    expect(sheet.saved).toMatchObject({ version: 1, choices: { wish: { allOverMm: 6 } } });
    expect(sheet.shave).toMatchObject({ choices: { trimId: 'natural-tidy', wish: { allOverMm: 6 } } });
    expect(sheet.consents).toMatchObject([{ id: consent.id, planVersion: 1 }]);
    const again = await agent.get(`/api/visits/${visit}/consents/${consent.id}`).expect(200);
    expect(again.body).toEqual({ ...consent, unchanged: true, changedLater: null });
  });

  it('is a consent of this plan: its choices may be saved again, others are declined', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Mistral');
    const save = async (choices: SignConsent['choices'], version: number) => {
      await agent.put(`/api/visits/${visit}/plan`).set('If-Match', `"${version}"`).send(choices).expect(200);
      return keptPlan(agent, visit);
    };
    const declined = (plan: KeptPlan['plan']) =>
      plan.conflicts.some(({ kind }) => kind === 'shaving-declined');
    const back = (plan: KeptPlan['plan']) => plan.zones.find(({ zone }) => zone === 'back')?.leftMm ?? 0;
    const same = await save(shave.choices, 1);
    expect(declined(same)).toBe(false);
    expect(back(same)).toBeLessThan(20);
    const shorter = await save({ ...shave.choices, wish: { ...shave.choices.wish, allOverMm: 4 } }, 2);
    expect(declined(shorter)).toBe(true);
    expect(back(shorter)).toBeGreaterThan(20);
    const sheet = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    expect(sheet.saved?.version).toBe(3);
    const [signed] = sheet.consents;
    const paper = await agent.get(`/api/visits/${visit}/consents/${signed?.id ?? ''}`).expect(200);
    expect(paper.body).toMatchObject({ planVersion: 1, changedLater: { version: 3, by: 'Bram Quennell' } });
  });

  it('is kept in the unit it was read in', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Pilchard');
    const choices = { ...shave.choices, trimId: 'pet-short', wish: { ...shave.choices.wish, allOverMm: 10 } };
    const { saved, dog } = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    const trimId = saved?.choices.trimId ?? library.breeds.get(dog.breedId)?.trims[0]?.id ?? '';
    const body = { ...shave, unit: 'in', choices: { ...choices, trimId } };
    const { consent } = (await sign(agent, visit, saved?.version ?? 0, body).expect(201)).body as {
      consent: Consent;
    };
    const said = consent.statements.find(({ about }) => about === 'all-over')?.text ?? '';
    expect(said).toMatch(/One length all over, 3\/8 in asked: it will be about [\d /]+ in on the back/);
    expect(consent.statements.map(({ text }) => text).join()).not.toMatch(/\d mm/);
  });

  it('a flag in a request is no consent', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Ptarmigan');
    const choices = { ...shave.choices, trimId: 'tidy' };
    const flagged = { ...choices, doubleCoatConsent: true, shave: 'being-signed' };
    await agent.put(`/api/visits/${visit}/plan`).set('If-Match', '"0"').send(flagged).expect(200);
    expect((await keptPlan(agent, visit)).conflicts.map(({ kind }) => kind)).toContain('shaving-declined');
  });

  it('is refused for a plan that saving would refuse', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Quill');
    const throat = {
      zone: 'throat',
      targetMm: 0.5,
      toolId: null,
      direction: null,
      reason: '',
      acknowledged: false,
    };
    const choices = {
      ...shave.choices,
      trimId: 'skin-kind',
      wish: { ...shave.choices.wish, allOverMm: null },
    };
    const body = { ...shave, choices: { ...choices, overrides: [throat] } };
    const sheet = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    const version = sheet.saved?.version ?? 0;
    expect((await sign(agent, visit, version, body).expect(409)).body.type).toBe('urn:kurrel:problem:unsafe');
  });

  it('sent twice after a dropped connection is kept once', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Tansy');
    const choices = { ...shave.choices, trimId: 'short-jacket' };
    const body = { ...shave, choices };
    const answers = await Promise.all([sign(agent, visit, 0, body), sign(agent, visit, 0, body)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 412]);
  });

  it('needs a signature, a name, a look that is there, and somebody who may take it', async () => {
    const agent = await world.signIn('ottilie');
    const visit = await visitOf(agent, 'Mistral');
    const paths = async (body: object) =>
      ((await sign(agent, visit, 3, body).expect(422)).body.fields as { path: string }[]).map(
        ({ path }) => path,
      );
    expect(await paths({ ...shave, signedBy: ' ' })).toEqual(['signedBy']);
    expect(await paths({ ...shave, signature: { ...signature, strokes: [] } })).toEqual([
      'signature.strokes',
    ]);
    expect(await paths({ ...shave, choices: { ...shave.choices, trimId: 'mohawk' } })).toEqual(['trimId']);
    const trainee = await world.signIn('isolde');
    await sign(trainee, visit, 3, shave).expect(403);
    await agent.get(`/api/visits/${visit}/consents/00000000-0000-4000-8000-000000000000`).expect(404);
  });

  it('cannot be changed or removed by the app, nor can the log of stops', async () => {
    for (const table of [consents, stopLog]) {
      const work = (statement: ReturnType<typeof sql>) =>
        inSalon(world.appConnection.db, world.fennelRow, (tx) => tx.execute(statement));
      await expect(work(sql`delete from ${table}`)).rejects.toThrow();
      await expect(work(sql`update ${table} set visit_id = visit_id`)).rejects.toThrow();
    }
  });

  it('of another salon is not there', async () => {
    const agent = await world.signIn('bram');
    const visit = await visitOf(agent, 'Mistral');
    const sheet = (await agent.get(`/api/visits/${visit}`).expect(200)).body as VisitSheet;
    const stranger = await world.signIn('zephyrine');
    await stranger.get(`/api/visits/${visit}/consents/${sheet.consents[0]?.id}`).expect(404);
    await sign(stranger, visit, 1, shave).expect(404);
  });
});
