import type { LightTraceReply } from '@north-step/contract';
import { doseMJPerCm2 } from '@north-step/core/light';

type Samples = LightTraceReply['samples'];
export type LightSeen = {
  readonly doseJPerCm2: number;
  readonly meanMWPerCm2: number;
  readonly hottestC?: number;
  readonly doorOpenS: number;
  /** [seconds from the first, mW/cm²], thinned */
  readonly trace: readonly (readonly [number, number])[];
};
const MOST_POINTS = 60;

/** What a lamp's own sensor saw during one step: dose by trapezoids, and the trace for the record. @returns nothing when it saw nothing */
export function lightSeen(samples: Samples): LightSeen | undefined {
  if (samples.length < 2) return undefined;
  const startMs = samples[0]!.atMs;
  const doseMJ = doseMJPerCm2(samples);
  let doorOpenS = 0;
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    const seconds = (b.atMs - a.atMs) / 1000;
    if (b.doorOpen) doorOpenS += seconds;
  }
  const spanS = (samples.at(-1)!.atMs - startMs) / 1000;
  const temps = samples.flatMap(({ tempC }) => (tempC === null ? [] : [tempC]));
  const every = Math.ceil(samples.length / MOST_POINTS);
  return {
    doseJPerCm2: round(doseMJ / 1000, 3),
    meanMWPerCm2: round(spanS > 0 ? doseMJ / spanS : samples[0]!.mWPerCm2, 2),
    ...(temps.length > 0 ? { hottestC: round(Math.max(...temps), 1) } : {}),
    doorOpenS: Math.round(doorOpenS),
    trace: samples
      .filter((_, i) => i % every === 0 || i === samples.length - 1)
      .map(({ atMs, mWPerCm2 }) => [Math.round((atMs - startMs) / 1000), round(mWPerCm2, 2)] as const),
  };
}
const round = (value: number, digits: number): number => Number(value.toFixed(digits));
