import { configureStore } from '@reduxjs/toolkit';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { makeSender, outboxSlice } from './outbox.ts';

const answers = (reply: object, ok = true) => ({ ok, json: async () => reply }) as Response;
let server: ReturnType<typeof vi.fn>;
beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers();
  server = vi.fn();
  vi.stubGlobal('fetch', server);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const fresh = () => {
  const store = configureStore({ reducer: { outbox: outboxSlice.reducer } });
  return { store, sender: makeSender(store, () => {}) };
};
const sentIds = () =>
  server.mock.calls.map(([, init]) => (JSON.parse((init as { body: string }).body) as { commandId: string }).commandId);

describe('outbox', () => {
  it('sends in order, one at a time', async () => {
    server.mockResolvedValue(answers({ done: true }));
    const { sender } = fresh();
    const both = [sender.send('/a', {}), sender.send('/b', {})];
    expect(server).toHaveBeenCalledTimes(1);
    await Promise.all(both);
    expect(server.mock.calls.map(([url]) => url)).toEqual(['/a', '/b']);
  });
  it('tries again with the same id while the server is away, and says so', async () => {
    server
      .mockRejectedValueOnce(new TypeError('no network'))
      .mockRejectedValueOnce(new TypeError('no network'))
      .mockResolvedValue(answers({ done: true }));
    const { store, sender } = fresh();
    const answer = sender.send('/a', { n: 1 });
    await vi.advanceTimersByTimeAsync(0);
    expect(store.getState().outbox).toMatchObject({ away: true, pending: [{ url: '/a' }] });
    expect(JSON.parse(localStorage.getItem('north-step.outbox')!)).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(3000);
    expect(await answer).toEqual({ ok: true, reply: { done: true } });
    expect(new Set(sentIds()).size).toBe(1);
    expect(store.getState().outbox).toMatchObject({ away: false, pending: [] });
    expect(localStorage.getItem('north-step.outbox')).toBe('[]');
  });
  it('shows a refusal in the server’s words and goes on with the next', async () => {
    server
      .mockResolvedValueOnce(
        answers({ error: { code: 'STATION_BUSY', message: 'Tern 1 is there.', remedy: 'Lift it out.' } }, false),
      )
      .mockResolvedValue(answers({}));
    const { store, sender } = fresh();
    const [first, second] = await Promise.all([sender.send('/a', {}), sender.send('/b', {})]);
    expect([first.ok, second.ok]).toEqual([false, true]);
    expect(store.getState().outbox.notice).toMatchObject({
      kind: 'refused',
      message: 'Tern 1 is there.',
      remedy: 'Lift it out.',
    });
  });
  it('finds what was kept before a reload and sends it', async () => {
    localStorage.setItem('north-step.outbox', JSON.stringify([{ id: 'kept-one', url: '/kept', body: {} }]));
    server.mockResolvedValue(answers({}));
    const { store, sender } = fresh();
    await sender.drain();
    expect(sentIds()).toEqual(['kept-one']);
    expect(store.getState().outbox.pending).toEqual([]);
  });
});
