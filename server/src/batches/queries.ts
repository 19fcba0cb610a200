import type { BatchList, BatchQuery, BatchRow } from '@north-step/contract';
import type { Static } from 'typebox';
import { type Queryable, sql } from '../db/index.ts';

type Row = {
  id: string;
  name: string;
  part: string;
  count: number;
  resin: string;
  lot: string;
  customer: string | null;
  created_at: Date;
  due_at: Date | null;
  sealed_at: Date | null;
  step: string | null;
  flag: string | null;
};

/** A page of batches, newest first, with how many match. Search looks in name, part, resin, lot and customer. */
export async function listBatches(db: Queryable, query: Static<typeof BatchQuery>): Promise<BatchList> {
  const pattern = `%${(query.search ?? '').toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const state = query.state ?? 'all';
  const [rows, count] = await Promise.all([
    db.many<Row>(sql`
      SELECT id, name, created_at, due_at, sealed_at,
             state->'part'->>'name' AS part, (state->>'count')::int AS count, state->'card'->>'name' AS resin,
             state->>'lot' AS lot, state->>'customer' AS customer, state->>'flag' AS flag,
             jsonb_path_query_first(state, '$.steps[*] ? (@.state != "done").title') #>> '{}' AS step
        FROM batch
       WHERE search LIKE ${pattern}
         AND (${state} = 'all' OR (${state} = 'open' AND sealed_at IS NULL) OR (${state} = 'sealed' AND sealed_at IS NOT NULL) OR (${state} = 'flagged' AND flagged))
       ORDER BY created_at DESC LIMIT ${query.limit ?? 100} OFFSET ${query.offset ?? 0}`),
    db.one<{ n: bigint }>(sql`
      SELECT count(*) AS n FROM batch
       WHERE search LIKE ${pattern}
         AND (${state} = 'all' OR (${state} = 'open' AND sealed_at IS NULL) OR (${state} = 'sealed' AND sealed_at IS NOT NULL) OR (${state} = 'flagged' AND flagged))`),
  ]);
  return { total: Number(count.n), rows: rows.map(toRow) };
}

const toRow = (row: Row): BatchRow => ({
  id: row.id,
  name: row.name,
  part: row.part,
  count: row.count,
  resin: row.resin,
  lot: row.lot,
  customer: row.customer,
  createdAtMs: row.created_at.getTime(),
  dueAtMs: row.due_at?.getTime() ?? null,
  sealedAtMs: row.sealed_at?.getTime() ?? null,
  step: row.step ?? 'sealed',
  flag: row.flag,
});
