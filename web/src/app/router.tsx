import { createBrowserRouter, type RouteObject } from 'react-router';
import { BenchPage } from '../features/bench/index.ts';
import { Loading } from '../ui/States.tsx';
import { PageFailed } from './PageFailed.tsx';
import { Shell } from './Shell.tsx';

/** Every view has an address that can be shared and reloaded. All but the bench are fetched when first opened. */
export const routes: RouteObject[] = [
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: PageFailed,
    HydrateFallback: () => <Loading what="the page" />,
    children: [
      {
        ErrorBoundary: PageFailed,
        children: [
          { index: true, Component: BenchPage },
          {
            path: 'batches',
            lazy: async () => ({ Component: (await import('../features/batches/index.ts')).BatchesPage }),
          },
          {
            path: 'batches/new',
            lazy: async () => ({ Component: (await import('../features/newBatch/index.ts')).NewBatchPage }),
          },
          {
            path: 'batches/:batchId',
            lazy: async () => ({ Component: (await import('../features/batchSheet/index.ts')).BatchSheetPage }),
          },
          {
            path: 'batches/:batchId/green',
            lazy: async () => ({ Component: (await import('../features/greenSheet/index.ts')).GreenSheetPage }),
          },
          {
            path: 'guide',
            lazy: async () => ({ Component: (await import('../features/guide/index.ts')).GuidePage }),
          },
          {
            path: 'solvent',
            lazy: async () => ({ Component: (await import('../features/solvent/index.ts')).SolventPage }),
          },
          {
            path: 'solvent/read',
            lazy: async () => ({ Component: (await import('../features/reading/index.ts')).ReadPage }),
          },
          {
            path: 'solvent/card',
            lazy: async () => ({ Component: (await import('../features/reading/index.ts')).CardPage }),
          },
          {
            path: 'solvent/movements',
            lazy: async () => ({ Component: (await import('../features/solvent/index.ts')).MovementsPage }),
          },
          {
            path: 'solvent/reclaim',
            lazy: async () => ({ Component: (await import('../features/reclaim/index.ts')).ReclaimPage }),
          },
          {
            path: 'solvent/runs/:runId',
            lazy: async () => ({ Component: (await import('../features/reclaim/index.ts')).RunPage }),
          },
          {
            path: 'solvent/blend',
            lazy: async () => ({ Component: (await import('../features/reclaim/index.ts')).BlendPage }),
          },
          {
            path: 'solvent/where',
            lazy: async () => ({ Component: (await import('../features/reclaim/index.ts')).WherePage }),
          },
          {
            path: 'solvent/waste',
            lazy: async () => ({ Component: (await import('../features/reclaim/index.ts')).WastePage }),
          },
          {
            path: 'room/air',
            lazy: async () => ({ Component: (await import('../features/air/index.ts')).AirPage }),
          },
          {
            path: 'safety',
            lazy: async () => ({ Component: (await import('../features/safety/index.ts')).SafetyPage }),
          },
          {
            path: 'solvent/policy',
            lazy: async () => ({ Component: (await import('../features/policy/index.ts')).PolicyPage }),
          },
          {
            path: 'solvent/baths/:vesselId',
            lazy: async () => ({ Component: (await import('../features/solvent/index.ts')).BathPage }),
          },
          {
            path: 'parts',
            lazy: async () => ({ Component: (await import('../features/part/index.ts')).PartNotesPage }),
          },
          {
            path: 'routes',
            lazy: async () => ({ Component: (await import('../features/routes/index.ts')).RoutesPage }),
          },
          {
            path: 'set-up',
            lazy: async () => ({ Component: (await import('../features/setUp/index.ts')).SetUpPage }),
          },
          {
            path: 'routes/schools',
            lazy: async () => ({ Component: (await import('../features/routes/index.ts')).SchoolsPage }),
          },
          {
            path: 'routes/:routeId',
            lazy: async () => ({ Component: (await import('../features/routes/index.ts')).RoutePage }),
          },
          { path: 'cure', lazy: async () => ({ Component: (await import('../features/cure/index.ts')).CurePage }) },
          {
            path: 'cure/lamps/:stationId',
            lazy: async () => ({ Component: (await import('../features/cure/index.ts')).LampPage }),
          },
          {
            path: 'cure/coupons',
            lazy: async () => ({ Component: (await import('../features/cure/index.ts')).CouponsPage }),
          },
          {
            path: 'cure/tests',
            lazy: async () => ({ Component: (await import('../features/cure/index.ts')).TestLogPage }),
          },
          {
            path: 'cure/:batchId',
            lazy: async () => ({ Component: (await import('../features/cure/index.ts')).CurePage }),
          },
          {
            path: 'resins',
            lazy: async () => ({ Component: (await import('../features/resins/index.ts')).ResinsPage }),
          },
          {
            path: 'resins/:cardId',
            lazy: async () => ({ Component: (await import('../features/resins/index.ts')).ResinPage }),
          },
          {
            path: 'records',
            lazy: async () => ({ Component: (await import('../features/records/index.ts')).RecordsPage }),
          },
          {
            path: 'records/recall',
            lazy: async () => ({ Component: (await import('../features/find/RecallPage.tsx')).RecallPage }),
          },
          {
            path: 'records/trends',
            lazy: async () => ({ Component: (await import('../features/find/TrendsPage.tsx')).TrendsPage }),
          },
          {
            path: 'records/anchors',
            lazy: async () => ({ Component: (await import('../features/records/index.ts')).AnchorsPage }),
          },
          {
            path: 'records/files',
            lazy: async () => ({ Component: (await import('../features/records/FilesPage.tsx')).FilesPage }),
          },
          {
            path: 'records/verify',
            lazy: async () => ({ Component: (await import('../features/records/VerifyPage.tsx')).VerifyPage }),
          },
          {
            path: 'clock',
            lazy: async () => ({ Component: (await import('../features/clock/index.ts')).BigClockPage }),
          },
          { path: 'shift', lazy: async () => ({ Component: (await import('../features/shift/index.ts')).ShiftPage }) },
          { path: 'room', lazy: async () => ({ Component: (await import('../features/room/index.ts')).RoomPage }) },
          { path: '*', lazy: async () => ({ Component: (await import('./NotFound.tsx')).NotFound }) },
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
