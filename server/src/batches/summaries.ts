import { type BatchState, summaryOf } from '@north-step/core/batch';
import { type Queryable, sql } from '../db/index.ts';

const AT_ONCE = 200;

/** Gives batches of before there were summaries theirs. @returns how many there were */
export async function fillSummaries(db: Queryable): Promise<number> {
  let filled = 0;
  for (;;) {
    const rows = await db.many<{ state: BatchState }>(
      sql`SELECT state FROM batch WHERE summary IS NULL LIMIT ${AT_ONCE}`,
    );
    if (rows.length === 0) return filled;
    const summaries = rows.map(({ state }) => ({ id: state.id, summary: summaryOf(state) }));
    await db.many(sql`
      UPDATE batch b SET summary = s.summary
        FROM jsonb_to_recordset(${JSON.stringify(summaries)}::jsonb) AS s (id text, summary jsonb) WHERE b.id = s.id`);
    filled += rows.length;
  }
}
