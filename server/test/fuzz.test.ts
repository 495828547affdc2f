import { readdirSync, readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fuzz, halfWritten, idsOf } from '../../scripts/src/fuzz/fuzz.ts';
import { ROUTES } from '../../scripts/src/fuzz/routes.ts';
import type { World } from './world.ts';
import { createWorld } from './world.ts';

const REQUESTS = 500;
const SEED = 20_261;
let world: World;
beforeAll(async () => {
  world = await createWorld();
});
afterAll(() => world.close());

describe('odd requests', () => {
  it('to every route break nothing and leave nothing half-written', async () => {
    const server = createServer(world.app).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const owner = new pg.Client({ connectionString: world.ownerUrl });
    await owner.connect();
    const headers = async () => {
      await world.owner.db.execute(sql`delete from gate.tries`);
      const agent = await world.signIn('ottilie');
      const { request } = await agent.get('/api/session');
      return { cookie: String(request.cookies) };
    };
    const { statuses, broken } = await fuzz(
      address,
      headers,
      await idsOf(owner, world.fennelRow),
      REQUESTS,
      SEED,
    );
    expect(broken).toEqual([]);
    expect(await halfWritten(owner)).toEqual([]);
    expect(statuses[200], 'some were right').toBeGreaterThan(REQUESTS / 10);
    await owner.end();
    server.close();
  }, 240_000);

  it('are sent to every route there is', () => {
    const source = fileURLToPath(new URL('../src/', import.meta.url));
    const routes = readdirSync(source, { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts'))
      .flatMap((file) => [
        ...readFileSync(`${source}/${file}`, 'utf8').matchAll(/router\.(get|post|put|delete)\(/g),
      ]);
    // Two lists of two paths each register their routes in a loop.
    const looped = 3;
    expect(ROUTES).toHaveLength(routes.length + looped);
  });
});
