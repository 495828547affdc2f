import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import type { Choices, TodayLine, VisitSheet } from '@kurrel/contract';
import express from 'express';
import pg from 'pg';
import type { Cluster } from '../cluster.ts';
import { freePort, startThrowaway } from '../cluster.ts';
import type { RunningServer } from '../server.ts';
import { startServer } from '../server.ts';
import { demoDatabase } from '../world.ts';
import { spread } from './quantiles.ts';
import { leadHeaders, todayQuery } from './visits.ts';

/** A salon of so many dogs, alone; and the same among so many salons with so many dogs in all. */
const OWN_DOGS = 1_000;
const SALONS = 200;
const ALL_DOGS = 100_000;
const CLIENTS = 30;

interface Place {
  readonly server: RunningServer;
  readonly pool: pg.Pool;
  readonly headers: Record<string, string>;
  readonly visit: string;
  readonly choices: Choices;
  readonly today: string;
}

/** What grows when the salon does, and what saving costs, against bare routes and inserts of the same run; fsync is on. */
export async function grown(): Promise<void> {
  const clusters = [await startThrowaway(true), await startThrowaway(true)] as const;
  const places: Place[] = [];
  try {
    places.push(await place(clusters[0], 0), await place(clusters[1], SALONS - 1));
    const [alone, among] = places;
    if (!alone || !among) return;
    const asks = {
      'a visit opened': (at: Place) => `/api/visits/${at.visit}`,
      today: (at: Place) => `/api/visits?${at.today}`,
      'the dogs, first page': () => '/api/dogs',
      'a search of six letters': () => '/api/dogs?q=teasel',
      'a search of three letters': () => '/api/dogs?q=eas',
      'a search of two letters': () => '/api/dogs?q=te',
      'a search that finds nothing': () => '/api/dogs?q=xyzzy',
    };
    for (const [what, path] of Object.entries(asks)) {
      const [own, other] = await interleaved(60, [
        () => read(alone, path(alone)),
        () => read(among, path(among)),
      ]);
      const spread = `${own.p50.toFixed(1)} and ${other.p50.toFixed(1)} ms, p95 ${own.p95.toFixed(1)} and ${other.p95.toFixed(1)}`;
      console.log(
        `${what}: among ${SALONS} salons and ${ALL_DOGS} dogs ${(other.p50 / own.p50).toFixed(2)} × (${spread})`,
      );
    }
    await saving(alone);
  } finally {
    for (const { server, pool } of places) {
      await pool.end();
      await server.stop();
    }
    for (const cluster of clusters) await cluster.stop();
  }
}

async function place(cluster: Cluster, others: number): Promise<Place> {
  const database = await demoDatabase(cluster, false);
  const pool = new pg.Pool({ connectionString: database.ownerUrl, max: 10 });
  const { rows } = await pool.query<{ salon_id: string }>('select salon_id from salons limit 1');
  await fill(pool, rows[0]?.salon_id ?? '', others);
  const server = await startServer(database, await freePort(), { quiet: true });
  const headers = await leadHeaders(server.address);
  const today = todayQuery();
  const lines = (await (
    await fetch(`${server.address}/api/visits?${today}`, { headers })
  ).json()) as TodayLine[];
  const visit = lines.find(({ dog }) => dog === 'Juniper')?.visitId ?? '';
  const sheet = (await (
    await fetch(`${server.address}/api/visits/${visit}`, { headers })
  ).json()) as VisitSheet;
  const choices = sheet.asked ?? sheet.saved?.choices;
  if (!choices) throw new Error('the demo visit asks for nothing');
  return { server, pool, headers, visit, choices, today };
}

/** Dogs with two visits each, tools and measures: for the demo salon, and for others beside it. */
async function fill(pool: pg.Pool, salon: string, others: number): Promise<void> {
  await pool.query(
    `insert into salons (salon_id, name, schools, policy, clock)
       select gen_random_uuid(), 'Salon ' || n, s.schools, s.policy, s.clock from generate_series(1, $1) n, salons s where s.salon_id = $2`,
    [others, salon],
  );
  await pool.query(
    `insert into people (salon_id, login, name, role, password_hash)
       select salon_id, 'lead-' || salon_id, 'Lead', 'lead', 'x' from salons where salon_id <> $1`,
    [salon],
  );
  const dogsOf = (count: string) => `
    insert into dogs (salon_id, name, breed_id, breed_called, owner, born_on, coat_type)
      select s.salon_id, (array['Teasel','Bramble','Fern','Moss','Rush','Sedge','Yarrow','Thrift'])[1 + n % 8] || ' ' || n, 'standard-poodle', '',
        'Owner ' || (n * 7919 % 5000), '2020-01-01', 'tight-curl'
      from salons s, generate_series(1, ${count}) n`;
  await pool.query(`${dogsOf(`${OWN_DOGS}`)} where s.salon_id = $1`, [salon]);
  if (others > 0)
    await pool.query(`${dogsOf(`${Math.ceil((ALL_DOGS - OWN_DOGS) / others)}`)} where s.salon_id <> $1`, [
      salon,
    ]);
  await pool.query(
    `insert into visits (salon_id, dog_id, groomer_id, starts_at, minutes, what)
       select d.salon_id, d.id, p.id, now() - (k * 40 + (random() * 30)::int) * interval '1 day', 90, 'bath'
       from dogs d join lateral (select id from people where salon_id = d.salon_id limit 1) p on true, generate_series(1, 2) k
       where d.name ~ ' '`,
  );
  await pool.query(
    `insert into tools (salon_id, kind_id, label)
       select salon_id, 'blade-10', 'ten ' || n from salons, generate_series(1, 30) n where salon_id <> $1`,
    [salon],
  );
  await pool.query(
    `insert into measures (salon_id, tool_id, coat_class, direction, measured_mm, expected_mm)
       select salon_id, id, 'upright curl', 'with', 1.5, 1.5 from tools, generate_series(1, 10) where salon_id <> $1`,
    [salon],
  );
  await pool.query('vacuum analyze');
}

const read = (at: Place, path: string) => fetch(`${at.server.address}${path}`, { headers: at.headers });

/** Times of `count` rounds of each, taken in turn. */
async function interleaved<const T extends readonly (() => Promise<Response>)[]>(count: number, asks: T) {
  const times = asks.map((): number[] => []);
  for (let round = 0; round < count + 5; round++) {
    for (const [index, ask] of asks.entries()) {
      const started = performance.now();
      const answer = await ask();
      await answer.arrayBuffer();
      if (!answer.ok) throw new Error(`bench request failed: ${answer.status}`);
      if (round >= 5) times[index]?.push(performance.now() - started);
    }
  }
  return times.map(spread) as { [K in keyof T]: ReturnType<typeof spread> };
}

/** A plan saved against a bare route with one indexed read; 30 clients saving against bare inserts of the same JSON. */
async function saving(at: Place): Promise<void> {
  const { pool, visit, headers, choices } = at;
  const bare = express();
  bare.use(express.json({ limit: '2mb' }));
  bare.get('/one', async (_request, response) => {
    response.json((await pool.query('select * from visits where id = $1', [visit])).rows);
  });
  await pool.query('create table bare (id bigserial primary key, plan jsonb not null)');
  bare.post('/one', async (request, response) => {
    await pool.query('insert into bare (plan) values ($1)', [JSON.stringify(request.body)]);
    response.json({});
  });
  const port = await freePort();
  const listening = bare.listen(port, '127.0.0.1');
  const visits = (
    await pool.query<{ id: string }>(
      `select v.id from visits v join dogs d on d.id = v.dog_id where d.name ~ ' [0-9]+$' and v.salon_id = (select salon_id from visits where id = $1) limit 400`,
      [visit],
    )
  ).rows;
  const save = (id: string, version: number) =>
    fetch(`${at.server.address}/api/visits/${id}/plan`, {
      method: 'PUT',
      headers: { ...headers, 'If-Match': `"${version}"`, 'Idempotency-Key': `bench-${id}-${version}` },
      body: JSON.stringify(choices),
    });
  let version =
    (
      await pool.query<{ v: number }>(
        'select coalesce(max(version), 0) as v from plans where visit_id = $1',
        [visit],
      )
    ).rows[0]?.v ?? 0;
  await save(visit, version++);
  const { rows } = await pool.query<{ plan: object }>('select plan from plans where visit_id = $1 limit 1', [
    visit,
  ]);
  const body = JSON.stringify(rows[0]?.plan);
  const insert = () =>
    fetch(`http://127.0.0.1:${port}/one`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body,
    });
  const [one, inserted, saved] = await interleaved(40, [
    () => fetch(`http://127.0.0.1:${port}/one`),
    insert,
    () => save(visit, version++),
  ]);
  console.log(
    `a plan saved: ${(saved.p50 / inserted.p50).toFixed(1)} × a bare route that stores the same JSON, ${(saved.p50 / one.p50).toFixed(1)} × one that reads a row (${saved.p50.toFixed(1)}, ${inserted.p50.toFixed(1)} and ${one.p50.toFixed(1)} ms)`,
  );
  const rate = async (count: number, send: (index: number) => Promise<Response>) => {
    const started = performance.now();
    let next = 0;
    await Promise.all(
      Array.from({ length: CLIENTS }, async () => {
        while (next < count) {
          const answer = await send(next++);
          await answer.arrayBuffer();
          if (!answer.ok) throw new Error(`bench request failed: ${answer.status}`);
        }
      }),
    );
    return (count / (performance.now() - started)) * 1000;
  };
  const ratios: number[] = [];
  for (let round = 0; round < 3; round++) {
    const inserts = await rate(120, insert);
    const saves = await rate(120, (index) => save(visits[round * 120 + index]?.id ?? '', 0));
    ratios.push(saves / inserts);
    console.log(
      `${CLIENTS} clients: ${saves.toFixed(0)} plans saved a second, ${inserts.toFixed(0)} bare inserts of the same ${(body.length / 1024).toFixed(0)} KB`,
    );
  }
  await logging(at, rate);
  console.log(`${CLIENTS} clients saving at ${spread(ratios).p50.toFixed(2)} × the rate of bare inserts`);
  listening.close();
}

/** Thirty tablets logging at once, each on a dog of its own, beside a bare loop of inserts; then every act is counted. */
async function logging(
  { server, pool, headers }: Place,
  rate: (count: number, send: (index: number) => Promise<Response>) => Promise<number>,
): Promise<void> {
  const { rows: visits } = await pool.query<{ id: string }>('select id from visits order by id limit $1', [
    CLIENTS,
  ]);
  await pool.query('create table bare_log (id uuid primary key, visit uuid, act jsonb not null)');
  const bare = express();
  bare.use(express.json());
  bare.post('/one', async (request, response) => {
    const { id, visit, act } = request.body as { id: string; visit: string; act: object };
    await pool.query('insert into bare_log values ($1, $2, $3)', [id, visit, JSON.stringify(act)]);
    response.json({});
  });
  const port = await freePort();
  const listening = bare.listen(port, '127.0.0.1');
  const act = {
    kind: 'done',
    task: 'zone:back',
    part: 'body',
    zone: 'back',
    toolId: null,
    tool: 'mackerel',
    direction: 'with',
    leavesMm: 13,
    minutes: 2,
    plannedMinutes: 2,
    stress: 1,
  };
  const json = { 'Content-Type': 'application/json' };
  const ACTS = 600;
  const inserts = await rate(ACTS, (index) =>
    fetch(`http://127.0.0.1:${port}/one`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ id: randomUUID(), visit: visits[index % CLIENTS]?.id, act }),
    }),
  );
  const sent = await rate(ACTS, (index) =>
    fetch(`${server.address}/api/visits/${visits[index % CLIENTS]?.id ?? ''}/log`, {
      method: 'POST',
      headers,
      body: JSON.stringify({
        events: [
          { ...act, id: randomUUID(), at: new Date().toISOString(), device: `tablet ${index % CLIENTS}` },
        ],
      }),
    }),
  );
  const { rows } = await pool.query<{ n: string }>(
    "select count(*) as n from work_log where device like 'tablet %'",
  );
  console.log(
    `${CLIENTS} tablets logging at once: ${sent.toFixed(0)} acts a second, ${(sent / inserts).toFixed(2)} × bare inserts; ${Number(rows[0]?.n)} of ${ACTS} there`,
  );
  listening.close();
}
