import { performance } from 'node:perf_hooks';
import express from 'express';
import pg from 'pg';
import { freePort } from '../cluster.ts';
import { spread } from './quantiles.ts';
import { leadHeaders } from './visits.ts';

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
  return spread(times.slice(5)).p50;
}

/** An API read against a bare Express route doing one indexed query, in the same run. */
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
  const headers = await leadHeaders(address);
  const one = await median(200, () => fetch(`http://127.0.0.1:${port}/one`));
  const read = await median(200, () => fetch(`${address}/api/dogs/${id}`, { headers }));
  console.log(
    `API read of a dog's card: ${(read / one).toFixed(1)} × a bare Express route with one indexed query`,
  );
  listening.close();
  await pool.end();
}
