import { performance } from 'node:perf_hooks';
import type { Choices, TodayLine } from '@kurrel/contract';
import express from 'express';
import pg from 'pg';
import { freePort } from '../cluster.ts';
import { p50p95 } from './quantiles.ts';

/** Median time of `count` requests one after the other. */
async function median(count: number, send: (index: number) => Promise<Response>): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < count; i++) {
    const started = performance.now();
    const answer = await send(i);
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`bench request failed: ${answer.status}`);
    times.push(performance.now() - started);
  }
  return p50p95(times.slice(5)).p50;
}

/** An API read and a plan save against a bare Express route doing one indexed query, in the same run. */
export async function requests(address: string, ownerUrl: string): Promise<void> {
  const pool = new pg.Pool({ connectionString: ownerUrl });
  const bare = express();
  const { rows } = await pool.query<{ id: string }>('select id from dogs limit 1');
  const id = rows[0]?.id ?? '';
  bare.get('/one', async (_request, response) => {
    response.json((await pool.query('select * from dogs where id = $1', [id])).rows);
  });
  const port = await freePort();
  const listening = bare.listen(port, '127.0.0.1');
  const signedIn = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ login: 'ottilie', password: 'harbour-lead' }),
  });
  const cookie = signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const headers = { cookie, 'Content-Type': 'application/json' };
  const day = new Date();
  day.setHours(0, 0, 0, 0);
  const range = `from=${day.toISOString()}&to=${new Date(day.getTime() + 86_400_000).toISOString()}`;
  const lines = (await (await fetch(`${address}/api/visits?${range}`, { headers })).json()) as TodayLine[];
  const visit = lines.find((line) => line.dog === 'Juniper')?.visitId ?? '';
  const choices: Choices = {
    trimId: 'lamb',
    purpose: 'pet',
    wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, vetAsks: false },
    schools: {},
    sides: {},
    overrides: [],
  };
  const one = await median(200, () => fetch(`http://127.0.0.1:${port}/one`));
  const read = await median(200, () => fetch(`${address}/api/dogs/${id}`, { headers }));
  const save = await median(60, (index) =>
    fetch(`${address}/api/visits/${visit}/plan`, {
      method: 'PUT',
      headers: { ...headers, 'If-Match': `"${index}"` },
      body: JSON.stringify(choices),
    }),
  );
  console.log(
    `API read of a dog's card: ${(read / one).toFixed(1)} × a bare Express route with one indexed query`,
  );
  console.log(`plan save (sheet read, planned anew, written): ${(save / one).toFixed(1)} × the same`);
  listening.close();
  await pool.end();
}
