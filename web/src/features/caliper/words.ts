import { isOut, offMm, type Shrinkage, type SizeFound } from '@north-step/core/caliper';

/** A length in the last place that a caliper has. */
export const mmText = (mm: number): string => mm.toFixed(2);
/** “+0.06 mm, out”. */
export function offText(size: Pick<SizeFound, 'foundMm' | 'nominalMm' | 'toleranceMm'>): string {
  const off = offMm(size);
  return `${off < 0 ? '−' : '+'}${mmText(Math.abs(off))} mm, ${isOut(size) ? 'out' : 'in'}`;
}

/** What whoever prepares the files is told: what to scale by, and how faces come out. */
export function preparerWords({ shrinkPct, growMm, scale, readings, toldApart }: Shrinkage): string {
  const count = `${readings} ${readings === 1 ? 'size' : 'sizes'} measured`;
  if (!toldApart)
    return `${count}: not enough to tell shrinkage from growth of faces. Measure the longest size and a short one.`;
  const { mid, low, high } = shrinkPct;
  const changes = low > 0 || high < 0;
  const shrinks = changes
    ? `${mid > 0 ? 'Shrinks' : 'Grows'} by ${Math.abs(mid).toFixed(2)} % (${rangeText(low, high)}): scale the file by ${scale.toFixed(4)}.`
    : `Shrinkage lies between ${low.toFixed(2)} and ${high.toFixed(2)} %: nothing to scale.`;
  const grown = growMm.low > 0 || growMm.high < 0;
  const faces = grown
    ? ` Beyond that, outsides come out ${mmText(Math.abs(growMm.mid))} mm ${growMm.mid > 0 ? 'large and holes as much small: offset faces inwards, or expose less' : 'small and holes as much large: offset faces outwards, or expose more'}.`
    : '';
  return `${shrinks}${faces} From ${count}.`;
}
const rangeText = (low: number, high: number): string => {
  const [a, b] = [Math.abs(low), Math.abs(high)].sort((x, y) => x - y) as [number, number];
  return `${a.toFixed(2)}–${b.toFixed(2)}`;
};
