import type { BatchList, BatchQuery, BatchRow } from '@north-step/contract';
import type { Static } from 'typebox';
import { type Queryable, type Sql, sql } from '../db/index.ts';

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
  held: string | null;
  merged_into: string | null;
  priority: string | null;
  route: string | null;
};

const ORDERS = {
  newest: 'created_at DESC',
  oldest: 'created_at',
  due: 'due_at NULLS LAST, created_at DESC',
  name: 'name',
} as const;

/** The same statement in another of the known orders. */
const sorted = (order: keyof typeof ORDERS, statement: Sql): Sql => ({
  ...statement,
  text: statement.text.replace('ORDER BY created_at DESC', `ORDER BY ${ORDERS[order]}`),
});

/** A page of batches, newest first, with how many match. Search looks in name, part, resin, lot and customer. */
export async function listBatches(db: Queryable, query: Static<typeof BatchQuery>): Promise<BatchList> {
  const pattern = `%${(query.search ?? '').toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const state = query.state ?? 'all';
  const route = query.route ?? '';
  const [rows, count] = await Promise.all([
    db.many<Row>(
      sorted(
        query.sort ?? 'newest',
        sql`
      SELECT id, name, created_at, due_at, sealed_at,
             state->'part'->>'name' AS part, (state->>'count')::int AS count, state->'card'->>'name' AS resin,
             state->>'lot' AS lot, state->>'customer' AS customer, state->>'flag' AS flag, state->>'held' AS held,
             state->>'mergedInto' AS merged_into, state->>'priority' AS priority, state->'route'->>'name' AS route,
             jsonb_path_query_first(state, '$.steps[*] ? (@.state != "done").title') #>> '{}' AS step
        FROM batch
       WHERE search LIKE ${pattern}
         AND (${state} = 'all' OR (${state} = 'open' AND sealed_at IS NULL) OR (${state} = 'sealed' AND sealed_at IS NOT NULL) OR (${state} = 'flagged' AND flagged))
         AND (${route} = '' OR route_id = ${route})
       ORDER BY created_at DESC LIMIT ${query.limit ?? 100} OFFSET ${query.offset ?? 0}`,
      ),
    ),
    db.one<{ n: bigint }>(sql`
      SELECT count(*) AS n FROM batch
       WHERE search LIKE ${pattern}
         AND (${state} = 'all' OR (${state} = 'open' AND sealed_at IS NULL) OR (${state} = 'sealed' AND sealed_at IS NOT NULL) OR (${state} = 'flagged' AND flagged))
         AND (${route} = '' OR route_id = ${route})`),
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
  step: row.merged_into ? `part of ${row.merged_into}` : (row.step ?? 'sealed'),
  flag: row.held ? `held: ${row.held}` : row.flag,
  priority: row.priority ?? 'usual',
  route: row.route ?? 'Two baths, trim green',
});
