import type { ErrorReply } from '@north-step/contract';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A command on its way. It keeps its id until the server has answered, so it is done once however often it is sent. */
export type Command = { readonly id: string; readonly url: string; readonly body: Readonly<Record<string, unknown>> };
export type Notice = {
  readonly kind: 'refused' | 'told';
  readonly message: string;
  readonly remedy?: string;
  readonly code?: string;
};
type Outbox = { readonly pending: readonly Command[]; readonly away: boolean; readonly notice?: Notice };

const STORE_KEY = 'north-step.outbox';

function kept(): readonly Command[] {
  try {
    return JSON.parse(localStorage.getItem(STORE_KEY) ?? '[]') as Command[];
  } catch {
    return [];
  }
}

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: (): Outbox => ({ pending: kept(), away: false }),
  reducers: {
    queued: (state, { payload }: PayloadAction<Command>) => ({ ...state, pending: [...state.pending, payload] }),
    answered: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      pending: state.pending.filter((command) => command.id !== payload),
    }),
    serverAway: (state, { payload }: PayloadAction<boolean>) => ({ ...state, away: payload }),
    noticed: (state, { payload }: PayloadAction<Notice | undefined>) => ({ ...state, notice: payload }),
  },
});
export const { queued, answered, serverAway, noticed } = outboxSlice.actions;

/** What came of a command: the server's answer, or its refusal in words. */
export type Answer =
  | { readonly ok: true; readonly reply: unknown }
  | { readonly ok: false; readonly error: ErrorReply['error'] };

const RETRY_MS = 700;

type Store = { getState: () => { outbox: Outbox }; dispatch: (action: { type: string }) => unknown };

/** Sends commands one after another, in order; waits and tries again while the server is away. */
export function makeSender(store: Store, afterwards: () => void) {
  const waiting = new Map<string, (answer: Answer) => void>();
  let busy = false;

  async function drain(): Promise<void> {
    if (busy) return;
    busy = true;
    for (let next = store.getState().outbox.pending[0]; next; next = store.getState().outbox.pending[0]) {
      const answer = await attempt(next);
      if (!answer) {
        store.dispatch(serverAway(true));
        await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        continue;
      }
      store.dispatch(serverAway(false));
      store.dispatch(answered(next.id));
      keep();
      if (!answer.ok) store.dispatch(noticed({ kind: 'refused', ...answer.error }));
      waiting.get(next.id)?.(answer);
      waiting.delete(next.id);
      afterwards();
    }
    busy = false;
  }
  const keep = () => localStorage.setItem(STORE_KEY, JSON.stringify(store.getState().outbox.pending));

  return {
    drain,
    /** Queues a command. @returns the answer, once there is one */
    send: (url: string, body: Command['body']): Promise<Answer> => {
      const id = crypto.randomUUID();
      return new Promise((resolve) => {
        waiting.set(id, resolve);
        store.dispatch(noticed(undefined));
        store.dispatch(queued({ id, url, body }));
        keep();
        void drain();
      });
    },
  };
}

/** @returns undefined when no server answered */
async function attempt(command: Command): Promise<Answer | undefined> {
  try {
    const response = await fetch(command.url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...command.body, commandId: command.id }),
    });
    const reply = await response.json();
    if (response.ok) return { ok: true, reply };
    return { ok: false, error: (reply as ErrorReply).error };
  } catch {
    return undefined;
  }
}
