import type { BathCare } from '@north-step/contract';

/** One moment of a load chart; every field that is not known then is left out. */
export type LoadPoint = {
  readonly atMs: number;
  readonly band?: readonly [number, number];
  readonly load?: number;
  readonly ahead?: number;
  readonly reading?: number;
  readonly batch?: string;
};
const DAY_MS = 86_400_000;

/** The history of a bath since a moment, then its forecast at the pace of late. */
export function loadSeries(bath: BathCare, nowMs: number, sinceMs: number, aheadDays = 21): LoadPoint[] {
  const past = bath.trace
    .filter((point) => point.atMs >= sinceMs && point.atMs <= nowMs)
    .map((point): LoadPoint => ({ atMs: point.atMs, load: point.loadPctW, band: [point.low, point.high] }));
  const [low, high] = bath.estimate.range90;
  const now: LoadPoint = {
    atMs: nowMs,
    load: bath.estimate.loadPctW,
    band: [low, high],
    ahead: bath.estimate.loadPctW,
  };
  const perBatchMs = bath.batchesPerDay > 0 ? DAY_MS / bath.batchesPerDay : Number.POSITIVE_INFINITY;
  const ahead = bath.forecast.path
    .filter((point) => point.batches > 0 && point.batches * perBatchMs <= aheadDays * DAY_MS)
    .map(
      (point): LoadPoint => ({
        atMs: nowMs + point.batches * perBatchMs,
        ahead: point.loadPctW,
        band: [point.low, point.high],
      }),
    );
  return [...past, now, ...ahead];
}

/** Readings that gave a load, as marks. Discarded ones are left out. */
export const readingMarks = (bath: BathCare, sinceMs: number): LoadPoint[] =>
  bath.readings
    .filter((row) => row.loadPctW !== null && row.verdict !== 'discarded' && row.atMs >= sinceMs)
    .map((row) => ({ atMs: row.atMs, reading: row.loadPctW! }));

export type Crossing = { readonly soonMs: number; readonly lateMs?: number | undefined };
/** When the middle of the forecast crosses the limit, and when its edges do; undefined when it does not within sight. */
export function crossing(bath: BathCare, nowMs: number): Crossing | undefined {
  if (bath.batchesPerDay <= 0) return undefined;
  const at = (batches: number) => nowMs + (batches / bath.batchesPerDay) * DAY_MS;
  const { path } = bath.forecast;
  const first = path.find((point) => point.high >= bath.limit.limitPctW);
  if (!first) return undefined;
  const last = path.find((point) => point.low >= bath.limit.limitPctW);
  return { soonMs: at(first.batches), lateMs: last ? at(last.batches) : undefined };
}
