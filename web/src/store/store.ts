import type { BatchReply, Change } from '@north-step/contract';
import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { type Answer, makeSender, outboxSlice, serverAway } from '../commands/outbox.ts';
import { OutboxStore } from '../commands/outboxStore.ts';
import { onCut, serverIsCut } from '../commands/practice.ts';
import { takeChange, takePatch } from '../live/changes.ts';
import { countAnew } from '../live/patches.ts';
import { api, TAGS } from './api.ts';
import { hereSlice, rememberHere } from './here.ts';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, here: hereSlice.reducer, outbox: outboxSlice.reducer },
  middleware: (getDefault) => getDefault().concat(api.middleware),
});
export type RootState = ReturnType<typeof store.getState>;
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();

const refreshAll = () => store.dispatch(api.util.invalidateTags([...TAGS]));
/** What a batch is after a command stands in its answer; after anything else, after a repeat and a refusal, all is read again. */
function afterwards(answer: Answer): void {
  const batch = answer.ok && answer.seq !== undefined ? (answer.reply as Partial<BatchReply>).batch : undefined;
  if (answer.ok && batch) takePatch(store, { batch }, answer.seq);
  else refreshAll();
}
export const outbox = makeSender(store, new OutboxStore(crypto.randomUUID()), afterwards);

let lastHere = store.getState().here;
rememberHere(lastHere);
store.subscribe(() => {
  const { here } = store.getState();
  if (here !== lastHere) rememberHere(here);
  lastHere = here;
});

onCut(() => {
  store.dispatch(serverAway(serverIsCut()));
  if (!serverIsCut()) refreshAll();
});

/** Listens to the server's stream of changes; after a gap everything is asked for anew. */
export function listenLive(): void {
  const stream = new EventSource('/api/live');
  let wasAway = false;
  stream.addEventListener('hello', () => {
    countAnew();
    store.dispatch(serverAway(false));
    if (wasAway) refreshAll();
    wasAway = false;
    void outbox.adopt();
  });
  stream.addEventListener('change', (event) => {
    if (serverIsCut()) return;
    takeChange(store, JSON.parse((event as MessageEvent<string>).data) as Change);
  });
  stream.addEventListener('error', () => {
    wasAway = true;
    store.dispatch(serverAway(true));
    if (stream.readyState === EventSource.CLOSED) setTimeout(listenLive, 1000);
  });
}
