import { idleLoss } from '@north-step/core/solvent';
import { allVessels, benchSetting, parcelOf } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';

const HOUR_MS = 3_600_000;
/** A vessel that nobody has touched for longer is spread over so long only. */
const LONGEST_MS = 14 * 24 * HOUR_MS;
export type HourG = { readonly atMs: number; readonly grams: number };
type Loss = { readonly fromMs: number; readonly toMs: number; readonly grams: number };

/**
 * What went into the room's air in each hour of a day. What a bath lost by standing is booked when somebody next touches it, so it
 * is spread over the hours that it stood; what is not booked yet is worked out. What dries outdoors is not in the room.
 */
export async function lossesToday(db: Queryable, startOfDay: Date, nowMs: number): Promise<HourG[]> {
  const [booked, waiting] = await Promise.all([bookedLosses(db, startOfDay), unbookedLosses(db, nowMs)]);
  const count = Math.floor((nowMs - startOfDay.getTime()) / HOUR_MS) + 1;
  const losses = [...booked, ...waiting];
  return Array.from({ length: count }, (_, i) => {
    const fromMs = startOfDay.getTime() + i * HOUR_MS;
    return { atMs: fromMs, grams: losses.reduce((sum, loss) => sum + within(loss, fromMs, fromMs + HOUR_MS), 0) };
  });
}

function within({ fromMs, toMs, grams }: Loss, startMs: number, endMs: number): number {
  if (toMs - fromMs < 1) return toMs >= startMs && toMs < endMs ? grams : 0;
  const shared = Math.min(toMs, endMs) - Math.max(fromMs, startMs);
  return shared > 0 ? (grams * shared) / (toMs - fromMs) : 0;
}

async function bookedLosses(db: Queryable, since: Date): Promise<readonly Loss[]> {
  // solvent only: water that a bath takes up or gives off is no vapour that burns
  const rows = await db.many<{ at: Date; before: Date | null; kind: string; grams: number }>(sql`
    WITH loss AS (
      SELECT p.at, p.kind, e.solvent_mg,
             lag(p.at) OVER (PARTITION BY p.kind, (SELECT v.account FROM ledger_line v WHERE v.posting_id = p.id AND v.account <> 'evaporated' LIMIT 1)
                             ORDER BY p.at, p.seq) AS before
        FROM ledger_posting p JOIN ledger_line e ON e.posting_id = p.id AND e.account = 'evaporated'
       WHERE p.at >= ${new Date(since.getTime() - LONGEST_MS)} AND p.kind <> 'pan dries')
    SELECT at, kind, before, (solvent_mg / 1000.0)::float8 AS grams FROM loss WHERE at >= ${since}`);
  return rows.map(({ at, before, kind, grams }) => ({
    fromMs: kind === 'evaporate' && before ? before.getTime() : at.getTime(),
    toMs: at.getTime(),
    grams,
  }));
}

async function unbookedLosses(db: Queryable, nowMs: number): Promise<readonly Loss[]> {
  const [{ roomC, humidityPct }, vessels] = await Promise.all([benchSetting(db), allVessels(db)]);
  return vessels.flatMap((row) => {
    const fromMs = row.evaporated_to?.getTime();
    const [solvent, water] = parcelOf(row);
    if (fromMs === undefined || fromMs >= nowMs || solvent === 0n || row.kind === 'pan') return [];
    const { alcoholG } = idleLoss(
      {
        held: { solventG: Number(solvent) / 1000, waterG: Number(water) / 1000 },
        surfaceM2: row.surface_m2,
        solvent: row.solvent,
        lid: row.lid,
      },
      { tempC: roomC, humidityPct },
      (nowMs - fromMs) / HOUR_MS,
    );
    return [{ fromMs, toMs: nowMs, grams: alcoholG }];
  });
}
