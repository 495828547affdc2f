import { randomUUID } from 'node:crypto';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';
import pg from 'pg';
import type { Cluster } from '../cluster.ts';
import { freePort, startThrowaway } from '../cluster.ts';
import { Dice } from '../fuzz/dice.ts';
import { halfWritten } from '../fuzz/fuzz.ts';
import type { RunningServer } from '../server.ts';
import { startServer } from '../server.ts';
import type { DemoDatabase } from '../world.ts';
import { demoDatabase } from '../world.ts';
import type { History, Place } from './history.ts';
import { live } from './history.ts';

export interface FaultReport {
  readonly histories: number;
  readonly kills: { readonly server: number; readonly database: number };
  readonly acknowledged: number;
  readonly retries: number;
  /** What was acknowledged and is not there, or is there more than once, in words. */
  readonly wrong: readonly string[];
}

const WRITES_EACH = 12;
/** A client's bottle before anything is taken from it, mL. */
const FULL_ML = 10_000;
/** A kill comes so long after the clients begin, ms. */
const KILL_WITHIN = 400;

/**
 * Random histories of writes with idempotency keys and blind retries, `clients` at a time, each time with the server or
 * the database (fsync on) killed in the midst of them; then everything acknowledged is looked for in the database.
 */
export async function faults(rounds: number, clients: number, seed: number): Promise<FaultReport> {
  const dice = new Dice(seed);
  const cluster = await startThrowaway(true);
  const database = await demoDatabase(cluster, false);
  const port = await freePort();
  let server = await startServer(database, port, { quiet: true });
  const kills = { server: 0, database: 0 };
  const histories: History[] = [];
  const wrong: string[] = [];
  try {
    for (let round = 0; round < rounds; round++) {
      const places = await placesFor(server.address, database, clients);
      const living = Promise.allSettled(
        places.map(({ place, sheet }) => live(place, new Dice(dice.below(1 << 30)), WRITES_EACH, sheet)),
      );
      await new Promise((resolve) => setTimeout(resolve, dice.below(KILL_WITHIN)));
      const whom = dice.pick(['server', 'database', 'both'] as const);
      if (whom !== 'database') kills.server++;
      if (whom !== 'server') kills.database++;
      server = await killed(whom, cluster, database, server, port);
      for (const one of await living) {
        if (one.status === 'fulfilled') histories.push(one.value);
        else wrong.push(`round ${round}: ${String(one.reason)}`);
      }
    }
    const owner = new pg.Client({ connectionString: database.ownerUrl });
    await owner.connect();
    for (const history of histories) wrong.push(...(await missing(owner, history)));
    wrong.push(...(await unacknowledged(owner, histories)), ...(await halfWritten(owner)));
    await owner.end();
  } finally {
    await server.stop();
    await cluster.stop();
  }
  const acknowledged = histories.reduce((sum, one) => sum + countOf(one), 0);
  const retries = histories.reduce((sum, one) => sum + one.retries, 0);
  return { histories: histories.length, kills, acknowledged, retries, wrong };
}

export async function killed(
  whom: 'server' | 'database' | 'both',
  cluster: Cluster,
  database: DemoDatabase,
  server: RunningServer,
  port: number,
): Promise<RunningServer> {
  const crash = whom === 'server' ? Promise.resolve() : cluster.crash();
  if (whom === 'database') {
    await crash;
    return server;
  }
  server.process.kill('SIGKILL');
  await crash;
  return startServer(database, port, { quiet: true });
}

const countOf = ({ added, versions, measures, acts }: History) =>
  Object.values(added).reduce((sum, list) => sum + list.length, 0) +
  versions.plans.length +
  versions.hands.length +
  measures.count +
  acts.length;

/** A dog, a visit and a tool for each client, so that nobody's saves clash, and a session that outlives the server. */
async function placesFor(address: string, database: DemoDatabase, clients: number) {
  const lead = DEMO_SIGN_INS.find(({ role }) => role === 'lead');
  const headers = { 'Content-Type': 'application/json' };
  const entered = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ login: lead?.login, password: lead?.password }),
  });
  const cookie = entered.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const ask = async (method: string, path: string, body?: unknown) =>
    (await (
      await fetch(`${address}/api${path}`, {
        method,
        headers: { ...headers, cookie },
        body: JSON.stringify(body),
      })
    ).json()) as Record<string, unknown>;
  const owner = new pg.Client({ connectionString: database.ownerUrl });
  await owner.connect();
  const { rows } = await owner.query<{ dog_id: string; asked: object }>(
    `select v.dog_id, v.asked from visits v join dogs d on d.id = v.dog_id where d.name = 'Juniper' and v.record is null limit 1`,
  );
  const [like] = rows;
  const card = await ask('GET', `/dogs/${like?.dog_id ?? ''}`);
  const places: { place: Place; sheet: Parameters<typeof live>[3] }[] = [];
  for (let client = 0; client < clients; client++) {
    const { id: _id, version: _version, archived: _archived, ...facts } = card.dog as Record<string, unknown>;
    const dog = String((await ask('POST', '/dogs', { ...facts, name: `c-${randomUUID()}` })).id);
    const booking = { startsAt: '2027-01-01T09:00:00Z', minutes: 60, what: 'client' };
    const visit = String((await ask('POST', `/dogs/${dog}/visits`, booking)).id);
    const kind = {
      kindId: 'blade-10',
      label: 'client',
      lengthMm: null,
      dull: false,
      atHand: true,
      hand: null,
    };
    const tool = String((await ask('POST', '/drawer', kind)).id);
    const jug = { kindId: 'mild-shampoo', label: 'client', dilution: null, leftMl: FULL_ML };
    const bottle = String((await ask('POST', '/shelf', jug)).id);
    const sheet = await ask('GET', `/visits/${visit}`);
    places.push({
      place: { address, cookie, dog, visit, tool, bottle },
      sheet: { hands: sheet.hands as Record<string, unknown>, dogVersion: 1, choices: like?.asked ?? {} },
    });
  }
  await owner.end();
  return places;
}

/** Everything the client was told is done and that is not there, or not as it was told. */
async function missing(
  owner: pg.Client,
  { visit, added, versions, measures, consents, acts, bottle }: History,
): Promise<readonly string[]> {
  const found: string[] = [];
  const count = async (query: string, values: readonly unknown[]) =>
    Number((await owner.query<{ n: string }>(query, [...values])).rows[0]?.n);
  for (const table of ['dogs', 'visits', 'tools'] as const) {
    const there = await count(`select count(*) as n from ${table} where id = any($1)`, [added[table]]);
    if (there !== added[table].length)
      found.push(`${table}: ${added[table].length} acknowledged, ${there} there`);
  }
  const kept = await count('select count(*) as n from plans where visit_id = $1', [visit]);
  if (kept !== versions.plans.length)
    found.push(`plans of ${visit}: ${versions.plans.length} told, ${kept} there`);
  const last = versions.hands.at(-1) ?? 0;
  const hands = await count('select hands_version as n from visits where id = $1', [visit]);
  if (hands !== last || last !== versions.hands.length)
    found.push(`sheet of ${visit}: told ${versions.hands.join()}, is ${hands}`);
  const taken = await count('select count(*) as n from measures where tool_id = $1', [measures.tool]);
  if (taken !== measures.count) found.push(`measures: ${measures.count} told, ${taken} there`);
  const signed = await count('select count(*) as n from consents where visit_id = $1', [visit]);
  if (signed !== consents.length)
    found.push(`consents of ${visit}: ${consents.length} told, ${signed} there`);
  const logged = await count('select count(*) as n from work_log where visit_id = $1', [visit]);
  if (logged !== acts.length) found.push(`acts of ${visit}: ${acts.length} told, ${logged} there`);
  const left = await count('select left_ml as n from bottles where id = $1', [bottle.id]);
  if (left !== FULL_ML - bottle.tookMl)
    found.push(`bottle of ${visit}: ${FULL_ML - bottle.tookMl} mL should be left, ${left} are`);
  return found;
}

/** Rows the clients made that nobody was told of: every retry ends in an answer, so there are none. */
async function unacknowledged(owner: pg.Client, histories: readonly History[]): Promise<readonly string[]> {
  const found: string[] = [];
  const columns = { dogs: 'name', visits: 'what', tools: 'label' } as const;
  for (const [table, column] of Object.entries(columns) as [keyof typeof columns, string][]) {
    const told = histories.flatMap((history) => history.added[table]);
    const { rows } = await owner.query<{ id: string }>(`select id from ${table} where ${column} like 'x-%'`);
    const twice = rows.filter(({ id }) => !told.includes(id)).length;
    if (twice > 0) found.push(`${table}: ${twice} rows nobody was told of`);
  }
  return found;
}
