/** A check of a lamp with a meter: its light against its description, and how far the places differed from that, %. */
export type ScaleCheck = { readonly atMs: number; readonly scale: number; readonly spreadPct: number };

/** A meter by the same hand comes back to within this. Engineering guess. */
const METER_PCT = 5;

/** Whether two checks of one lamp cannot both be right of the time between them, by more than meter and places explain. */
export const disagreeing = (a: ScaleCheck, b: ScaleCheck): boolean =>
  100 * Math.abs(b.scale / a.scale - 1) > Math.max(METER_PCT, Math.hypot(a.spreadPct, b.spreadPct));
