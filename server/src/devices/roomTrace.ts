import { VAPOUR_ALARM_PCT_LEL } from '@north-step/core/bench';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import type { Timed } from './timed.ts';

/** The room changes slowly: one sample in so long is kept, and every crossing of the vapour alarm. */
const EVERY_MS = 10 * 60_000;
const WHILE_ALARMED_MS = 15_000;

export function roomKeeper(context: Context): (deviceId: string, samples: readonly Timed[]) => Promise<void> {
  const last = new Map<string, { readonly atMs: number; readonly alarm: boolean }>();
  return async (deviceId, samples) => {
    const newest = samples.at(-1);
    if (!newest) return;
    const { tempC, humidityPct, vapourPctLel, serverMs } = newest;
    if (tempC === undefined && humidityPct === undefined && vapourPctLel === undefined) return;
    const alarm = (vapourPctLel ?? 0) >= VAPOUR_ALARM_PCT_LEL;
    const before = last.get(deviceId);
    const dueMs = alarm ? WHILE_ALARMED_MS : EVERY_MS;
    if (before && before.alarm === alarm && serverMs - before.atMs < dueMs) return;
    last.set(deviceId, { atMs: serverMs, alarm });
    await context.db.many(sql`
      INSERT INTO room_sample (device_id, temp_c, humidity_pct, vapour_pct_lel, at)
      VALUES (${deviceId}, ${tempC ?? null}, ${humidityPct ?? null}, ${vapourPctLel ?? null}, ${new Date(serverMs)})`);
    context.live.publish(['bench']);
  };
}
