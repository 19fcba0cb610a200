import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
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
const command = (id: string): Command => ({ id, url: `/${id}`, body: { n: 1 }, madeMs: 5 });
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
  it('do without, where the browser keeps no database', async () => {
    vi.stubGlobal('indexedDB', undefined);
    const store = new OutboxStore('a');
    await expect(store.keep(command('one'))).resolves.toBeUndefined();
    expect(await store.adopt()).toEqual([]);
  });
});
