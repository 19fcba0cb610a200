/** A longer silence between two samples is no light seen. */
const LONGEST_GAP_S = 30;

/** Dose that a sensor saw, by trapezoids. @param samples in order of time @returns mJ/cm² */
export function doseMJPerCm2(samples: readonly { readonly atMs: number; readonly mWPerCm2: number }[]): number {
  let dose = 0;
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    const seconds = (b.atMs - a.atMs) / 1000;
    if (seconds <= LONGEST_GAP_S) dose += ((a.mWPerCm2 + b.mWPerCm2) / 2) * seconds;
  }
  return dose;
}
