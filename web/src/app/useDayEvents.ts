import { useEffect } from 'react';
import { readLog } from '../visit/table.ts';
import { api } from './api/ask.ts';
import { eventStream } from './eventStream.ts';
import { useAppDispatch, useAppStore } from './store.ts';

/** Debounce, ms. */
const GATHER_MS = 150;
const NAME = 'kurrel day';

/**
 * Hears of every change of the salon's day, on whatever screen: the day is read anew, and of the visit that is open its sheet (what a
 * colleague found, stopped or saved) and the log of its table.
 */
export function useDayEvents(signedIn: boolean): void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  useEffect(() => {
    if (!signedIn) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let sheetToo = false;
    const stop = listen((changed) => {
      const { table, sync } = store.getState().visit;
      const concerns = (open: string | null): open is string =>
        open !== null && (changed === null || changed === open);
      sheetToo ||= concerns(sync.visitId);
      clearTimeout(timer);
      timer = setTimeout(() => {
        const open = store.getState().visit.sync.visitId;
        const sheet = sheetToo && open !== null ? [{ type: 'Visit', id: open } as const] : [];
        sheetToo = false;
        dispatch(api.util.invalidateTags(['Day', ...sheet]));
      }, GATHER_MS);
      if (concerns(table.visitId)) void dispatch(readLog(table.visitId));
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [dispatch, store, signedIn]);
}

/**
 * One stream for all tabs of a browser: it keeps few connections to one server, and a stream holds one for good. The tab that has the lock
 * listens and tells the others; a page that is left lets go of it. Null: something may have been missed.
 */
function listen(heard: (visitId: string | null) => void): () => void {
  const others = new BroadcastChannel(NAME);
  others.onmessage = ({ data }: MessageEvent<string | null>) => heard(data);
  let left = new AbortController();
  const stream = (signal: AbortSignal): Promise<void> =>
    new Promise((resolve) => {
      const tell = (visitId: string | null) => {
        heard(visitId);
        others.postMessage(visitId);
      };
      const { close } = eventStream(
        () => '/api/today/events',
        (source) => {
          source.addEventListener('change', ({ data }: MessageEvent<string>) => tell(data));
          source.addEventListener('look', () => tell(null));
        },
      );
      signal.addEventListener('abort', () => {
        close();
        resolve();
      });
    });
  const start = () => {
    left = new AbortController();
    const { signal } = left;
    // Without a secure address there are no locks, and each tab listens for itself.
    if (!('locks' in navigator)) void stream(signal);
    else navigator.locks.request(NAME, { signal }, () => stream(signal)).catch(() => undefined);
  };
  const leave = () => left.abort();
  const back = ({ persisted }: PageTransitionEvent) => {
    if (persisted) start();
  };
  start();
  window.addEventListener('pagehide', leave);
  window.addEventListener('pageshow', back);
  return () => {
    window.removeEventListener('pagehide', leave);
    window.removeEventListener('pageshow', back);
    leave();
    others.close();
  };
}
