import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import './app/theme.scss';
import { keepFocus } from './app/keepFocus.ts';
import { notify } from './app/noticeSlice.ts';
import { keepOffline } from './app/offline.ts';
import { router } from './app/routes.tsx';
import { createStore } from './app/store.ts';

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
keepFocus(document);
const store = createStore();
keepOffline(() =>
  store.dispatch(
    notify({ text: 'A newer Kurrel is here. It is taken when every tab of it has been closed.' }),
  ),
);
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
