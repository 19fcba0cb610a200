import type { ComponentType } from 'react';

type Page = () => Promise<ComponentType>;
/**
 * Every view by its address, which can be shared and reloaded; fetched when first opened, so that the frame of the page
 * stands before any of them. Its help stands in `helpTexts.ts`.
 */
export const PAGES = {
  '/': async () => (await import('./features/bench/index.ts')).BenchPage,
  '/batches': async () => (await import('./features/batches/index.ts')).BatchesPage,
  '/batches/new': async () => (await import('./features/newBatch/index.ts')).NewBatchPage,
  '/batches/:batchId': async () => (await import('./features/batchSheet/index.ts')).BatchSheetPage,
  '/batches/:batchId/green': async () => (await import('./features/greenSheet/index.ts')).GreenSheetPage,
  '/guide': async () => (await import('./features/guide/index.ts')).GuidePage,
  '/solvent': async () => (await import('./features/solvent/index.ts')).SolventPage,
  '/solvent/read': async () => (await import('./features/reading/index.ts')).ReadPage,
  '/solvent/card': async () => (await import('./features/reading/index.ts')).CardPage,
  '/solvent/movements': async () => (await import('./features/solvent/index.ts')).MovementsPage,
  '/solvent/reclaim': async () => (await import('./features/reclaim/index.ts')).ReclaimPage,
  '/solvent/runs/:runId': async () => (await import('./features/reclaim/index.ts')).RunPage,
  '/solvent/blend': async () => (await import('./features/reclaim/index.ts')).BlendPage,
  '/solvent/where': async () => (await import('./features/reclaim/index.ts')).WherePage,
  '/solvent/waste': async () => (await import('./features/reclaim/index.ts')).WastePage,
  '/room/air': async () => (await import('./features/air/index.ts')).AirPage,
  '/safety': async () => (await import('./features/safety/index.ts')).SafetyPage,
  '/solvent/policy': async () => (await import('./features/policy/index.ts')).PolicyPage,
  '/solvent/baths/:vesselId': async () => (await import('./features/solvent/index.ts')).BathPage,
  '/parts': async () => (await import('./features/part/index.ts')).PartNotesPage,
  '/routes': async () => (await import('./features/routes/index.ts')).RoutesPage,
  '/set-up': async () => (await import('./features/setUp/index.ts')).SetUpPage,
  '/routes/schools': async () => (await import('./features/routes/index.ts')).SchoolsPage,
  '/routes/:routeId': async () => (await import('./features/routes/index.ts')).RoutePage,
  '/cure': async () => (await import('./features/cure/index.ts')).CurePage,
  '/cure/lamps/:stationId': async () => (await import('./features/lamps/index.ts')).LampPage,
  '/cure/coupons': async () => (await import('./features/coupons/index.ts')).CouponsPage,
  '/cure/tests': async () => (await import('./features/testLog/index.ts')).TestLogPage,
  '/cure/:batchId': async () => (await import('./features/cure/index.ts')).CurePage,
  '/resins': async () => (await import('./features/resins/index.ts')).ResinsPage,
  '/resins/:cardId': async () => (await import('./features/resins/index.ts')).ResinPage,
  '/records': async () => (await import('./features/records/index.ts')).RecordsPage,
  '/records/recall': async () => (await import('./features/find/RecallPage.tsx')).RecallPage,
  '/records/trends': async () => (await import('./features/find/TrendsPage.tsx')).TrendsPage,
  '/records/anchors': async () => (await import('./features/records/index.ts')).AnchorsPage,
  '/records/files': async () => (await import('./features/records/FilesPage.tsx')).FilesPage,
  '/records/verify': async () => (await import('./features/records/VerifyPage.tsx')).VerifyPage,
  '/clock': async () => (await import('./features/clock/index.ts')).BigClockPage,
  '/shift': async () => (await import('./features/shift/index.ts')).ShiftPage,
  '/room': async () => (await import('./features/room/index.ts')).RoomPage,
} as const satisfies Readonly<Record<string, Page>>;
export type PagePath = keyof typeof PAGES;
