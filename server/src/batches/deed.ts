import type { BatchState, BenchNow, Moment } from '@north-step/core/route';
import type { Queryable } from '../db/index.ts';

/** What a command on a batch works with: inside its transaction, at one moment. */
export type Deed = {
  readonly tx: Queryable;
  readonly batch: BatchState;
  readonly bench: BenchNow;
  readonly now: Moment;
};
