import type { Press, Sample } from '@north-step/contract';

const MOST_PRESSES = 50;

type State = {
  last?: Sample;
  heardMs: number;
  photo?: Buffer;
  presses: { readonly number: number; readonly press: Press }[];
  pressed: number;
  /** who listens, and how its stream is ended */
  readonly listeners: Map<(sample: Sample) => void, () => void>;
  readonly waiters: Set<() => void>;
};

/** What devices say now. Kept in memory: a sample becomes a fact only when somebody takes a reading from it. */
export class DeviceHub {
  private readonly states = new Map<string, State>();
  private readonly firstNumber: number;
  /** @param firstNumber above every number that an earlier run of the server gave out, so that a device goes on from where it was */
  constructor(firstNumber = Date.now()) {
    this.firstNumber = firstNumber;
  }

  of(id: string): State {
    const known = this.states.get(id);
    if (known) return known;
    const made: State = {
      heardMs: 0,
      presses: [],
      pressed: this.firstNumber,
      listeners: new Map(),
      waiters: new Set(),
    };
    this.states.set(id, made);
    return made;
  }

  hear(id: string, samples: readonly Sample[], nowMs: number): void {
    const state = this.of(id);
    state.heardMs = nowMs;
    for (const sample of samples) {
      state.last = sample;
      for (const listener of state.listeners.keys()) listener(sample);
    }
  }

  press(id: string, press: Press): void {
    const state = this.of(id);
    state.presses = [...state.presses, { number: ++state.pressed, press }].slice(-MOST_PRESSES);
    for (const wake of state.waiters) wake();
  }

  /** Presses after a number, and the number to ask after next; waits for one when there is none. Starting anew, a device asks after -1 and is told only of what comes. */
  async pressesAfter(id: string, after: number, waitMs: number): Promise<{ presses: State['presses']; upTo: number }> {
    const state = this.of(id);
    const from = after < 0 || after > state.pressed ? state.pressed : after;
    const due = () => {
      const presses = state.presses.filter(({ number }) => number > from);
      return { presses, upTo: presses.at(-1)?.number ?? from };
    };
    if (due().presses.length > 0 || waitMs <= 0) return due();
    await new Promise<void>((resolve) => {
      const done = () => {
        clearTimeout(timer);
        state.waiters.delete(done);
        resolve();
      };
      const timer = setTimeout(done, waitMs);
      state.waiters.add(done);
    });
    return due();
  }

  /** Lets everyone who waits for a device or listens to it go, and forgets what it said. */
  forget(id: string): void {
    const state = this.of(id);
    for (const wake of [...state.waiters]) wake();
    for (const end of state.listeners.values()) end();
    this.states.delete(id);
  }

  /** Lets everyone go, so that the server can stop. */
  close(): void {
    for (const id of [...this.states.keys()]) this.forget(id);
  }
}
