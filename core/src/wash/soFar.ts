/** What a wash unit has told of itself while a step ran. */
export type WashSoFar = {
  readonly stepId: string;
  /** seconds that the liquid was moved, until the last sample */
  readonly stirredS: number;
  readonly lastStirring: boolean;
  readonly lidOpen: boolean;
  /** mean of the bath, °C */
  readonly tempC?: number;
  readonly lastAtMs: number;
};

type Seen = {
  readonly atMs: number;
  readonly stirring: boolean;
  readonly lidOpen: boolean;
  readonly tempC?: number | undefined;
};

/**
 * Seconds stirred: each sample holds until the next, the first also for the time before it; the mean temperature is weighed
 * by time.
 * @param samples of one step, in order of time
 * @param startedAtMs when the step began
 * @returns nothing before two samples
 */
export function washSoFar(
  stepId: string,
  samples: readonly Seen[],
  startedAtMs = samples[0]?.atMs ?? 0,
): WashSoFar | undefined {
  const last = samples.at(-1);
  if (!last || samples.length < 2) return undefined;
  let stirredS = samples[0]!.stirring ? Math.max(0, samples[0]!.atMs - startedAtMs) / 1000 : 0;
  let warmS = 0;
  let knownS = 0;
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    const seconds = (b.atMs - a.atMs) / 1000;
    if (a.stirring) stirredS += seconds;
    if (a.tempC === undefined) continue;
    warmS += a.tempC * seconds;
    knownS += seconds;
  }
  return {
    stepId,
    stirredS,
    lastStirring: last.stirring,
    lidOpen: last.lidOpen,
    ...(knownS > 0 ? { tempC: warmS / knownS } : {}),
    lastAtMs: last.atMs,
  };
}
