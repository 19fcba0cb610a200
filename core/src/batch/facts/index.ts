import type { BatchState } from '../types.ts';
import type { Fact, Spoken, Told } from './fact.ts';
import { NOTE_FACTS } from './notes.ts';
import { PIECE_FACTS } from './pieces.ts';
import { PLAN_FACTS } from './plan.ts';
import { STEP_FACTS } from './steps.ts';

export { stepById } from './fact.ts';
export type { Undone } from './notes.ts';

/** Every kind of fact that changes a batch, by its name in the database. */
const FACTS = { ...STEP_FACTS, ...PLAN_FACTS, ...NOTE_FACTS, ...PIECE_FACTS };
type Facts = typeof FACTS;
type Says<F> = F extends Fact<infer S> ? S : never;

type Created = Told & { readonly type: 'created'; readonly batch: BatchState };
/** Facts about a batch, in order. The state is nothing but their sum. */
export type BatchEvent = Created | { [K in keyof Facts]: Told & { readonly type: K } & Says<Facts[K]> }[keyof Facts];

/** Applies one fact. The first must be `created`. */
export function applyEvent(state: BatchState | undefined, event: BatchEvent): BatchState {
  if (event.type === 'created') return event.batch;
  if (!state) throw new RangeError(`applyEvent: ${event.type} before created`);
  const { change }: Fact<never> = FACTS[event.type];
  return change(state, event as never);
}

/** The state that a list of facts adds up to. */
export function replay(events: readonly BatchEvent[]): BatchState {
  const state = events.reduce<BatchState | undefined>(applyEvent, undefined);
  if (!state) throw new RangeError('replay: no events');
  return state;
}

/** How an undo speaks of a fact: whether it can be taken back, and what was done. */
export const spokenOf = (type: BatchEvent['type']): Spoken =>
  type === 'created' ? { forGood: 'It was hung then: hold it, or split what does not belong to it.' } : FACTS[type];
