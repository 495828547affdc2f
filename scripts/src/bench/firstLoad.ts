import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { openBrowser, signIn } from '@kurrel/e2e/browser';
import compression from 'compression';
import express from 'express';
import type { Page } from 'puppeteer-core';
import { freePort, PROJECT } from '../cluster.ts';

/** The libraries the client is made of, doing next to nothing with each. */
const BARE_SHELL = `
import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider, NavLink, Navigate, Outlet, useLocation, useNavigate } from 'react-router';
import { configureStore, createSlice } from '@reduxjs/toolkit';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { Provider, useDispatch, useSelector } from 'react-redux';
import undoable from 'redux-undo';
import 'bootstrap/dist/css/bootstrap.css';
import { openDB } from 'idb';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { yupResolver } from '@hookform/resolvers/yup';
import { object, string } from 'yup';
import Toast from 'react-bootstrap/Toast';
import ToastContainer from 'react-bootstrap/ToastContainer';
const api = createApi({ baseQuery: fetchBaseQuery({ baseUrl: '/' }), endpoints: (b) => ({ one: b.query({ query: () => 'one' }), two: b.mutation({ query: () => ({ url: 'two', method: 'POST' }) }) }) });
const slice = createSlice({ name: 's', initialState: 0, reducers: { add: (n) => n + 1 } });
openDB('x', 1);
const store = configureStore({ reducer: { [api.reducerPath]: api.reducer, s: undoable(slice.reducer) }, middleware: (d) => d().concat(api.middleware) });
function Page() { const dispatch = useDispatch(); const n = useSelector((s) => s.s.present); useLocation(); useNavigate(); api.useOneQuery(); const form = useForm({ resolver: yupResolver(object({ x: string() })) }); api.useTwoMutation();
  return createElement('div', null, createElement(NavLink, { to: '/' }, n), createElement(Button, { onClick: () => dispatch(slice.actions.add()) }, 'x'), createElement(ToastContainer, null, createElement(Toast, { show: n > 1 }, createElement(Toast.Body, null, 'x'))), createElement(Outlet), createElement(Form.Control, form.register('x')), n > 9 && createElement(Navigate, { to: '/' })); }
const router = createBrowserRouter([{ path: '/', Component: Page }]);
createRoot(document.getElementById('root')).render(createElement(Provider, { store }, createElement(RouterProvider, { router })));
`;

/**
 * What signing in loads over the wire, scripts and styles, compressed as served, against a shell of the same libraries
 * behind the same compression; and what the first screens load after it.
 */
export async function firstLoad(address: string): Promise<void> {
  const folder = mkdtempSync(join(PROJECT, 'web', '.bare-shell-'));
  const chromium = await openBrowser();
  const bare = express()
    .use(compression())
    .use(express.static(join(folder, 'dist')));
  const port = await freePort();
  const listening = bare.listen(port, '127.0.0.1');
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
    const shell = await wireBytes(await chromium.page(), `http://127.0.0.1:${port}/`);
    const own = await wireBytes(await chromium.page(), `${address}/sign-in`);
    console.log(
      `first load: ${kb(own)} of scripts and styles on the wire against ${kb(shell)} for a bare shell of the same libraries: ${(own / shell).toFixed(2)} × (wanted ≤ 1.3 ×)`,
    );
    const page = await chromium.page();
    await signIn(page, address, 'Ottilie Marsh');
    const today = await wireBytes(page, `${address}/`);
    console.log(`today, opened anew: ${kb(today)}`);
  } finally {
    listening.close();
    await chromium.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

const kb = (bytes: number) => `${(bytes / 1024).toFixed(1)} kB`;

/** Bytes of the scripts and styles a page loads with nothing cached. */
async function wireBytes(page: Page, address: string): Promise<number> {
  const client = await page.createCDPSession();
  await client.send('Network.enable');
  await client.send('Network.setCacheDisabled', { cacheDisabled: true });
  const kinds = new Map<string, string>();
  let sum = 0;
  client.on('Network.responseReceived', ({ requestId, type }) => kinds.set(requestId, type));
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (['Script', 'Stylesheet'].includes(kinds.get(requestId) ?? '')) sum += encodedDataLength;
  });
  await page.goto(address, { waitUntil: 'networkidle2' });
  return sum;
}
