import type { AirReply } from '@north-step/contract';
import { type AirSetting, checkDueMs, USUAL_AIR } from '@north-step/core/air';
import { type Queryable, sql } from '../db/index.ts';

type Row = {
  readonly air: AirSetting | null;
  readonly begun: Date | null;
  readonly done: Readonly<Record<string, { readonly atMs: number; readonly by: string }>>;
};

/**
 * What the workshop says of its air (the usual until it has said so), and its checks, the one that is due first, first. What was
 * never noted is due so long after the book begins. One read: the bench asks for it too.
 */
export async function roomAir(db: Queryable, nowMs: number): Promise<Pick<AirReply, 'air' | 'checks'>> {
  const row = await db.one<Row>(sql`
    SELECT (SELECT value FROM setting WHERE key = 'air') AS air,
           (SELECT min(at) FROM setting_event) AS begun,
           (SELECT coalesce(jsonb_object_agg(check_id, jsonb_build_object('atMs', (extract(epoch FROM at) * 1000)::float8, 'by', by)), '{}'::jsonb)
              FROM (SELECT DISTINCT ON (check_id) check_id, at, by FROM check_done ORDER BY check_id, seq DESC) AS last) AS done`);
  const air = row.air ?? USUAL_AIR;
  const sinceMs = row.begun?.getTime() ?? nowMs;
  const checks = air.checks.map((check) => {
    const { atMs: doneAtMs = null, by: doneBy = null } = row.done[check.id] ?? {};
    return { ...check, doneAtMs, doneBy, dueAtMs: checkDueMs(check, doneAtMs, sinceMs) };
  });
  return { air, checks: checks.sort((a, b) => a.dueAtMs - b.dueAtMs) };
}
