import type { BatchState } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import type { Moment } from '@north-step/core/decide';
import type { Queryable } from '../db/index.ts';

/** What a command on a batch works with: inside its transaction, at one moment. */
export type Noting = {
  readonly tx: Queryable;
  readonly batch: BatchState;
  readonly now: Moment;
};
/** The same for what depends on the baths, the lamps or the room as they are. */
export type Deed = Noting & { readonly bench: BenchNow };
