import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { PROJECT } from '../cluster.ts';

/** The libraries the client is made of, doing next to nothing with each. */
const BARE_SHELL = `
import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider, NavLink, Navigate, Outlet, useLocation, useNavigate } from 'react-router';
import { configureStore, createSlice } from '@reduxjs/toolkit';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { Provider, useDispatch, useSelector } from 'react-redux';
import Button from 'react-bootstrap/Button';
import Toast from 'react-bootstrap/Toast';
import ToastContainer from 'react-bootstrap/ToastContainer';
import undoable from 'redux-undo';
const api = createApi({ baseQuery: fetchBaseQuery({ baseUrl: '/' }), endpoints: (b) => ({ one: b.query({ query: () => 'one' }), two: b.mutation({ query: () => ({ url: 'two', method: 'POST' }) }) }) });
const slice = createSlice({ name: 's', initialState: 0, reducers: { add: (n) => n + 1 } });
const store = configureStore({ reducer: { [api.reducerPath]: api.reducer, s: undoable(slice.reducer) }, middleware: (d) => d().concat(api.middleware) });
function Page() { const dispatch = useDispatch(); const n = useSelector((s) => s.s.present); useLocation(); useNavigate(); api.useOneQuery(); api.useTwoMutation();
  return createElement('div', null, createElement(NavLink, { to: '/' }, n), createElement(Button, { onClick: () => dispatch(slice.actions.add()) }, 'x'), createElement(ToastContainer, null, createElement(Toast, { show: n > 1 }, createElement(Toast.Body, null, 'x'))), createElement(Outlet), n > 9 && createElement(Navigate, { to: '/' })); }
const router = createBrowserRouter([{ path: '/', Component: Page }]);
createRoot(document.getElementById('root')).render(createElement(Provider, { store }, createElement(RouterProvider, { router })));
`;

/** What signing in loads: the entry with everything it imports at once, against a shell of the same libraries. */
export function firstLoad(): void {
  const own = entrySize(join(PROJECT, 'web/dist'));
  const folder = mkdtempSync(join(PROJECT, 'web', '.bare-shell-'));
  try {
    mkdirSync(join(folder, 'src'));
    writeFileSync(
      join(folder, 'index.html'),
      '<div id="root"></div><script type="module" src="/src/main.jsx"></script>',
    );
    writeFileSync(join(folder, 'src/main.jsx'), BARE_SHELL);
    writeFileSync(join(folder, 'vite.config.js'), 'export default { esbuild: { jsx: "automatic" } }');
    execFileSync('npx', ['vite', 'build', folder, '--logLevel', 'error'], {
      cwd: join(PROJECT, 'web'),
      env: { ...process.env, NODE_ENV: 'production' },
    });
    const bare = entrySize(join(folder, 'dist'));
    console.log(
      `first load: ${kb(own)} gzip against ${kb(bare)} for a bare shell of the same libraries: ${(own / bare).toFixed(2)} × (wanted ≤ 1.5 ×)`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const kb = (bytes: number) => `${(bytes / 1024).toFixed(1)} kB`;

/** Gzip bytes of the entry script and every chunk it imports statically. */
function entrySize(dist: string): number {
  const html = readFileSync(join(dist, 'index.html'), 'utf8');
  const queue = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1] ?? '');
  const seen = new Set<string>();
  for (let file = queue.pop(); file !== undefined; file = queue.pop()) {
    if (seen.has(file)) continue;
    seen.add(file);
    const code = readFileSync(join(dist, file), 'utf8');
    for (const [, next = ''] of code.matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g))
      queue.push(`assets/${next}`);
  }
  return [...seen].reduce((sum, file) => sum + gzipSync(readFileSync(join(dist, file))).length, 0);
}
