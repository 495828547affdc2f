import type { TodayLine } from '@kurrel/contract';
import { keptActs } from '../visit/kept.ts';

/** What was read of the day, kept by the service worker. */
const DAY_CACHE = 'kurrel-day';

/** Keeps the screens for days without a network; tells when a newer version waits. Where the address is not secure there is none of it. */
export function keepOffline(waiting: () => void): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker
    .register('/sw.js')
    .then((registration) => {
      const told = (worker: ServiceWorker | null) => {
        if (worker?.state === 'installed' && navigator.serviceWorker.controller) waiting();
      };
      told(registration.waiting);
      registration.addEventListener('updatefound', () => {
        const { installing } = registration;
        installing?.addEventListener('statechange', () => told(installing));
      });
    })
    .catch(() => undefined);
}

/** A service worker needs https, or the machine itself: elsewhere nothing opens without a network. */
export const opensOffline = (): boolean => window.isSecureContext;

/** Which day is kept. */
const DAY = 'kurrel kept day';

/** What every screen of a visit asks for beside the visit itself. */
const ALWAYS = ['session', 'salon', 'drawer', 'shelf'];

/**
 * Reads each of a day's visits once. The service worker keeps the answers, so that every dog of the day opens without a network.
 * A visit that has not changed since it was read (`read`, by visit) is not read again. What was kept of another day goes first;
 * what was already read of this day stays, so that the dog just opened is never without its kept copy.
 */
export async function keepDay(
  { day, from, to }: { readonly day: string; readonly from: string; readonly to: string },
  lines: readonly TodayLine[],
  read: Map<string, string>,
  signal: AbortSignal,
): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  await pause(FIRST_MS, signal);
  if (signal.aborted) return;
  const list = `visits?${new URLSearchParams({ from, to }).toString()}`;
  if (keptDay() !== day) {
    await forgetOtherDays(
      [...ALWAYS, list],
      lines.map(({ visitId }) => visitId),
    );
    read.clear();
    setKeptDay(day);
  }
  await controlled(signal);
  const ask = async (path: string) => {
    if (signal.aborted) return;
    // Not broken off: the service worker would keep the answer after it was told to forget.
    asking = fetch(`/api/${path}`).catch(() => undefined);
    await asking;
    await pause(BETWEEN_MS, signal);
  };
  if (read.size === 0) {
    for (const path of ALWAYS) await ask(path);
    await ask(list);
  }
  for (const { visitId, planVersion, startedAt, lastActAt, finishedAt } of lines) {
    const stands = [planVersion, startedAt, lastActAt, finishedAt].join();
    if (signal.aborted || read.get(visitId) === stands) continue;
    await ask(`visits/${visitId}`);
    await ask(`visits/${visitId}/log`);
    read.set(visitId, stands);
  }
}

function keptDay(): string | null {
  try {
    return localStorage.getItem(DAY);
  } catch {
    return null;
  }
}

function setKeptDay(day: string): void {
  try {
    localStorage.setItem(DAY, day);
  } catch {
    // A browser that keeps nothing keeps no day either.
  }
}

/** Resolves once this page goes through the service worker. */
const controlled = (signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (navigator.serviceWorker.controller) return resolve();
    navigator.serviceWorker.addEventListener('controllerchange', () => resolve(), { once: true, signal });
  });

/** The screen in hand comes first, and the dogs one by one, ms. */
const FIRST_MS = 5000;
const BETWEEN_MS = 200;

const pause = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, ms);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      resolve();
    });
  });

/** What is just being read to be kept. */
let asking: Promise<unknown> = Promise.resolve();

/** Leaves of what is kept only these paths, and the visits of this day with their logs. */
async function forgetOtherDays(paths: readonly string[], visitIds: readonly string[]): Promise<void> {
  await asking;
  const staying = new Set(
    [...paths, ...visitIds.flatMap((id) => [`visits/${id}`, `visits/${id}/log`])].map(
      (path) => new URL(`/api/${path}`, location.href).href,
    ),
  );
  if ('caches' in window) {
    const cache = await caches.open(DAY_CACHE);
    const others = (await cache.keys()).filter(({ url }) => !staying.has(url));
    await Promise.all(others.map((request) => cache.delete(request)));
  }
  await keptActs.forgetLogs(visitIds).catch(() => undefined);
}

/** Whoever signs out, is blocked or begins another day leaves nothing of the day on the device. */
export async function forgetDay(): Promise<void> {
  await asking;
  if ('caches' in window) await caches.delete(DAY_CACHE).catch(() => undefined);
  await keptActs.forgetLogs().catch(() => undefined);
}
