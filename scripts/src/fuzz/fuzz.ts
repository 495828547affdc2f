import { request } from 'node:http';
import type pg from 'pg';
import { Dice } from './dice.ts';
import { oddText, spoilt } from './odd.ts';
import type { FuzzedRoute } from './routes.ts';
import { ROUTES } from './routes.ts';

/** What the routes' ids stand for. */
export type Ids = Readonly<Record<'dog' | 'tool' | 'visit', readonly string[]>>;

export interface FuzzReport {
  /** Requests by the status they were answered with. */
  readonly statuses: Readonly<Record<number, number>>;
  /** Requests whose answer was a 5xx, or none, as they were sent. */
  readonly broken: readonly string[];
}

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body: string | null;
}

const OVERDUE_MS = 15_000;

/** Sends `count` requests made from `seed` to every route in turn: right ones with something spoilt in them. */
export async function fuzz(
  address: string,
  headers: () => Promise<Record<string, string>>,
  ids: Ids,
  count: number,
  seed: number,
): Promise<FuzzReport> {
  const dice = new Dice(seed);
  const statuses: Record<number, number> = {};
  const broken: string[] = [];
  let own = await headers();
  for (let index = 0; index < count; index++) {
    const route = ROUTES[index % ROUTES.length];
    if (!route) break;
    const sent = made(route, ids, own, dice);
    const status = await answerTo(address, sent);
    statuses[status] = (statuses[status] ?? 0) + 1;
    if (status === 0 || status >= 500) {
      const { method, path, body } = sent;
      broken.push(`${index} ${status} ${method} ${path} ${(body ?? '').slice(0, 300)}`);
    }
    if (status === 401 || route.path.startsWith('/session')) own = await headers();
  }
  return { statuses, broken };
}

function made(
  { method, path, query, body }: FuzzedRoute,
  ids: Ids,
  own: Record<string, string>,
  dice: Dice,
): Sent {
  const filled = path.replace(/:(\w+)/g, (_all, name: string) => {
    if (dice.chance(0.1)) return encodeURIComponent(oddText(dice, 200));
    const known = ids[name as keyof Ids] as readonly string[] | undefined;
    return known && known.length > 0 ? dice.pick(known) : '00000000-0000-4000-8000-000000000000';
  });
  const asked = Object.entries(query ?? {}).map(([key, value]) => {
    const said = dice.chance(0.4) ? oddText(dice, 300) : value;
    return dice.chance(0.1) ? `${key}[]=${encodeURIComponent(said)}` : `${key}=${encodeURIComponent(said)}`;
  });
  if (dice.chance(0.05))
    asked.push(dice.pick(['q=%00', 'q=%E0%A4%A', '%', '=&=', 'a[b][c]=1', '__proto__[x]=1']));
  const headers: Record<string, string> = { ...own };
  if (method === 'PUT' || dice.chance(0.2)) {
    headers['If-Match'] = dice.pick([
      '"0"',
      '"1"',
      '"2"',
      '"3"',
      '"99999999999999999999"',
      '*',
      '-1',
      'W/"1"',
    ]);
  }
  if (dice.chance(0.2)) {
    headers['Idempotency-Key'] = dice.pick(['fuzzed-0001', 'fuzzed-0002', 'x', 'y'.repeat(200), 'a b']);
  }
  if (dice.chance(0.05)) headers['Last-Event-ID'] = dice.pick(['12', '-1', '1e308', 'NaN', '9'.repeat(50)]);
  const text =
    body === undefined && dice.chance(0.8)
      ? null
      : JSON.stringify(dice.chance(0.15) ? body : spoilt(body ?? {}, dice));
  if (text !== undefined && text !== null) {
    headers['Content-Type'] = dice.chance(0.95)
      ? 'application/json'
      : dice.pick(['text/plain', 'application/json; charset=utf-7', 'application/json; charset=', 'x']);
    if (dice.chance(0.02)) headers['Content-Encoding'] = dice.pick(['gzip', 'zip', 'br']);
  }
  const cut = text && dice.chance(0.03) ? text.slice(0, dice.below(text.length)) : (text ?? null);
  // Node sends a GET's body without its length, and the rest of the connection is then out of step.
  if (cut !== null) headers['Content-Length'] = String(Buffer.byteLength(cut));
  return {
    method,
    path: `/api${filled}${asked.length > 0 ? `?${asked.join('&')}` : ''}`,
    headers,
    body: cut,
  };
}

/** The status of the answer; 0 when there was none. */
function answerTo(address: string, { method, path, headers, body }: Sent): Promise<number> {
  return new Promise((resolve) => {
    const asked = request(address, { method, path, headers, timeout: OVERDUE_MS }, (answer) => {
      const { statusCode = 0, headers: said } = answer;
      // A stream is not listened to its end.
      if (said['content-type'] === 'text/event-stream') {
        answer.destroy();
        resolve(statusCode);
        return;
      }
      answer.resume();
      answer.on('end', () => resolve(statusCode));
      answer.on('error', () => resolve(0));
    });
    asked.on('timeout', () => asked.destroy());
    asked.on('error', () => resolve(0));
    asked.end(body === null ? undefined : body);
  });
}

/** Rows that a write left half done; each of these queries finds none in a sound database. */
const UNSOUND: Readonly<Record<string, string>> = {
  'a sheet of findings without its version, or the other way round':
    'select id from visits where (hands is null) <> (hands_version = 0)',
  'a plan whose versions have a gap':
    'select visit_id from plans group by visit_id having max(version) <> count(*)',
  'a consent of a plan that was not kept':
    'select c.id from consents c left join plans p on p.visit_id = c.visit_id and p.version = c.plan_version where p.version is null',
  'a remembered write without an answer': 'select key from writes where answer is null',
  'a card whose coat or breed is nothing': `select id::text from dogs where breed_id = '' or coat_type = '' or name = ''`,
  'a salon without a lead who can sign in': `select s.salon_id from salons s where not exists
     (select 1 from people p where p.salon_id = s.salon_id and p.role = 'lead' and p.disabled_at is null)`,
  'a visit that ends before it begins': 'select id from visits where minutes <= 0',
};

/** What is half-written in the database, in words; asked as its owner. */
export async function halfWritten(owner: pg.Client): Promise<readonly string[]> {
  const found: string[] = [];
  for (const [what, query] of Object.entries(UNSOUND)) {
    const { rowCount } = await owner.query(query);
    if ((rowCount ?? 0) > 0) found.push(`${what}: ${rowCount}`);
  }
  return found;
}

/** Ids the requests are made with: some of each kind. */
export async function idsOf(owner: pg.Client, salonId: string): Promise<Ids> {
  const some = async (table: string) =>
    (
      await owner.query<{ id: string }>(`select id from ${table} where salon_id = $1 order by id limit 12`, [
        salonId,
      ])
    ).rows.map(({ id }) => id);
  return { dog: await some('dogs'), tool: await some('tools'), visit: await some('visits') };
}
