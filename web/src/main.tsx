import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { fetchPages, router } from './app/router.tsx';
import { listenLive, store } from './app/store.ts';
import './app/theme.css';

listenLive();
requestIdleCallback(() => void fetchPages(), { timeout: 5000 });
createRoot(document.getElementById('root')!).render(
  <Provider store={store}>
    <RouterProvider router={router} />
  </Provider>,
);
