import { configureStore } from '@reduxjs/toolkit';
import { afterEach, expect, it, vi } from 'vitest';
import { api } from '../app/api/ask.ts';
import { readLog } from './table.ts';

afterEach(() => vi.unstubAllGlobals());

it('what changed while the log was being read is read too', async () => {
  // Node knows no address to which an address could be relative.
  vi.stubGlobal(
    'Request',
    class extends Request {
      constructor(url: string, init?: RequestInit) {
        super(new URL(url, 'http://salon.test'), init);
      }
    },
  );
  const server = ['first'];
  vi.stubGlobal('fetch', () => {
    const said = JSON.stringify(server);
    return new Promise((resolve) => setTimeout(() => resolve(new Response(said)), 20));
  });
  const heard: string[] = [];
  const acts = { receiveLog: (_visitId: string, log: string[]) => Promise.resolve(void heard.push(...log)) };
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (defaults) => defaults({ thunk: { extraArgument: { acts } } }).concat(api.middleware),
  });
  const read = () => (store.dispatch as (thunk: unknown) => Promise<void>)(readLog('a visit'));
  const before = read();
  await new Promise((resolve) => setTimeout(resolve, 5));
  server.push('second');
  await Promise.all([before, read()]);
  expect(heard).toContain('second');
});
