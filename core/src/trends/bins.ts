import { wilson90 } from './wilson.ts';

/** A batch that was looked at: the load of the bath that it was washed in last, and whether something stuck. */
export type Washed = { readonly loadPctW: number; readonly tacky: boolean };
export type TackBin = {
  readonly fromPctW: number;
  readonly toPctW: number;
  readonly batches: number;
  readonly tacky: number;
  /** share of tacky ones in nine of ten cases */
  readonly range90: readonly [number, number];
};

/** Widths that read well, % by weight. */
const WIDTHS = [0.25, 0.5, 1, 2, 5];
const MOST_BINS = 10;

/** How often batches were tacky, by the load of their last bath: bins of one round width that hold all of it. */
export function tackByLoad(washed: readonly Washed[]): readonly TackBin[] {
  if (washed.length === 0) return [];
  const top = Math.max(...washed.map(({ loadPctW }) => loadPctW));
  const width = WIDTHS.find((one) => top / one < MOST_BINS) ?? WIDTHS.at(-1)!;
  const bins = Array.from({ length: Math.floor(top / width) + 1 }, () => ({ batches: 0, tacky: 0 }));
  for (const { loadPctW, tacky } of washed) {
    const bin = bins[Math.floor(loadPctW / width)]!;
    bin.batches += 1;
    if (tacky) bin.tacky += 1;
  }
  return bins.map(({ batches, tacky }, i) => ({
    fromPctW: i * width,
    toPctW: (i + 1) * width,
    batches,
    tacky,
    range90: wilson90(tacky, batches),
  }));
}
