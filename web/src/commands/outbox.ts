import type { Asked, CommandReply, CommandType, ErrorReply } from '@north-step/contract';
import { addressOf } from '@north-step/contract/commands/paths';
import { SEQ_HEADER } from '@north-step/contract/live';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { serverIsCut } from './practice.ts';

/** A command on its way. It keeps its id until the server has answered, so it is done once however often it is sent. */
export type Command = Asked & {
  readonly id: string;
  readonly by?: string | undefined;
  /** when it was pressed, by this screen's clock */
  readonly madeMs: number;
};
/** refused: it was not done · told: something to know · asks: the same press again does it */
export type Notice = {
  readonly kind: 'refused' | 'told' | 'asks';
  readonly message: string;
  readonly remedy?: string | undefined;
  readonly code?: string;
  /** name of the batch that the page speaks of now */
  readonly about?: string;
};
/** What a press has noted, said for some seconds, with what takes it back. */
export type Noted = {
  readonly text: string;
  readonly atMs: number;
  /** commands that can be taken back together, by batch */
  readonly undoes: readonly { readonly batchId: string; readonly commandId: string }[];
};
/** A command that waited out an outage and was refused then. */
export type Conflict = {
  readonly id: string;
  readonly madeMs: number;
  readonly message: string;
  readonly remedy?: string | undefined;
};
type Outbox = {
  readonly pending: readonly Command[];
  readonly away: boolean;
  readonly notice?: Notice | undefined;
  readonly noted?: Noted | undefined;
  readonly conflicts: readonly Conflict[];
};

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: (): Outbox => ({ pending: [], away: false, conflicts: [] }),
  reducers: {
    queued: (state, { payload }: PayloadAction<Command>) => ({ ...state, pending: [...state.pending, payload] }),
    adopted: (state, { payload }: PayloadAction<readonly Command[]>) => ({
      ...state,
      pending: [...payload, ...state.pending],
    }),
    answered: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      pending: state.pending.filter((command) => command.id !== payload),
    }),
    serverAway: (state, { payload }: PayloadAction<boolean>) => ({ ...state, away: payload }),
    noticed: (state, { payload }: PayloadAction<Notice | undefined>) => ({ ...state, notice: payload }),
    told: (state, { payload }: PayloadAction<Noted | undefined>) => ({ ...state, noted: payload }),
    clashed: (state, { payload }: PayloadAction<Conflict>) => ({
      ...state,
      conflicts: [...state.conflicts, payload],
    }),
    conflictsSeen: (state) => ({ ...state, conflicts: [] }),
  },
});
export const { queued, adopted, answered, serverAway, noticed, told, clashed, conflictsSeen } = outboxSlice.actions;

/** What came of a command: the server's answer, or its refusal in words. */
export type Answer<Reply = unknown> =
  | { readonly ok: true; readonly reply: Reply; readonly seq?: number }
  | { readonly ok: false; readonly error: ErrorReply['error'] };

const RETRY_MS = 700;
/** Waited for longer than this, a command tells the server how long ago it was pressed. */
const HELD_MS = 1000;
/** More than a day ago is a day ago: the server takes no more. */
const LONGEST_HELD_MS = 86_400_000;

type Store = { getState: () => { outbox: Outbox }; dispatch: (action: { type: string }) => unknown };
/** Where commands outlive the page. */
export type Keeper = {
  readonly keep: (command: Command) => Promise<void>;
  readonly forget: (id: string) => Promise<void>;
  readonly adopt: () => Promise<readonly Command[]>;
};

/** Sends commands one after another, in order; waits and tries again while the server is away. */
export function makeSender(store: Store, keeper: Keeper, afterwards: (answer: Answer) => void) {
  const waiting = new Map<string, (answer: Answer) => void>();
  const keeping = new Map<string, Promise<void>>();
  let busy = false;

  async function drain(): Promise<void> {
    if (busy) return;
    busy = true;
    for (let next = store.getState().outbox.pending[0]; next; next = store.getState().outbox.pending[0]) {
      const heldMs = Date.now() - next.madeMs;
      const answer = await attempt(next, heldMs);
      if (!answer) {
        store.dispatch(serverAway(true));
        await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        continue;
      }
      store.dispatch(serverAway(false));
      // first what is shown, then the command is done: the page never steps back to before it
      if (answer.ok) afterwards(answer);
      store.dispatch(answered(next.id));
      void forget(next.id);
      if (!answer.ok) tellRefusal(next, heldMs, answer.error);
      waiting.get(next.id)?.(answer);
      waiting.delete(next.id);
      if (!answer.ok) afterwards(answer);
    }
    busy = false;
  }
  function tellRefusal({ id, madeMs }: Command, heldMs: number, error: ErrorReply['error']): void {
    if (heldMs < HELD_MS) store.dispatch(noticed({ kind: 'refused', ...error }));
    else store.dispatch(clashed({ id, madeMs, message: error.message, remedy: error.remedy }));
  }
  async function forget(id: string): Promise<void> {
    await keeping.get(id);
    keeping.delete(id);
    await keeper.forget(id).catch(() => {});
  }

  return {
    drain,
    /** Takes over what closed tabs and reloads have left, and sends it first. */
    adopt: async (): Promise<void> => {
      const left = await keeper.adopt().catch(() => []);
      if (left.length > 0) store.dispatch(adopted(left));
      await drain();
    },
    /** Queues a command. @returns the answer, once there is one */
    send: <T extends CommandType>(
      asked: Asked<T>,
      by?: string,
      id: string = crypto.randomUUID(),
    ): Promise<Answer<CommandReply<T>>> => {
      const command = { ...asked, id, by, madeMs: Date.now() } as unknown as Command;
      return new Promise((resolve) => {
        waiting.set(command.id, resolve as (answer: Answer) => void);
        store.dispatch(noticed(undefined));
        store.dispatch(queued(command));
        keeping.set(
          command.id,
          keeper.keep(command).catch(() => {}),
        );
        void drain();
      });
    },
  };
}

/** @returns undefined when no server answered */
async function attempt({ id, type, params, by, body }: Command, heldMs: number): Promise<Answer | undefined> {
  if (serverIsCut()) return undefined;
  try {
    const response = await fetch(addressOf(type, params), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        ...body,
        by,
        commandId: id,
        ...(heldMs < HELD_MS ? {} : { heldMs: Math.min(Math.round(heldMs), LONGEST_HELD_MS) }),
      }),
    });
    // a server that stops has not done it for sure: it is kept, and sent again
    if (response.status === 503) return undefined;
    const reply = await response.json();
    const seq = response.headers.get(SEQ_HEADER);
    if (response.ok) return { ok: true, reply, ...(seq === null ? {} : { seq: Number(seq) }) };
    return { ok: false, error: (reply as ErrorReply).error };
  } catch {
    return undefined;
  }
}
