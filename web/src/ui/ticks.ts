const ROUND = [1, 2, 2.5, 5, 10] as const;
const DAY_MS = 86_400_000;

/**
 * Places for the figures of an axis: round numbers that reach from below the least to above the most.
 * @param count about how many steps
 */
export function roundTicks(least: number, most: number, count: number): readonly number[] {
  const exact = Math.max(1e-9, (most - least) / count);
  const size = 10 ** Math.floor(Math.log10(exact));
  const step = ROUND.find((round) => round * size >= exact)! * size;
  const first = Math.floor(least / step + 1e-9);
  const last = Math.max(first + 1, Math.ceil(most / step - 1e-9));
  return Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * step).toPrecision(12)));
}

/** Midnights between two instants, at most so many, evenly apart in days. @returns ms */
export function midnights(fromMs: number, toMs: number, count: number): readonly number[] {
  const everyDays = Math.max(1, Math.ceil((toMs - fromMs) / DAY_MS / count));
  const found: number[] = [];
  const day = new Date(fromMs);
  day.setHours(24, 0, 0, 0);
  for (; day.getTime() <= toMs; day.setDate(day.getDate() + everyDays)) found.push(day.getTime());
  return found;
}
