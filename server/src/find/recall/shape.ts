import type { RecallQuery } from '@north-step/contract';
import type { Queryable, Sql } from '../../db/index.ts';

/** A question of a recall. */
export type RecallShape = {
  /** what has to be said to ask it */
  readonly needs: readonly (keyof RecallQuery)[];
  /** rows of `batch_id, at, sure, why`, as many for a batch as it was touched */
  readonly touched: (db: Queryable, query: RecallQuery) => Promise<Sql>;
};
