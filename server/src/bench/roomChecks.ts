import type { AirReply } from '@north-step/contract';
import { type AirSetting, checkDueMs, USUAL_AIR } from '@north-step/core/air';
import { type Queryable, sql } from '../db/index.ts';

/** What the workshop says of its air; the usual until it has said so. */
export async function airSetting(db: Queryable): Promise<AirSetting> {
  const row = await db.maybeOne<{ value: AirSetting }>(sql`SELECT value FROM setting WHERE key = 'air'`);
  return row?.value ?? USUAL_AIR;
}

/** Checks of the room, the one that is due first, first. What was never noted is due since the book begins. */
export async function roomChecks(db: Queryable, nowMs: number): Promise<AirReply['checks']> {
  const [air, done, begun] = await Promise.all([
    airSetting(db),
    db.many<{ check_id: string; at: Date; by: string }>(
      sql`SELECT DISTINCT ON (check_id) check_id, at, by FROM check_done ORDER BY check_id, seq DESC`,
    ),
    db.maybeOne<{ at: Date | null }>(sql`SELECT min(at) AS at FROM setting_event`),
  ]);
  const sinceMs = begun?.at?.getTime() ?? nowMs;
  return air.checks
    .map((check) => {
      const last = done.find(({ check_id }) => check_id === check.id);
      const doneAtMs = last?.at.getTime() ?? null;
      return { ...check, doneAtMs, doneBy: last?.by ?? null, dueAtMs: checkDueMs(check, doneAtMs, sinceMs) };
    })
    .sort((a, b) => a.dueAtMs - b.dueAtMs);
}
