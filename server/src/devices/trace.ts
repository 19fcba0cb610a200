import type { LightTraceReply, Sample } from '@north-step/contract';
import type { BatchState } from '@north-step/core/route';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';

/** Between two kept samples of one lamp. */
const EVERY_MS = 5000;

/**
 * Keeps what a lamp's own sensor sees while a batch is in it.
 * @returns a listener for the samples of a device that stands at a station
 */
export function traceKeeper(context: Context): (stationId: string, sample: Sample) => Promise<void> {
  const last = new Map<string, number>();
  return async (stationId, sample) => {
    if (sample.mWPerCm2 === undefined) return;
    const nowMs = context.nowMs();
    if (nowMs - (last.get(stationId) ?? 0) < EVERY_MS) return;
    last.set(stationId, nowMs);
    const running = await runningCure(context.db, stationId);
    if (!running) return;
    await context.db.many(sql`
      INSERT INTO light_sample (station_id, batch_id, step_id, mw_per_cm2, temp_c, door_open, at)
      VALUES (${stationId}, ${running.batchId}, ${running.stepId}, ${sample.mWPerCm2}, ${sample.tempC ?? null}, ${sample.doorOpen ?? false}, ${new Date(nowMs)})`);
    context.live.publish([`trace:${running.batchId}`, 'bench']);
  };
}

async function runningCure(db: Queryable, stationId: string): Promise<{ batchId: string; stepId: string } | undefined> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`
    SELECT state FROM batch WHERE sealed_at IS NULL
       AND jsonb_path_exists(state, '$.steps[*] ? (@.state == "running" && @.kind == "cure" && @.station == $at)', jsonb_build_object('at', ${stationId}::text))
     LIMIT 1`);
  const step = row?.state.steps.find(
    ({ state, kind, station }) => state === 'running' && kind === 'cure' && station === stationId,
  );
  return row && step && { batchId: row.state.id, stepId: step.id };
}

type Row = { step_id: string; mw_per_cm2: number; temp_c: number | null; door_open: boolean; at: Date };
export async function traceOf(db: Queryable, batchId: string): Promise<LightTraceReply> {
  const rows = await db.many<Row>(
    sql`SELECT step_id, mw_per_cm2, temp_c, door_open, at FROM light_sample WHERE batch_id = ${batchId} ORDER BY seq`,
  );
  return {
    samples: rows.map((row) => ({
      stepId: row.step_id,
      atMs: row.at.getTime(),
      mWPerCm2: row.mw_per_cm2,
      tempC: row.temp_c,
      doorOpen: row.door_open,
    })),
  };
}
