/** What a scale shows while nothing is touched. */
export type CalmWeight = { readonly atMs: number; readonly grams: number };

/** Fewer or shorter than this says nothing. */
const LEAST = 5;
const LEAST_S = 6;
/** Slower than this does not spoil a reading that takes half a minute. */
const HARMLESS_G_PER_S = 0.004;
/** A slope must stand out from its own scatter by this. */
const CLEAR = 4;

/**
 * How fast the zero of a scale runs away, from a run of calm weights with nothing put on or taken off: the slope of a line
 * through them, where it stands out from their scatter.
 * @source ordinary least squares; standard error of the slope s/√Sxx
 * @returns g/s; nothing while it stands still, or when too little was seen
 */
export function scaleDrift(weights: readonly CalmWeight[]): number | undefined {
  const n = weights.length;
  if (n < LEAST || (weights.at(-1)!.atMs - weights[0]!.atMs) / 1000 < LEAST_S) return undefined;
  const seconds = weights.map(({ atMs }) => (atMs - weights[0]!.atMs) / 1000);
  const meanS = seconds.reduce((a, b) => a + b, 0) / n;
  const meanG = weights.reduce((sum, { grams }) => sum + grams, 0) / n;
  const sxx = seconds.reduce((sum, s) => sum + (s - meanS) ** 2, 0);
  const sxy = seconds.reduce((sum, s, i) => sum + (s - meanS) * (weights[i]!.grams - meanG), 0);
  const slope = sxy / sxx;
  const rest = seconds.reduce((sum, s, i) => sum + (weights[i]!.grams - meanG - slope * (s - meanS)) ** 2, 0);
  const error = Math.sqrt(rest / (n - 2) / sxx);
  return Math.abs(slope) > Math.max(HARMLESS_G_PER_S, CLEAR * error) ? slope : undefined;
}
