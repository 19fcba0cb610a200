import { configureStore } from '@reduxjs/toolkit';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Command, type Keeper, makeSender, outboxSlice } from './outbox.ts';

const answers = (reply: object, ok = true) => ({ ok, headers: new Headers(), json: async () => reply }) as Response;
let server: ReturnType<typeof vi.fn>;
beforeEach(() => {
  vi.useFakeTimers();
  server = vi.fn();
  vi.stubGlobal('fetch', server);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
/** Keeps commands in memory, as the browser's database would. */
const fresh = (left: readonly Command[] = []) => {
  const store = configureStore({ reducer: { outbox: outboxSlice.reducer } });
  const kept = new Map<string, Command>();
  const keeper: Keeper = {
    keep: async (command) => void kept.set(command.id, command),
    forget: async (id) => void kept.delete(id),
    adopt: async () => left,
  };
  return { store, kept, sender: makeSender(store, keeper, () => {}) };
};
/** flags a batch of so short a name */
const say = (batchId: string) => ({ type: 'batch.flag' as const, params: { batchId }, body: { note: 'a crack?' } });
const at = (batchId: string) => `/api/batches/${batchId}/flag`;
const bodyOf = (call: number) => JSON.parse((server.mock.calls[call]![1] as { body: string }).body) as object;
const sentIds = () =>
  server.mock.calls.map(([, init]) => (JSON.parse((init as { body: string }).body) as { commandId: string }).commandId);

describe('outbox', () => {
  it('sends in order, one at a time', async () => {
    server.mockResolvedValue(answers({ done: true }));
    const { sender } = fresh();
    const both = [sender.send(say('a')), sender.send(say('b'))];
    expect(server).toHaveBeenCalledTimes(1);
    await Promise.all(both);
    expect(server.mock.calls.map(([url]) => url)).toEqual([at('a'), at('b')]);
  });
  it('tries again with the same id while the server is away, and says so', async () => {
    server
      .mockRejectedValueOnce(new TypeError('no network'))
      .mockRejectedValueOnce(new TypeError('no network'))
      .mockResolvedValue(answers({ done: true }));
    const { store, kept, sender } = fresh();
    const answer = sender.send(say('a'), 'Ada B.');
    await vi.advanceTimersByTimeAsync(0);
    expect(store.getState().outbox).toMatchObject({ away: true, pending: [say('a')] });
    expect(kept.size).toBe(1);
    await vi.advanceTimersByTimeAsync(3000);
    expect(await answer).toEqual({ ok: true, reply: { done: true } });
    expect(new Set(sentIds()).size).toBe(1);
    expect(store.getState().outbox).toMatchObject({ away: false, pending: [] });
    await vi.advanceTimersByTimeAsync(0);
    expect(kept.size).toBe(0);
    // the last try came 1.4 s after the press, and says so
    expect(bodyOf(0)).not.toHaveProperty('heldMs');
    expect(bodyOf(2)).toMatchObject({ note: 'a crack?', by: 'Ada B.', heldMs: 1400 });
  });
  it('shows a refusal in the server’s words and goes on with the next', async () => {
    server
      .mockResolvedValueOnce(
        answers({ error: { code: 'STATION_BUSY', message: 'Tern 1 is there.', remedy: 'Lift it out.' } }, false),
      )
      .mockResolvedValue(answers({}));
    const { store, sender } = fresh();
    const [first, second] = await Promise.all([sender.send(say('a')), sender.send(say('b'))]);
    expect([first.ok, second.ok]).toEqual([false, true]);
    expect(store.getState().outbox.notice).toMatchObject({
      kind: 'refused',
      message: 'Tern 1 is there.',
      remedy: 'Lift it out.',
    });
  });
  it('keeps what was refused after an outage as a conflict, with when it was pressed, and goes on', async () => {
    const away = new TypeError('no network');
    server
      .mockRejectedValueOnce(away)
      .mockRejectedValueOnce(away)
      .mockResolvedValueOnce(
        answers({ error: { code: 'ALREADY_FINISHED', message: 'Wash 1 of Tern 1 was already finished.' } }, false),
      )
      .mockResolvedValue(answers({}));
    const { store, sender } = fresh();
    const pressedMs = Date.now();
    const first = sender.send(say('a'));
    const second = sender.send(say('b'));
    await vi.advanceTimersByTimeAsync(3000);
    expect([(await first).ok, (await second).ok]).toEqual([false, true]);
    expect(store.getState().outbox).toMatchObject({
      notice: undefined,
      conflicts: [{ madeMs: pressedMs, message: 'Wash 1 of Tern 1 was already finished.' }],
    });
  });
  it('takes over what was left before a reload and sends it before its own', async () => {
    server.mockResolvedValue(answers({}));
    const { store, sender } = fresh([{ ...say('kept'), id: 'kept-one', madeMs: Date.now() - 60_000 }]);
    await sender.adopt();
    await sender.send(say('own'));
    expect(server.mock.calls.map(([url]) => url)).toEqual([at('kept'), at('own')]);
    expect(sentIds()[0]).toBe('kept-one');
    expect(bodyOf(0)).toMatchObject({ heldMs: 60_000 });
    expect(store.getState().outbox.pending).toEqual([]);
  });
});
