import type { LightTraceReply } from '@north-step/contract';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { litSoFar } from './litSoFar.ts';
import { makeThinner, runningStep } from './running.ts';
import type { Timed } from './timed.ts';

/** Light that changes by more than this between two samples went on, or out. */
const STEP_SHARE = 0.2;

/** Keeps what a lamp's own sensor sees while a batch is in it. */
export function lightKeeper(context: Context): (stationId: string, samples: readonly Timed[]) => Promise<void> {
  const thin = makeThinner<Timed>(
    ({ mWPerCm2: a = 0 }, { mWPerCm2: b = 0 }) => Math.abs(b - a) > STEP_SHARE * Math.max(a, b),
  );
  return async (stationId, samples) => {
    const seen = thin(
      stationId,
      samples.filter(({ mWPerCm2 }) => mWPerCm2 !== undefined),
    );
    if (seen.length === 0) return;
    const running = await runningStep(context.db, stationId, 'cure');
    const inside = running ? seen.filter(({ serverMs }) => serverMs >= running.startedAtMs) : [];
    if (!running || inside.length === 0) return;
    for (const { mWPerCm2, tempC, doorOpen, serverMs } of inside)
      await context.db.many(sql`
        INSERT INTO light_sample (station_id, batch_id, step_id, mw_per_cm2, temp_c, door_open, at)
        VALUES (${stationId}, ${running.batchId}, ${running.stepId}, ${mWPerCm2}, ${tempC ?? null}, ${doorOpen ?? false}, ${new Date(serverMs)})`);
    const light = await litSoFar(context.db, [running.batch]);
    context.live.publish([`trace:${running.batchId}`], { light });
  };
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
