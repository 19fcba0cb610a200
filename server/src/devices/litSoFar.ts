import { type BatchState, currentStep } from '@north-step/core/batch';
import { type LightSoFar, lightSoFar } from '@north-step/core/light';
import { isCure } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';

/** What a lamp usually shows is the middle of its last samples of other batches. */
const USUAL_OF = 1500;
const LEAST_MW_PER_CM2 = 0.5;

/** What the sensors of lamps have shown of the cures that run now, by batch. */
export async function litSoFar(db: Queryable, open: readonly BatchState[]): Promise<Record<string, LightSoFar>> {
  const out: Record<string, LightSoFar> = {};
  for (const batch of open) {
    const step = currentStep(batch);
    if (!step || !isCure(step) || step.state !== 'running') continue;
    const rows = await db.many<{ mw_per_cm2: number; at: Date }>(
      sql`SELECT mw_per_cm2, at FROM light_sample WHERE batch_id = ${batch.id} AND step_id = ${step.id} ORDER BY seq`,
    );
    if (rows.length < 2) continue;
    const { usual } = await db.one<{ usual: number | null }>(sql`
      SELECT percentile_cont(0.5) WITHIN GROUP (ORDER BY mw_per_cm2) AS usual
        FROM (SELECT mw_per_cm2 FROM light_sample
               WHERE station_id = ${step.station} AND batch_id <> ${batch.id} AND mw_per_cm2 > ${LEAST_MW_PER_CM2}
               ORDER BY seq DESC LIMIT ${USUAL_OF}) s`);
    const samples = rows.map((row) => ({ atMs: row.at.getTime(), mWPerCm2: row.mw_per_cm2 }));
    const seen = lightSoFar(step.id, samples, usual ?? undefined, step.startedAtMs);
    if (seen) out[batch.id] = seen;
  }
  return out;
}
