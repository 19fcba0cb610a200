import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Command } from './outbox.ts';
import { OutboxStore } from './outboxStore.ts';

/** Locks as a browser keeps them: those that a living tab holds for ever, and the short one around taking over. */
function fakeLocks() {
  const held = new Set<string>();
  return {
    held,
    request: async (name: string, work: () => Promise<unknown>) => {
      held.add(name);
      const done = await work();
      held.delete(name);
      return done;
    },
    query: async () => ({ held: [...held].map((name) => ({ name })), pending: [] }),
  };
}
let locks: ReturnType<typeof fakeLocks>;
beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  locks = fakeLocks();
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
});
afterEach(() => {
  vi.unstubAllGlobals();
  Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
});
const command = (id: string): Command => ({
  id,
  type: 'step.extend',
  params: { batchId: id, stepId: 's1' },
  body: { addS: 30 },
  madeMs: 5,
});
const closed = (tab: string) => locks.held.delete(`north-step.tab.${tab}`);

describe('commands in the browser’s database', () => {
  it('outlive their tab, in the order they were pressed', async () => {
    const first = new OutboxStore('a');
    for (const id of ['one', 'two', 'three']) await first.keep(command(id));
    await first.forget('two');
    closed('a');
    expect(await new OutboxStore('b').adopt()).toEqual([command('one'), command('three')]);
  });
  it('are left alone while their tab lives', async () => {
    const first = new OutboxStore('a');
    await first.keep(command('one'));
    expect(await new OutboxStore('b').adopt()).toEqual([]);
  });
  it('are taken over by one tab, not by two', async () => {
    await new OutboxStore('a').keep(command('one'));
    closed('a');
    const [b, c] = [new OutboxStore('b'), new OutboxStore('c')];
    expect(await b.adopt()).toHaveLength(1);
    expect(await c.adopt()).toEqual([]);
    closed('b');
    expect(await c.adopt()).toHaveLength(1);
  });
  it('kept by the program of before, as addresses, are taken on by type; what is no command is let go', async () => {
    const old = await openDB('north-step', 1, {
      upgrade: (db) => {
        const store = db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true });
        store.createIndex('id', 'id', { unique: true });
      },
    });
    const body = { addS: 30, by: 'Ada B.' };
    await old.add('outbox', { id: 'one', url: '/api/batches/b%201/steps/s1/extend', body, madeMs: 5, tab: 'a' });
    await old.add('outbox', { id: 'two', url: '/api/nowhere', body, madeMs: 6, tab: 'a' });
    old.close();
    expect(await new OutboxStore('b').adopt()).toEqual([{ ...command('b 1'), id: 'one', by: 'Ada B.' }]);
  });
  it('do without, where the browser keeps no database', async () => {
    vi.stubGlobal('indexedDB', undefined);
    const store = new OutboxStore('a');
    await expect(store.keep(command('one'))).resolves.toBeUndefined();
    expect(await store.adopt()).toEqual([]);
  });
});
