import type { WashedAt } from '@north-step/contract';
import { lightS, type Step } from '@north-step/core/batch';
import type { Static } from 'typebox';
import { type Queryable, sql } from '../db/index.ts';
import { WASHES } from './kinds.ts';

/** What lists say of what was done to a batch. */
export type Done = {
  readonly washed: Static<typeof WashedAt> | null;
  readonly lightS: number;
  readonly firstLook: string | null;
  readonly people: string[];
};
type Row = {
  readonly id: string;
  readonly first_look: string | null;
  readonly cures: Step[];
  readonly washed: Done['washed'];
  readonly people: string[] | null;
};

/** What was done to the batches of a page. */
export async function doneTo(db: Queryable, ids: readonly string[]): Promise<ReadonlyMap<string, Done>> {
  const rows = await db.many<Row>(sql`
    SELECT b.id, b.first_look, jsonb_path_query_array(b.state, '$.steps[*] ? (@.kind == "cure" && @.state == "done")') AS cures,
           (SELECT jsonb_build_object('loadPctW', s.load_pct, 'lowPctW', s.load_low_pct, 'highPctW', s.load_high_pct, 'limitPctW', s.limit_pct)
              FROM batch_step s WHERE s.batch_id = b.id AND s.kind = ANY(${WASHES}::text[]) AND s.load_pct IS NOT NULL ORDER BY s.place DESC LIMIT 1) AS washed,
           (SELECT jsonb_agg(p.by ORDER BY p.first) FROM (SELECT s.by, min(s.place) AS first FROM batch_step s WHERE s.batch_id = b.id AND s.by IS NOT NULL GROUP BY s.by) p) AS people
      FROM batch b WHERE b.id = ANY(${[...ids]}::text[])`);
  return new Map(
    rows.map(({ id, first_look: firstLook, cures, washed, people }) => [
      id,
      { washed, lightS: Math.round(lightS({ steps: cures })), firstLook, people: people ?? [] },
    ]),
  );
}
export const NOTHING_DONE: Done = { washed: null, lightS: 0, firstLook: null, people: [] };
