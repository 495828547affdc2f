import type { Dice } from './dice.ts';
import type { Ids } from './fuzz.ts';
import type { FuzzedRoute } from './routes.ts';
import { ROUTES } from './routes.ts';

/** How long the server may answer nobody while it looks at one body, ms. */
export const BLOCKED_MS = 250;
const KB = 1024;
const SETTLES_MS = 40;

/** Bodies that are large, or many, where the route would take one that is small. */
const LARGE: Readonly<Record<string, (body: unknown) => string>> = {
  'many acts': () => `{"events":[${'{},'.repeat(300 * KB)}{}]}`,
  'many keys': (body) => JSON.stringify({ ...Object(body), sides: keyed(60_000), lengths: keyed(60_000) }),
  'a long text': (body) => JSON.stringify({ ...Object(body), note: 'x'.repeat(2000 * KB) }),
  'a long list': (body) => JSON.stringify({ ...Object(body), overrides: Array(60_000).fill(1) }),
  deep: () => `${'{"a":'.repeat(30_000)}1${'}'.repeat(30_000)}`,
  'just under what is read': (body) => JSON.stringify({ ...Object(body), signs: Array(3_900).fill({}) }),
  'as many as are looked at': (body) =>
    JSON.stringify({ ...Object(body), signs: Array(400).fill({}), overrides: Array(400).fill({}) }),
};

const keyed = (count: number) =>
  Object.fromEntries(Array.from({ length: count }, (_none, index) => [`zone-${index}`, 'match']));

export interface LargeReport {
  readonly sent: number;
  /** The longest the server answered nobody, ms. */
  readonly longestMs: number;
  /** What blocked it for longer than it may, or was answered with a 5xx or not at all. */
  readonly broken: readonly string[];
}

/** Sends every route that takes a body every large one, while somebody else asks over and over whether the server lives. */
export async function fuzzLarge(
  address: string,
  headers: () => Promise<Record<string, string>>,
  ids: Ids,
  dice: Dice,
): Promise<LargeReport> {
  let longestMs = 0;
  let worst = 0;
  let asking = true;
  const pulse = (async () => {
    while (asking) {
      const began = performance.now();
      await fetch(`${address}/healthz`).catch(() => undefined);
      const took = performance.now() - began;
      longestMs = Math.max(longestMs, took);
      worst = Math.max(worst, took);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  })();
  const broken: string[] = [];
  let sent = 0;
  let own = await headers();
  for (const route of ROUTES.filter(({ body }) => body !== undefined)) {
    for (const [what, make] of Object.entries(LARGE)) {
      const path = filled(route, ids, dice);
      const body = make(route.body);
      // Making it held up the asking as well.
      await new Promise((resolve) => setTimeout(resolve, SETTLES_MS));
      worst = 0;
      const status = await fetch(`${address}/api${path}`, {
        method: route.method,
        headers: { ...own, 'Content-Type': 'application/json', 'If-Match': '"1"' },
        body,
      }).then(
        (answer) => answer.arrayBuffer().then(() => answer.status),
        // The server may hang up on a body it will not read.
        () => -1,
      );
      sent++;
      await new Promise((resolve) => setTimeout(resolve, 10));
      const line = `${route.method} ${route.path}, ${what} (${Math.round(body.length / KB)} KB)`;
      if (status >= 500) broken.push(`${status} ${line}`);
      if (worst > BLOCKED_MS) broken.push(`nobody was answered for ${Math.round(worst)} ms: ${line}`);
      if (status === 401 || route.path.startsWith('/session')) own = await headers();
    }
  }
  asking = false;
  await pulse;
  return { sent, longestMs, broken };
}

const filled = ({ path }: FuzzedRoute, ids: Ids, dice: Dice): string =>
  path.replace(/:(\w+)/g, (_all, name: string) => {
    const known = ids[name as keyof Ids] as readonly string[] | undefined;
    return known && known.length > 0 ? dice.pick(known) : '00000000-0000-4000-8000-000000000000';
  });
