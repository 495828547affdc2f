import { randomUUID } from 'node:crypto';
import type { Dice } from '../fuzz/dice.ts';

/** What one client did and was told; held against the database when all is over. */
export interface History {
  readonly visit: string;
  /** Names of rows that were acknowledged, by table. */
  readonly added: {
    readonly dogs: string[];
    readonly visits: string[];
    readonly tools: string[];
    readonly stops: string[];
  };
  /** Versions the client was told its saves became. */
  readonly versions: { readonly plans: number[]; readonly hands: number[] };
  readonly measures: { readonly tool: string; count: number };
  readonly consents: string[];
  /** Acts at the table, each named by its device, and what a bath took from the client's own bottle, mL. */
  readonly acts: string[];
  readonly bottle: { readonly id: string; tookMl: number };
  retries: number;
}

export interface Place {
  readonly address: string;
  readonly cookie: string;
  readonly dog: string;
  readonly visit: string;
  readonly tool: string;
  readonly bottle: string;
}

const RETRY_MS = 60;
const GIVE_UP_MS = 60_000;

interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown>;
}

/** Sends a write until somebody answers it: no answer and “not just now” are tried again, blindly, under the same key. */
async function insist(
  place: Place,
  history: History,
  method: string,
  path: string,
  version: number | null,
  body: unknown,
): Promise<Answer> {
  const headers: Record<string, string> = {
    cookie: place.cookie,
    'Content-Type': 'application/json',
    'Idempotency-Key': randomUUID(),
  };
  if (version !== null) headers['If-Match'] = `"${version}"`;
  const until = Date.now() + GIVE_UP_MS;
  for (;;) {
    try {
      const answer = await fetch(`${place.address}/api${path}`, {
        method,
        headers,
        body: JSON.stringify(body),
      });
      const text = await answer.text();
      if (answer.status < 500) {
        return {
          status: answer.status,
          body: text === '' ? {} : (JSON.parse(text) as Record<string, unknown>),
        };
      }
    } catch (error) {
      if (Date.now() > until) throw error;
    }
    if (Date.now() > until) throw new Error(`${method} ${path} was never answered`);
    history.retries++;
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
  }
}

/** One client's random writes, `length` of them, while the server and the database come and go. */
export async function live(
  place: Place,
  dice: Dice,
  length: number,
  sheet: { hands: Record<string, unknown>; dogVersion: number; choices: object },
): Promise<History> {
  const { visit } = place;
  const history: History = {
    visit,
    added: { dogs: [], visits: [], tools: [], stops: [] },
    versions: { plans: [], hands: [] },
    measures: { tool: place.tool, count: 0 },
    consents: [],
    acts: [],
    bottle: { id: place.bottle, tookMl: 0 },
    retries: 0,
  };
  const send = async (
    method: string,
    path: string,
    version: number | null,
    body: unknown,
    wanted: number,
  ) => {
    const answer = await insist(place, history, method, path, version, body);
    if (answer.status !== wanted)
      throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body;
  };
  let { dogVersion } = sheet;
  let [plan, hands] = [0, 0];
  const acts: readonly (() => Promise<void>)[] = [
    async () => {
      const name = `x-${randomUUID()}`;
      const facts = {
        name,
        breedId: 'standard-poodle',
        bornOn: '2022-05-01',
        coatType: 'crisp-curl',
        measurements: {},
      };
      const { id } = await send('POST', '/dogs', null, { ...facts, coatType: sheet.hands.coatType }, 201);
      history.added.dogs.push(String(id));
    },
    async () => {
      const what = `x-${randomUUID()}`;
      const { id } = await send(
        'POST',
        `/dogs/${place.dog}/visits`,
        null,
        { startsAt: '2027-03-01T09:00:00Z', minutes: 60, what },
        201,
      );
      history.added.visits.push(String(id));
    },
    async () => {
      const facts = {
        kindId: 'blade-10',
        label: `x-${randomUUID().slice(0, 20)}`,
        lengthMm: null,
        dull: false,
        atHand: true,
        hand: null,
      };
      const { id } = await send('POST', '/drawer', null, facts, 201);
      history.added.tools.push(String(id));
    },
    async () => {
      const measure = {
        coatType: sheet.hands.coatType,
        dense: false,
        direction: 'with',
        measuredMm: 2 + dice.roll(),
      };
      await send('POST', `/drawer/${place.tool}/measures`, null, measure, 201);
      history.measures.count++;
    },
    async () => {
      const saved = await send('PUT', `/visits/${visit}/plan`, plan, sheet.choices, 200);
      plan = Number(saved.version);
      history.versions.plans.push(plan);
    },
    async () => {
      const lengths = { back: { mm: 10 + dice.below(20), sdMm: null, readings: 1, by: 'rule' } };
      const body = { hands: { ...sheet.hands, lengths }, dogVersion };
      const saved = await send('PUT', `/visits/${visit}/hands`, hands, body, 200);
      hands = Number(saved.version);
      dogVersion = Number(saved.dogVersion);
      history.versions.hands.push(hands);
    },
    async () => {
      const signature = { width: 100, height: 100, strokes: [[1, 1, 9, 9]] };
      const body = { kind: 'wish', choices: sheet.choices, signedBy: 'Somebody', signature };
      const { consent, saved } = await send('POST', `/visits/${visit}/consents`, plan, body, 201);
      plan = Number((saved as { version: number }).version);
      history.versions.plans.push(plan);
      history.consents.push(String((consent as { id: string }).id));
    },
    async () => {
      const bathed = dice.chance(0.3);
      const ml = 1 + dice.below(9);
      const used = [{ bottleId: place.bottle, kindId: 'mild-shampoo', ml, plannedMl: ml }];
      const act = bathed ? { kind: 'bathed', used } : { kind: 'rested', minutes: 5 };
      const id = randomUUID();
      const event = { ...act, id, at: new Date().toISOString(), device: 'client' };
      await send('POST', `/visits/${visit}/log`, null, { events: [event] }, 200);
      history.acts.push(id);
      // One bath drains once: its last word counts.
      if (bathed) history.bottle.tookMl = ml;
    },
    async () => {
      await send('PUT', `/visits/${visit}/start`, null, { started: dice.chance(0.5) }, 200);
    },
  ];
  for (let act = 0; act < length; act++) await dice.pick(acts)();
  return history;
}
