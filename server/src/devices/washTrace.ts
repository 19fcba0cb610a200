import { type BatchState, currentStep } from '@north-step/core/batch';
import { isWash } from '@north-step/core/route';
import { type WashSoFar, washSoFar } from '@north-step/core/wash';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { EVERY_MS, makeThinner, runningStep } from './running.ts';
import type { Timed } from './timed.ts';

/** A tub that stands still is asked for less often: parts may be forgotten in it over night. */
const STILL_MS = 20_000;

/** Keeps what a wash unit does while a batch is in it: every change, and one sample in five seconds. */
export function washKeeper(context: Context): (stationId: string, samples: readonly Timed[]) => Promise<void> {
  const thin = makeThinner<Timed>(
    (a, b) => a.stirring !== b.stirring || a.lidOpen !== b.lidOpen,
    ({ stirring }) => (stirring ? EVERY_MS : STILL_MS),
  );
  return async (stationId, samples) => {
    const seen = thin(
      stationId,
      samples.filter(({ stirring }) => stirring !== undefined),
    );
    if (seen.length === 0) return;
    const running = await runningStep(context.db, stationId, 'wash');
    const inside = running ? seen.filter(({ serverMs }) => serverMs >= running.startedAtMs) : [];
    if (!running || inside.length === 0) return;
    for (const { stirring, lidOpen, tempC, serverMs } of inside)
      await context.db.many(sql`
        INSERT INTO wash_sample (station_id, batch_id, step_id, stirring, lid_open, temp_c, at)
        VALUES (${stationId}, ${running.batchId}, ${running.stepId}, ${stirring}, ${lidOpen ?? false}, ${tempC ?? null}, ${new Date(serverMs)})`);
    const wash = await washesSoFar(context.db, [running.batch]);
    context.live.publish([`trace:${running.batchId}`], { wash });
  };
}

type Row = { stirring: boolean; lid_open: boolean; temp_c: number | null; at: Date };
/** What the wash unit told of the wash that runs now, of each batch. */
export async function washesSoFar(db: Queryable, open: readonly BatchState[]): Promise<Record<string, WashSoFar>> {
  const out: Record<string, WashSoFar> = {};
  for (const batch of open) {
    const step = currentStep(batch);
    if (!step || !isWash(step) || step.state !== 'running') continue;
    const rows = await db.many<Row>(sql`
      SELECT stirring, lid_open, temp_c, at FROM wash_sample WHERE batch_id = ${batch.id} AND step_id = ${step.id} ORDER BY seq`);
    const seen = washSoFar(
      step.id,
      rows.map((row) => ({
        atMs: row.at.getTime(),
        stirring: row.stirring,
        lidOpen: row.lid_open,
        tempC: row.temp_c ?? undefined,
      })),
      step.startedAtMs,
    );
    if (seen) out[batch.id] = seen;
  }
  return out;
}
