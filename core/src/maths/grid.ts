/** Weights that add up to 1 from logarithms of chances, of which only differences count. */
export function normalised(log: ArrayLike<number>): Float64Array {
  const values = Float64Array.from(log);
  const most = values.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const weights = values.map((value) => Math.exp(value - most));
  const total = weights.reduce((a, b) => a + b, 0);
  return weights.map((value) => value / total);
}

/** Mean and standard deviation of what is believed on a grid. @param weights adding up to 1 */
export function momentsOf(
  grid: readonly number[],
  weights: ArrayLike<number>,
): { readonly mean: number; readonly sd: number } {
  const mean = grid.reduce((sum, x, i) => sum + x * weights[i]!, 0);
  const variance = grid.reduce((sum, x, i) => sum + (x - mean) ** 2 * weights[i]!, 0);
  return { mean, sd: Math.sqrt(variance) };
}

/** Evenly spaced points about a middle. @param reach how far to either side */
export const gridAbout = (middle: number, reach: number, points: number): readonly number[] =>
  Array.from({ length: points }, (_, i) => middle + reach * ((2 * i) / (points - 1) - 1));
