import type { BatchReply, BenchReply } from '@north-step/contract';
import { testBatch } from '@north-step/core/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api } from '../store/api.ts';
import { store } from '../store/store.ts';
import { benchReply, leavePage } from '../testing/page.tsx';
import { takeChange, takePatch } from './changes.ts';
import { countAnew } from './patches.ts';

afterEach(() => leavePage());

/** A server whose answers wait until they are let go. @returns the paths that were read */
function server(open: () => BenchReply['open']) {
  const read: string[] = [];
  let hold: Promise<void> | undefined;
  vi.stubGlobal('fetch', async (input: Request) => {
    const { pathname } = new URL(input.url);
    read.push(pathname);
    const known = open();
    await hold;
    const reply: BenchReply | BatchReply =
      pathname === '/api/bench' ? benchReply(known) : { batch: known.find(({ id }) => pathname.endsWith(id))! };
    return Response.json(reply);
  });
  return { read, holding: (until: Promise<void>) => (hold = until) };
}
const shown = () => api.endpoints.bench.select()(store.getState()).data!;
const a = testBatch({ id: 'a', name: 'Tern 1' });
const b = testBatch({ id: 'b', name: 'Tern 2' });

describe('a change that says what is new', () => {
  it('is put in place of what is shown, and nothing is read for it', async () => {
    const { read } = server(() => [a, b]);
    await store.dispatch(api.endpoints.bench.initiate());
    await store.dispatch(api.endpoints.batch.initiate('a'));
    const before = read.length;
    const flagged = { ...a, flag: 'a crack?' };
    takeChange(store, { topics: ['batches', 'batch:a'], patch: { batch: flagged } });
    expect(shown().open).toEqual([flagged, b]);
    expect(api.endpoints.batch.select('a')(store.getState()).data!.batch.flag).toBe('a crack?');
    const seen = { stepId: 's8', litS: 12, lastShare: 1, lastAtMs: 5 };
    takeChange(store, { topics: ['trace:b'], patch: { light: { b: seen as BenchReply['light'][string] } } });
    expect(shown().light.b).toEqual(seen);
    takeChange(store, { topics: ['batch:b'], patch: { batch: { ...b, recordHash: 'f00d' } } });
    expect(shown().open).toEqual([flagged]);
    takeChange(store, { topics: ['batch:c'], patch: { batch: { ...b, id: 'c' } } });
    expect(shown().open.map(({ id }) => id)).toEqual(['a', 'c']);
    expect(read.length).toBe(before);
  });
  it('what it does not say is read again', async () => {
    const { read } = server(() => [a]);
    await store.dispatch(api.endpoints.bench.initiate());
    takeChange(store, { topics: ['bench', 'solvent', 'batch:a'] });
    await vi.waitFor(() => expect(read.filter((path) => path === '/api/bench')).toHaveLength(2));
  });
  it('that overtakes a read is not undone by it', async () => {
    let open = [a];
    const { read, holding } = server(() => open);
    await store.dispatch(api.endpoints.bench.initiate());
    let letGo = () => {};
    holding(new Promise((resolve) => (letGo = resolve)));
    store.dispatch(api.util.invalidateTags(['Bench']));
    await vi.waitFor(() => expect(read).toHaveLength(2));
    // the read on its way knows nothing of the flag
    open = [{ ...a, flag: 'a crack?' }];
    takeChange(store, { topics: ['batches'], patch: { batch: open[0]! } });
    const flags: (string | undefined)[] = [];
    const watching = store.subscribe(() => flags.push(shown().open[0]!.flag));
    letGo();
    await vi.waitFor(() => expect(read.filter((path) => path === '/api/bench')).toHaveLength(3));
    await vi.waitFor(() => expect(api.endpoints.bench.select()(store.getState()).status).toBe('fulfilled'));
    watching();
    // not for a moment: a key pressed then would be answered by the step before
    expect(new Set(flags)).toEqual(new Set(['a crack?']));
  });
  it('that comes late is passed over: what was told after it is shown', async () => {
    server(() => [a]);
    await store.dispatch(api.endpoints.bench.initiate());
    takePatch(store, { batch: { ...a, flag: 'the answer, told second' } }, 1002);
    takeChange(store, { seq: 1001, topics: ['batches'], patch: { batch: { ...a, flag: 'told first' } } });
    expect(shown().open[0]!.flag).toBe('the answer, told second');
    takeChange(store, { seq: 1003, topics: ['batches'], patch: { batch: { ...a, flag: 'told third' } } });
    expect(shown().open[0]!.flag).toBe('told third');
    // a server that was started anew, by a clock that was wrong before, may count from less
    countAnew();
    takeChange(store, { seq: 3, topics: ['batches'], patch: { batch: { ...a, flag: 'told by the next' } } });
    expect(shown().open[0]!.flag).toBe('told by the next');
  });
});
