import type { BenchReply } from '@north-step/contract';
import type { Outcome } from '@north-step/core/batch';
import { LATER_UNTIL_MS, laterDue } from '@north-step/core/decide';
import { type Queryable, sql } from '../db/index.ts';

/** Nobody looks at more than this in a day. */
const MOST = 40;
type Row = { id: string; name: string; part: string; count: number; lit: readonly number[] };

/** Of these nothing is left to be looked at. */
const GONE: readonly Outcome[] = ['merged', 'scrapped'];

/** Sealed batches whose second look is due, oldest first. Only what is shown is read of each: its state may be long. */
export async function dueLater(db: Queryable, nowMs: number): Promise<BenchReply['laterLooks']> {
  const rows = await db.many<Row>(sql`
    SELECT id, name, state->'part'->>'name' AS part, (state->>'count')::int AS count,
           jsonb_path_query_array(state, '$.steps[*] ? (@.state == "done" && (@.kind == "cure" || @.kind == "oven")).endedAtMs') AS lit
      FROM (SELECT id, name, sealed_at, state || '{}' AS state FROM batch
             WHERE sealed_at BETWEEN ${new Date(nowMs - LATER_UNTIL_MS)} AND ${new Date(nowMs)} AND outcome <> ALL(${GONE}::text[]) OFFSET 0) AS b
     WHERE sealed_at BETWEEN ${new Date(nowMs - LATER_UNTIL_MS)} AND ${new Date(nowMs)}
       AND NOT EXISTS (SELECT 1 FROM record r WHERE r.batch_id = b.id AND r.kind = 'later look')
     ORDER BY sealed_at LIMIT ${MOST}`);
  return rows
    .filter(({ lit }) => lit.length > 0 && laterDue(Math.max(...lit), nowMs))
    .map(({ id, name, part, count, lit }) => ({ batchId: id, name, part, count, litAtMs: Math.max(...lit) }));
}
