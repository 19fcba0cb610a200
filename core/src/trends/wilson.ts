/** Standard normal quantile of a two-sided 90 % range. */
const Z90 = 1.6449;

/**
 * Where a share is in nine of ten cases, after `hits` in `of` tries.
 * @returns low and high, 0–1; all of it where nothing was tried
 * @source Wilson 1927, Probable inference, the law of succession, and statistical inference
 */
export function wilson90(hits: number, of: number): readonly [number, number] {
  if (of <= 0) return [0, 1];
  const share = hits / of;
  const z2 = Z90 * Z90;
  const middle = share + z2 / (2 * of);
  const half = Z90 * Math.sqrt((share * (1 - share)) / of + z2 / (4 * of * of));
  const scale = 1 + z2 / of;
  return [Math.max(0, (middle - half) / scale), Math.min(1, (middle + half) / scale)];
}
