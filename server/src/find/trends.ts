import type { TrendsQuery, TrendsReply } from '@north-step/contract';
import type { StepKind } from '@north-step/core/route';
import { tackByLoad } from '@north-step/core/trends';
import { type Queryable, sql } from '../db/index.ts';
import { zoneNow } from '../zone.ts';
import { LOOKS, LOOKS_AFTER, WASHES } from './kinds.ts';

/** Answers that let a batch go on. */
const WELL = ['good', 'matte'];
/** Seen where uncured resin is left: the wash or the light was too little. */
const STICKS = ['tacky', 'tack', 'sticky trace'];
const MOST_POINTS = 500;

/** How work went, of batches that were sealed in a time. What became part of another is not counted. */
export async function trends(db: Queryable, { fromMs, toMs }: TrendsQuery): Promise<TrendsReply> {
  const [from, to] = [new Date(fromMs), new Date(toMs)];
  const zone = zoneNow();
  const sealed = sql`SELECT id, name, sealed_at, first_look FROM batch WHERE sealed_at >= ${from} AND sealed_at < ${to} AND outcome <> 'merged'`;
  const [weeks, notGood, causes, washed, tint, times] = await Promise.all([
    db.many<{ week: Date; sealed: number; looked: number; good: number }>(sql`
      SELECT date_trunc('week', sealed_at AT TIME ZONE ${zone}) AT TIME ZONE ${zone} AS week, count(*)::int AS sealed,
             count(first_look)::int AS looked, count(*) FILTER (WHERE first_look = 'good')::int AS good
        FROM (${sealed}) b GROUP BY 1 ORDER BY 1`),
    db.many<TrendsReply['notGood'][number]>(sql`
      SELECT first_look AS seen, count(*)::int AS count FROM (${sealed}) b WHERE first_look <> 'good' GROUP BY 1 ORDER BY 2 DESC, 1`),
    db.many<TrendsReply['causes'][number]>(sql`
      SELECT s.outcome AS seen, CASE WHEN s.kind = ANY(${LOOKS_AFTER}::text[]) THEN 'after light' ELSE 'before light' END AS at, count(*)::int AS count
        FROM batch_step s JOIN (${sealed}) b ON b.id = s.batch_id
       WHERE s.kind = ANY(${LOOKS}::text[]) AND s.outcome IS NOT NULL AND s.outcome <> ALL(${WELL}::text[])
       GROUP BY 1, 2 ORDER BY 3 DESC, 1`),
    db.many<{ loadPctW: number; tacky: boolean }>(sql`
      SELECT w.load_pct AS "loadPctW", b.first_look = ANY(${STICKS}::text[]) AS tacky
        FROM (${sealed}) b
        JOIN LATERAL (SELECT load_pct FROM batch_step WHERE batch_id = b.id AND kind = ANY(${WASHES}::text[]) AND load_pct IS NOT NULL ORDER BY place DESC LIMIT 1) w ON true
       WHERE b.first_look IS NOT NULL`),
    db.many<TrendsReply['tint'][number]>(sql`
      SELECT b.id AS "batchId", b.name, (SELECT state->'card'->>'name' FROM batch WHERE id = b.id) AS resin, l.tint_db AS "tintDeltaB", c.dose AS "doseJPerCm2"
        FROM batch_step l JOIN (${sealed}) b ON b.id = l.batch_id
        JOIN LATERAL (SELECT sum(light_mw * lit_s) / 1000 AS dose FROM batch_step WHERE batch_id = b.id AND kind = 'cure' AND place < l.place) c ON c.dose > 0
       WHERE l.tint_db IS NOT NULL ORDER BY l.started_at DESC LIMIT ${MOST_POINTS}`),
    db.many<{ kind: StepKind; steps: number; planned: number; share: [number, number, number] }>(sql`
      SELECT s.kind, count(*)::int AS steps, percentile_cont(0.5) WITHIN GROUP (ORDER BY s.planned_s) AS planned,
             percentile_cont(ARRAY[0.25, 0.5, 0.75]) WITHIN GROUP (ORDER BY coalesce(s.lit_s, extract(epoch FROM s.ended_at - s.started_at)) / s.planned_s) AS share
        FROM batch_step s JOIN (${sealed}) b ON b.id = s.batch_id
       WHERE s.planned_s > 0 AND s.ended_at IS NOT NULL GROUP BY s.kind ORDER BY min(s.place), s.kind`),
  ]);
  return {
    weeks: weeks.map(({ week, ...row }) => ({ fromMs: week.getTime(), ...row })),
    notGood: [...notGood],
    causes: [...causes],
    tack: [...tackByLoad(washed)],
    tint: [...tint],
    times: times.map(({ kind, steps, planned, share }) => ({ kind, steps, plannedS: planned, share })),
  };
}
