import type { TodayLine, VisitSheet } from '@kurrel/contract';
import { DEMO_SIGN_INS } from '@kurrel/server/seed/people';

/** A session of the lead: the headers of its requests. */
export async function leadHeaders(address: string): Promise<Record<string, string>> {
  const lead = DEMO_SIGN_INS.find(({ role }) => role === 'lead');
  const entered = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ login: lead?.login, password: lead?.password }),
  });
  const cookie = entered.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  return { cookie, 'Content-Type': 'application/json' };
}

/** The query of this day's visits. */
export function todayQuery(): string {
  const day = new Date();
  day.setHours(0, 0, 0, 0);
  return `from=${day.toISOString()}&to=${new Date(day.getTime() + 86_400_000).toISOString()}`;
}

/** The visits of the demo day, whole. */
export async function visitSheets(address: string): Promise<readonly VisitSheet[]> {
  const headers = await leadHeaders(address);
  const get = async (path: string): Promise<unknown> =>
    (await fetch(`${address}/api/${path}`, { headers })).json();
  const lines = (await get(`visits?${todayQuery()}`)) as readonly TodayLine[];
  const sheets: VisitSheet[] = [];
  for (const { visitId } of lines) sheets.push((await get(`visits/${visitId}`)) as VisitSheet);
  return sheets;
}
