import { ROOM_C } from '@north-step/core/dry';
import { type Queryable, sql } from '../db/index.ts';

/** A room sensor that was heard from within this says how the room is; else what was set does. */
const ROOM_MS = 45 * 60_000;
/** Vapour comes and goes: a sensor is believed for less long when it is calm, and its alarm until it says otherwise. */
const VAPOUR_MS = 15 * 60_000;

export type RoomNow = { readonly roomC?: number; readonly humidityPct?: number; readonly vapourPctLel?: number };

/** The room by its sensors, as far as they were heard lately; a sensor that is out of reason says nothing. */
export async function roomNow(db: Queryable, nowMs: number): Promise<RoomNow> {
  const row = await db.one<{ temp: number | null; humidity: number | null; vapour: number | null }>(sql`
    SELECT (SELECT temp_c FROM room_sample WHERE temp_c BETWEEN ${ROOM_C.min} AND ${ROOM_C.max} AND at > ${new Date(nowMs - ROOM_MS)} ORDER BY at DESC LIMIT 1) AS temp,
           (SELECT humidity_pct FROM room_sample WHERE humidity_pct IS NOT NULL AND at > ${new Date(nowMs - ROOM_MS)} ORDER BY at DESC LIMIT 1) AS humidity,
           (SELECT vapour_pct_lel FROM room_sample WHERE vapour_pct_lel IS NOT NULL AND at > ${new Date(nowMs - VAPOUR_MS)} ORDER BY at DESC LIMIT 1) AS vapour`);
  return {
    ...(row.temp === null ? {} : { roomC: row.temp }),
    ...(row.humidity === null ? {} : { humidityPct: row.humidity }),
    ...(row.vapour === null ? {} : { vapourPctLel: row.vapour }),
  };
}
