import { keptActs } from '../visit/kept.ts';

/** What was read of the day, kept by the service worker. */
const KEPT = 'kurrel-day';

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

/** Whoever signs out leaves nothing of the day on the device. */
export async function forgetDay(): Promise<void> {
  if ('caches' in window) await caches.delete(KEPT).catch(() => undefined);
  await keptActs.forgetLogs().catch(() => undefined);
}
