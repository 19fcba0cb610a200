import type { AirReply } from '@north-step/contract';
import { roomAir } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import { lossesToday } from './losses.ts';

/** The air of the workshop: its settings, its checks, and what went into the air today by the book and by the sensor. */
export async function airView(db: Queryable, nowMs: number): Promise<AirReply> {
  const startOfDay = new Date(nowMs);
  startOfDay.setHours(0, 0, 0, 0);
  const [{ air, checks }, hoursG, sensor] = await Promise.all([
    roomAir(db, nowMs),
    lossesToday(db, startOfDay, nowMs),
    db.many<{ at: Date; pct: number }>(sql`
      SELECT at, vapour_pct_lel AS pct FROM room_sample
       WHERE vapour_pct_lel IS NOT NULL AND at >= ${startOfDay} ORDER BY at LIMIT 2000`),
  ]);
  return { air, checks, hoursG, sensor: sensor.map(({ at, pct }) => ({ atMs: at.getTime(), pctLel: pct })) };
}
