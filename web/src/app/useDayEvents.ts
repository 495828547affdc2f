import { useEffect } from 'react';
import { api } from './api.ts';
import { useAppDispatch, useAppStore } from './store.ts';

/** Many changes at once are one look, ms. */
const GATHER_MS = 150;

/** Hears of every change of the salon's day, on whatever screen: the day is read anew, and the log of the dog on this table. */
export function useDayEvents(signedIn: boolean): void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  useEffect(() => {
    if (!signedIn) return;
    const source = new EventSource('/api/today/events');
    let timer: ReturnType<typeof setTimeout> | undefined;
    const heard = (visitId: string | null) => {
      clearTimeout(timer);
      timer = setTimeout(() => dispatch(api.util.invalidateTags(['Day'])), GATHER_MS);
      const open = store.getState().visit.table.visitId;
      if (open === null || (visitId !== null && visitId !== open)) return;
      void import('../visit/table.ts').then(({ readLog }) => dispatch(readLog(open)));
    };
    source.addEventListener('change', ({ data }: MessageEvent<string>) => heard(data));
    source.addEventListener('look', () => heard(null));
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [dispatch, store, signedIn]);
}
