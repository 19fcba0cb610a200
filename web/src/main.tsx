import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { fetchPages, router } from './router.tsx';
import { listenLive, store } from './store/store.ts';
import './theme.css';

listenLive();
createRoot(document.getElementById('root')!).render(
  <Provider store={store}>
    <RouterProvider router={router} />
  </Provider>,
);
// once the first page stands; not every browser tells when it is idle
setTimeout(() => void fetchPages(), 5000);
