import type { SolventReply } from '@north-step/contract';
import { everyVessel, toVessel } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import { grams, type LineRow, pageOfMovements } from './movements.ts';

/** Vessels, sinks and the newest movements. */
export async function solventView(db: Queryable, limit: number): Promise<SolventReply> {
  const [vessels, sinks, movements, residual] = await Promise.all([
    everyVessel(db),
    db.many<LineRow>(sql`SELECT account, solvent_mg, water_mg, resin_mg FROM sink ORDER BY account`),
    pageOfMovements(db, { limit }),
    db.one<{ mg: bigint }>(sql`
      SELECT ((SELECT sum(solvent_mg + water_mg + resin_mg) FROM vessel) + (SELECT sum(solvent_mg + water_mg + resin_mg) FROM sink))::bigint AS mg`),
  ]);
  return {
    vessels: vessels.filter(({ retired_at }) => retired_at === null).map(toVessel),
    former: vessels.filter(({ retired_at }) => retired_at !== null).map(({ id, name }) => ({ id, name })),
    sinks: sinks.map((row) => ({ account: row.account, ...grams(row) })),
    residualMg: Number(residual.mg),
    movements,
  };
}
