import { createBrowserRouter, type RouteObject } from 'react-router';
import { PAGES } from './pages.ts';
import { PageFailed } from './shell/PageFailed.tsx';
import { Shell } from './shell/Shell.tsx';
import { Loading } from './ui/States.tsx';

/** The frame stands first; each page is fetched when it is first opened. */
export const routes: RouteObject[] = [
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: PageFailed,
    children: [
      {
        ErrorBoundary: PageFailed,
        HydrateFallback: () => <Loading what="the page" />,
        children: [
          ...Object.entries(PAGES).map(([path, page]) => ({
            path: path.slice(1),
            lazy: async () => ({ Component: await page() }),
          })),
          { path: '*', lazy: async () => ({ Component: (await import('./shell/NotFound.tsx')).NotFound }) },
        ],
      },
    ],
  },
];

/** Fetches every page while nothing else is to do, so that all of them open when the server is away. */
export async function fetchPages(all: readonly RouteObject[] = routes): Promise<void> {
  for (const { lazy, children } of all) {
    // what cannot be fetched now says so when it is opened
    if (typeof lazy === 'function') await lazy().catch(() => undefined);
    if (children) await fetchPages(children);
  }
}

export const router = createBrowserRouter(routes);
