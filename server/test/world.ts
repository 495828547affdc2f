import type { Choices, Dog, DogPage, KeptPlan, TodayLine, Tool } from '@kurrel/contract';
import { FIRST_CLOCK, FIRST_POLICY } from '@kurrel/contract';
import { hash } from '@node-rs/argon2';
import type { Logger } from 'pino';
import request from 'supertest';
import type TestAgent from 'supertest/lib/agent.js';
import { demoCopy } from '../../scripts/src/emptyDatabase.ts';
import { createApp } from '../src/app.ts';
import type { Connection, Patience } from '../src/database/connect.ts';
import { connect } from '../src/database/connect.ts';
import { people, salons } from '../src/database/schema/team.ts';
import { createLog } from '../src/edge/log.ts';
import { listenToDay } from '../src/today/listen.ts';
import { loadLibrary } from '../src/packs/load.ts';
import { DEMO_SIGN_INS } from '../src/seed/people.ts';

/** A database of its own with the demo salon in it and a second salon beside it. */
export interface World {
  readonly app: ReturnType<typeof createApp>;
  readonly owner: Connection;
  readonly appConnection: Connection;
  readonly fennelRow: string;
  readonly otherSalon: string;
  readonly ownerUrl: string;
  readonly appUrl: string;
  readonly passwordOf: (login: string) => string;
  readonly closing: AbortController;
  readonly signIn: (login: string) => Promise<TestAgent>;
  readonly close: () => Promise<void>;
}

export const library = loadLibrary();

/** Settings that a test has a reason to change. */
interface Settings {
  readonly log?: Logger;
  readonly patience?: Patience;
  /** Where the app finds the database instead. */
  readonly detour?: (url: string) => string;
}

export async function createWorld({ log, patience, detour = (url) => url }: Settings = {}): Promise<World> {
  const closing = new AbortController();
  const { ownerUrl, appUrl, salonId: fennelRow } = await demoCopy();
  const owner = connect(ownerUrl);
  const appConnection = connect(detour(appUrl), patience);
  const [other] = await owner.db
    .insert(salons)
    .values({
      name: 'Lamp Lane',
      unit: 'in',
      schools: { doubleCoat: 'decline', face: 'with' },
      policy: FIRST_POLICY,
      clock: FIRST_CLOCK,
    })
    .returning();
  const otherSalon = other?.salonId ?? '';
  const passwordHash = await hash('lamp-lane-lead');
  await owner.db
    .insert(people)
    .values({ salonId: otherSalon, login: 'zephyrine', name: 'Zephyrine Boll', role: 'lead', passwordHash });

  const changes = listenToDay(detour(appUrl), log ?? createLog('silent'));
  const app = createApp({
    db: appConnection.db,
    library,
    log: log ?? createLog(process.env.LOG_LEVEL ?? 'silent'),
    webFolder: null,
    demo: DEMO_SIGN_INS,
    secret: 'a secret of the tests',
    changes,
    closing: closing.signal,
  });
  const passwordOf = (login: string) =>
    DEMO_SIGN_INS.find((p) => p.login === login)?.password ?? 'lamp-lane-lead';
  const signIn = async (login: string) => {
    const agent = request.agent(app);
    const password = passwordOf(login);
    await agent.post('/api/session').send({ login, password }).expect(204);
    return agent;
  };
  return {
    app,
    owner,
    appConnection,
    fennelRow,
    otherSalon,
    ownerUrl,
    appUrl,
    passwordOf,
    closing,
    signIn,
    close: async () => {
      await changes.close();
      await appConnection.close();
      await owner.close();
    },
  };
}

export async function dogNamed(agent: TestAgent, name: string): Promise<Dog> {
  const { body } = (await agent.get(`/api/dogs?q=${name}`).expect(200)) as { body: DogPage };
  const [dog] = body.dogs;
  if (!dog) throw new Error(`no dog called ${name}`);
  return dog;
}

/** The visit that is still to come, of a dog of the demo. */
export async function visitOf(agent: TestAgent, name: string): Promise<string> {
  const from = new Date(Date.now() - 86_400_000).toISOString();
  const to = new Date(Date.now() + 3 * 86_400_000).toISOString();
  const { body } = (await agent.get(`/api/visits?from=${from}&to=${to}`).expect(200)) as {
    body: TodayLine[];
  };
  const line = body.find((l) => l.dog === name);
  if (!line) throw new Error(`no visit of ${name}`);
  return line.visitId;
}

/** The plan that was saved last. */
export async function keptPlan(agent: TestAgent, visit: string): Promise<KeptPlan['plan']> {
  const { body } = (await agent.get(`/api/visits/${visit}/plans`).expect(200)) as { body: KeptPlan[] };
  const [latest] = body;
  if (!latest) throw new Error('no plan was saved');
  return latest.plan;
}

export async function toolLabelled(agent: TestAgent, label: string): Promise<Tool> {
  const { body } = (await agent.get('/api/drawer').expect(200)) as { body: Tool[] };
  const tool = body.find((t) => t.label === label);
  if (!tool) throw new Error(`no tool labelled ${label}`);
  return tool;
}

export const lamb: Choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
  schools: {},
  sides: {},
  overrides: [],
  scope: [],
};
