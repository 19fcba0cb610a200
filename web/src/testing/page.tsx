import type { BenchReply, RoutesReply, Vessel } from '@north-step/contract';
import { applyEvent, type BatchEvent, type BatchState, currentStep } from '@north-step/core/batch';
import { decideStart } from '@north-step/core/decide';
import { ROUTE_TEMPLATES, schoolsOf } from '@north-step/core/route';
import { play, testBatch, testBench, testCard } from '@north-step/core/testing';
import { cleanup, configure, render } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { vi } from 'vitest';
import { answered, conflictsSeen, noticed, serverAway, told } from '../commands/outbox.ts';
import { routes } from '../router.tsx';
import { api } from '../store/api.ts';
import { chose } from '../store/here.ts';
import { store } from '../store/store.ts';

// a page that is fetched when first opened may take seconds on a busy machine
configure({ asyncUtilTimeout: 30_000 });
// jsdom lays nothing out; the slider only asks to be told of sizes
class NoResizes {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= NoResizes as unknown as typeof ResizeObserver;

export type Sent = { readonly path: string; readonly body: Record<string, unknown> };
/** Answers by path, or by `POST ` and path: a value, what gives it at each call, or an error with its status. */
export type Answers = Readonly<Record<string, unknown>>;
export const failure = (status: number, error: object) => ({ failWith: status, error });

/** Shows a page of the real app against a made-up server. @returns what was posted, in order, and every path read */
export function showPage(path: string, answers: Answers) {
  const posted: Sent[] = [];
  const read: string[] = [];
  vi.stubGlobal('fetch', async (input: Request | string, init?: RequestInit) => {
    const url = new URL(typeof input === 'string' ? input : input.url, 'http://localhost');
    const method = typeof input === 'string' ? (init?.method ?? 'GET') : input.method;
    // what is read is answered at its own address, or below one that ends with a slash; what is posted, also below
    const answersTo = (candidate: string, address: string) =>
      method === 'POST' || candidate.endsWith('/') ? address.startsWith(candidate) : address === candidate;
    const longest = (start: string) =>
      Object.keys(answers)
        .filter((candidate) => answersTo(candidate, `${start}${url.pathname}`))
        .sort((a, b) => b.length - a.length)[0];
    // what is posted can be answered by itself
    const key = (method === 'POST' ? longest('POST ') : undefined) ?? longest('');
    if (method === 'POST')
      posted.push({ path: url.pathname, body: typeof init?.body === 'string' ? JSON.parse(init.body) : {} });
    else read.push(url.pathname + url.search);
    if (key === undefined) throw new TypeError(`no server for ${url.pathname}`);
    const found = answers[key];
    const answer = (typeof found === 'function' ? found() : found) as { failWith?: number; error?: object };
    return Response.json(answer.failWith ? { error: answer.error } : answer, { status: answer.failWith ?? 200 });
  });
  const router = createMemoryRouter(routes, { initialEntries: [path] });
  render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return { posted, read, router };
}

/** Forgets everything between tests, which share one store from file to file: also what waits for a server that a test left away. */
export async function leavePage(): Promise<void> {
  cleanup();
  sessionStorage.clear();
  localStorage.clear();
  for (const { id } of store.getState().outbox.pending) store.dispatch(answered(id));
  store.dispatch(conflictsSeen());
  store.dispatch(told(undefined));
  store.dispatch(api.util.resetApiState());
  store.dispatch(chose(undefined));
  store.dispatch(noticed(undefined));
  store.dispatch(serverAway(false));
  vi.unstubAllGlobals();
  // a page left while a part of it was on its way: the next file imports the same, and would wait for ever
  await vi.dynamicImportSettled();
}

export const vessel = (over: Partial<Vessel> & Pick<Vessel, 'id' | 'name'>): Vessel => ({
  kind: over.line?.position ? 'bath' : 'can',
  role: null,
  line: inAlcohol(null, null),
  solvent: 'isopropanol',
  lid: 'closed',
  capacityMl: 5000,
  surfaceM2: 0.04,
  shopLimitPctW: null,
  solventG: 3500,
  waterG: 60,
  resinG: 70,
  loadPctW: 2,
  strengthPctW: 98,
  volumeMl: 4500,
  reclaimedShare: 0,
  ...over,
});
const inAlcohol = (place: number | null, position: 'first' | 'last' | null): Vessel['line'] => ({
  id: 'alcohol',
  name: 'Alcohol',
  place,
  position,
});
export const VESSELS: readonly Vessel[] = [
  vessel({ id: 'can', name: 'Fresh can', role: 'fresh', resinG: 0, loadPctW: 0, capacityMl: 25_000, volumeMl: 10_000 }),
  vessel({ id: 'w2', name: 'Wash 2', line: inAlcohol(2, 'last'), loadPctW: 0.4 }),
  vessel({ id: 'w1', name: 'Wash 1', line: inAlcohol(1, 'first'), loadPctW: 6 }),
  vessel({ id: 'drum', name: 'Dirty drum', role: 'drum', loadPctW: 8, volumeMl: 2000, capacityMl: 30_000 }),
  vessel({
    id: 'bottle',
    name: 'Reclaimed',
    role: 'reclaimed',
    volumeMl: 0,
    solventG: 0,
    waterG: 0,
    resinG: 0,
    loadPctW: 0,
    strengthPctW: null,
  }),
];

/** The bench with these batches open. */
export const benchReply = (open: readonly BatchState[], over: Partial<BenchReply> = {}): BenchReply => ({
  nowMs: Date.now(),
  workshop: 'Test bench',
  people: [{ id: 'ada', name: 'Ada B.', role: 'technician' }],
  stations: [
    {
      id: 'drip-rack',
      name: 'Drip rack',
      kind: 'drip-rack',
      side: 'wet',
      capacity: 4,
      vesselId: null,
      note: 'every minute saves resin',
    },
    { id: 'wash-1', name: 'Wash 1', kind: 'bath', side: 'wet', capacity: 1, vesselId: 'w1', note: '' },
    { id: 'wash-2', name: 'Wash 2', kind: 'bath', side: 'wet', capacity: 1, vesselId: 'w2', note: '' },
    { id: 'dry-rack', name: 'Dry rack', kind: 'drying-rack', side: 'dry', capacity: 6, vesselId: null, note: '' },
    { id: 'trim-mat', name: 'Trim mat', kind: 'mat', side: 'dry', capacity: 2, vesselId: null, note: '' },
    { id: 'lamp-box', name: 'Lamp box', kind: 'lamp', side: 'light', capacity: 1, vesselId: null, note: '' },
  ],
  vessels: [...VESSELS],
  resinPerBatchG: { w1: 4, w2: 0.4 },
  care: {},
  bench: testBench,
  open: [...open],
  light: {},
  doneToday: [],
  runs: [],
  checksDue: [],
  laterLooks: [],
  wash: {},
  ...over,
});
export const ROUTES: RoutesReply = {
  routes: ROUTE_TEMPLATES.map((route) => ({ route, schools: schoolsOf(route), versions: 1, batches: 3 })),
};
export const RESINS = { resins: [{ card: testCard, lots: ['A1', 'A2'] }] };

/** A batch worked up to a kind of step; `running` has begun it so many seconds ago. */
export function batchAt(kind: string, over: Partial<BatchState> = {}, runningForS?: number): BatchState {
  const { batch } = play({ ...testBatch(), ...over }, (b) => currentStep(b)?.kind === kind);
  if (runningForS === undefined) return batch;
  const result = decideStart(
    batch,
    currentStep(batch)!.id,
    testBench,
    {},
    { atMs: Date.now() - runningForS * 1000, by: 'Ada B.' },
  );
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.reduce<BatchState>((state, event: BatchEvent) => applyEvent(state, event), batch);
}
