/** What a lamp's own sensor has shown while a step ran. */
export type LightSoFar = {
  readonly stepId: string;
  /** seconds of the lamp's usual light that the parts have had, until the last sample */
  readonly litS: number;
  /** light at the last sample over the usual */
  readonly lastShare: number;
  readonly lastAtMs: number;
};

type Seen = { readonly atMs: number; readonly mWPerCm2: number };
/** Darker than this share of the brightest is no light of a lamp that is on. */
const LIT_SHARE = 0.3;

/**
 * Seconds of usual light: ∫ E dt / E_usual by trapezoids. A silence between two samples is bridged: a lamp that was lit at
 * both ends of it was lit meanwhile, so that a server that was away makes nobody add light. So is the silence before the
 * first sample: a lamp that was found lit is taken to have been lit since the step began.
 * @param samples of one step, in order of time
 * @param startedAtMs when the step began
 * @param usualMWPerCm2 what the sensor shows when all is well; by default what it shows in this step when it is lit
 * @returns nothing before two samples, or when no light was ever seen
 */
export function lightSoFar(
  stepId: string,
  samples: readonly Seen[],
  usualMWPerCm2: number | undefined = plateau(samples),
  startedAtMs = samples[0]?.atMs ?? 0,
): LightSoFar | undefined {
  if (samples.length < 2 || usualMWPerCm2 === undefined) return undefined;
  const first = samples[0]!;
  const before = first.mWPerCm2 > LIT_SHARE * usualMWPerCm2 ? Math.max(0, first.atMs - startedAtMs) / 1000 : 0;
  // lamps take a moment to come up: the second sample says how bright it was
  let litS = (before * Math.max(first.mWPerCm2, samples[1]!.mWPerCm2)) / usualMWPerCm2;
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    litS += ((a.mWPerCm2 + b.mWPerCm2) / 2 / usualMWPerCm2) * ((b.atMs - a.atMs) / 1000);
  }
  const last = samples.at(-1)!;
  return { stepId, litS, lastShare: last.mWPerCm2 / usualMWPerCm2, lastAtMs: last.atMs };
}

/** The middle of what was seen while lit. */
function plateau(samples: readonly Seen[]): number | undefined {
  const brightest = samples.reduce((most, { mWPerCm2 }) => Math.max(most, mWPerCm2), 0);
  const lit = samples.map(({ mWPerCm2 }) => mWPerCm2).filter((value) => value > LIT_SHARE * brightest);
  return brightest > 0 ? lit.sort((a, b) => a - b)[Math.floor(lit.length / 2)] : undefined;
}
