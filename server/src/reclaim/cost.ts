import type { BatchCostReply } from '@north-step/contract';
import { type BatchState, handsOnS } from '@north-step/core/batch';
import { everydayLimitPctW } from '@north-step/core/care';
import { type BatchUse, batchCost } from '@north-step/core/cost';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { allVessels, benchSetting, toVessel } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import { unknown } from '../http/errors.ts';
import { pricesOf } from '../room/index.ts';

const FRESH_PCT_W = 99;

/** What a batch cost here: by the lines of its own washes, and by the time that hands were on it. */
export async function costOfBatch(db: Queryable, batchId: string): Promise<BatchCostReply> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${batchId}`);
  if (!row) throw unknown('batch', batchId);
  const [prices, { currency = '' }, lines, vessels] = await Promise.all([
    pricesOf(db),
    benchSetting(db),
    db.many<{ account: string; liquid: number; resin: number }>(sql`
      SELECT l.account, (sum(l.solvent_mg + l.water_mg) / 1000.0)::float8 AS liquid, (sum(l.resin_mg) / 1000.0)::float8 AS resin
        FROM ledger_line l JOIN ledger_posting p ON p.id = l.posting_id WHERE p.batch_id = ${batchId} GROUP BY l.account`),
    allVessels(db),
  ]);
  const density = bathDensityGPerMl({ strengthPctW: FRESH_PCT_W, tempC: 20 });
  const baths = vessels.map(toVessel).flatMap((vessel) => {
    const line = lines.find(({ account }) => account === vessel.id);
    if (!line || line.resin <= 0) return [];
    const massG = vessel.capacityMl * density;
    return [
      {
        name: vessel.name,
        resinG: line.resin,
        takesG: (massG * everydayLimitPctW(vessel)) / 100,
        volumeMl: vessel.capacityMl,
      },
    ];
  });
  const inVessels = lines.filter(({ account }) => vessels.some(({ id }) => id === account));
  const use: BatchUse = {
    resinInBathsG: inVessels.reduce((sum, { resin }) => sum + Math.max(0, resin), 0),
    solventLostMl: Math.max(0, -inVessels.reduce((sum, { liquid }) => sum + liquid, 0)) / density,
    baths,
    handsMin: handsOnS(row.state) / 60,
  };
  const { rows, total } = batchCost(use, prices);
  return { currency, rows: rows.map((one) => ({ ...one })), total };
}
