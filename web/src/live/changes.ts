import { type Change, type Patch, SUBJECTS, type Subject } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { api, type TAGS } from '../store/api.ts';
import { isNewest } from './patches.ts';

type Tag = (typeof TAGS)[number];
/** What is read again when a subject changes. */
const TAGS_OF: Readonly<Record<Subject, readonly Tag[]>> = {
  bench: ['Bench', 'Room'],
  batches: ['Batches', 'Layout'],
  solvent: ['Solvent'],
  reclaim: ['Reclaim'],
  waste: ['Waste'],
  air: ['Air'],
  estimates: ['Care', 'Bench'],
  records: ['Records'],
  integrity: ['Records'],
  devices: ['Devices'],
  routes: ['Routes'],
  parts: ['Parts'],
  resins: ['Resins'],
  lamps: ['Lamps', 'Bench'],
  layout: ['Layout'],
  shift: ['Shift'],
};
/** The store, as far as a change needs it. */
type Shown = {
  readonly getState: () => Reads;
  readonly dispatch: ThunkDispatch<Reads, unknown, UnknownAction>;
};
type Reads = Parameters<ReturnType<typeof api.endpoints.bench.select>>[0];

/** Puts what the server has told in place of what is shown, and reads again only what it has not told. */
export function takeChange(
  shown: Shown,
  { topics, patch, seq }: Pick<Change, 'topics' | 'patch'> & { readonly seq?: number },
): void {
  if (patch) takePatch(shown, patch, seq);
  const told = patch?.batch && `batch:${patch.batch.id}`;
  const tags = topics.flatMap<Tag | { type: 'Batch'; id: string }>((topic) => {
    if (isSubject(topic)) return TAGS_OF[topic];
    return topic.startsWith('batch:') && topic !== told ? [{ type: 'Batch', id: topic.slice('batch:'.length) }] : [];
  });
  if (tags.length > 0) shown.dispatch(api.util.invalidateTags(tags));
}
const isSubject = (topic: string): topic is Subject => (SUBJECTS as readonly string[]).includes(topic);

/** A batch as it is after a command, and what sensors have seen, on the bench and on its sheet: unless newer is shown already. */
export function takePatch({ getState, dispatch }: Shown, { batch, light, wash }: Patch, seq?: number): void {
  if (batch && !isNewest(batch.id, seq)) return;
  dispatch(
    api.util.updateQueryData('bench', undefined, (bench) => {
      if (batch) bench.open = openWith(bench.open, batch);
      Object.assign(bench.light, light);
      Object.assign(bench.wash, wash);
    }),
  );
  // a read that is on its way may have been begun before: once it has come, it is passed over and read again
  const { endpoints, util } = api;
  if (isPending(endpoints.bench.select()(getState()))) dispatch(util.invalidateTags(['Bench']));
  if (!batch) return;
  const { id } = batch;
  dispatch(
    util.updateQueryData('batch', id, (sheet) => {
      sheet.batch = batch;
    }),
  );
  if (isPending(endpoints.batch.select(id)(getState()))) dispatch(util.invalidateTags([{ type: 'Batch', id }]));
}
const isPending = ({ status }: { readonly status: string }): boolean => status === 'pending';

/** The open batches with one as it is now: in its place, as the newest, or gone where it is sealed or became part of another. */
function openWith(open: readonly BatchState[], batch: BatchState): BatchState[] {
  const others = open.filter(({ id }) => id !== batch.id);
  if (batch.recordHash !== undefined || batch.mergedInto !== undefined) return others;
  const at = open.findIndex(({ id }) => id === batch.id);
  return at < 0 ? [...others, batch] : open.map((one) => (one.id === batch.id ? batch : one));
}
