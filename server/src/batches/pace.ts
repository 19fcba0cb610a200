import type { PaceReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { expectedTrimS, trimPace } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';

/** Batches that a person's pace is learned from. */
const LEARNED_FROM = 60;

/** How long everybody's trimming took against what was expected, from the newest sealed batches. */
export async function paceOfAll(db: Queryable): Promise<PaceReply> {
  const rows = await db.many<{ part: BatchState['part']; count: number; trims: BatchState['steps'] }>(sql`
    SELECT state->'part' AS part, (state->>'count')::int AS count,
           jsonb_path_query_array(state, '$.steps[*] ? (@.kind == "trim" && @.state == "done")') AS trims
      FROM batch WHERE sealed_at IS NOT NULL ORDER BY sealed_at DESC LIMIT ${LEARNED_FROM}`);
  const past = new Map<string, { tookS: number; expectedS: number }[]>();
  for (const { part, count, trims } of rows) {
    for (const { by, startedAtMs, endedAtMs } of trims) {
      if (by === undefined || startedAtMs === undefined || endedAtMs === undefined) continue;
      const took = { tookS: (endedAtMs - startedAtMs) / 1000, expectedS: expectedTrimS({ ...part, count }) };
      past.set(by, [...(past.get(by) ?? []), took]);
    }
  }
  return {
    people: [...past].map(([name, trims]) => ({ name, trimFactor: trimPace(trims), batches: trims.length })),
  };
}
