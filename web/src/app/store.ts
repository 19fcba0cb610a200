import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api, TAGS } from './api.ts';
import { hereSlice, rememberHere } from './bench.ts';
import { makeSender, outboxSlice, serverAway } from './outbox.ts';
import { OutboxStore } from './outboxStore.ts';
import { onCut, serverIsCut } from './practice.ts';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, here: hereSlice.reducer, outbox: outboxSlice.reducer },
  middleware: (getDefault) => getDefault().concat(api.middleware),
});
export type RootState = ReturnType<typeof store.getState>;
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();

const refreshAll = () => store.dispatch(api.util.invalidateTags([...TAGS]));
export const outbox = makeSender(store, new OutboxStore(crypto.randomUUID()), refreshAll);

let lastHere = store.getState().here;
rememberHere(lastHere);
store.subscribe(() => {
  const { here } = store.getState();
  if (here !== lastHere) rememberHere(here);
  lastHere = here;
});

type Tag = (typeof TAGS)[number];
const TAGS_OF: Readonly<Record<string, readonly Tag[]>> = {
  bench: ['Bench', 'Room'],
  batches: ['Batches'],
  solvent: ['Solvent'],
  estimates: ['Care', 'Bench'],
  records: ['Records'],
  integrity: ['Records'],
  devices: ['Devices'],
  routes: ['Routes'],
  parts: ['Parts'],
  resins: ['Resins'],
  lamps: ['Lamps', 'Bench'],
  shift: ['Shift'],
};

onCut(() => {
  store.dispatch(serverAway(serverIsCut()));
  if (!serverIsCut()) refreshAll();
});

/** Listens to the server's stream of changes; after a gap everything is asked for anew. */
export function listenLive(): void {
  const stream = new EventSource('/api/live');
  let wasAway = false;
  stream.addEventListener('hello', () => {
    store.dispatch(serverAway(false));
    if (wasAway) refreshAll();
    wasAway = false;
    void outbox.adopt();
  });
  stream.addEventListener('change', (event) => {
    if (serverIsCut()) return;
    const { topics } = JSON.parse((event as MessageEvent<string>).data) as { topics: string[] };
    const tags = topics.flatMap<Tag | { type: 'Batch'; id: string }>(
      (topic) =>
        TAGS_OF[topic] ?? (topic.startsWith('batch:') ? [{ type: 'Batch', id: topic.slice('batch:'.length) }] : []),
    );
    store.dispatch(api.util.invalidateTags(tags));
  });
  stream.addEventListener('error', () => {
    wasAway = true;
    store.dispatch(serverAway(true));
    if (stream.readyState === EventSource.CLOSED) setTimeout(listenLive, 1000);
  });
}
