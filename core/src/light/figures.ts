import { LIGHT_EXPONENT } from '../maths/index.ts';
/** What a light map says in four figures. */
export type LightFigures = {
  /** 2nd percentile of the lit surface, mW/cm² */
  readonly coldMWPerCm2: number;
  readonly medianMWPerCm2: number;
  /** 99th percentile */
  readonly hotMWPerCm2: number;
  /** surface that gets less than 3 % of the median, % */
  readonly neverLitPct: number;
};

const COLD_SHARE = 0.02;
const HOT_SHARE = 0.99;
const DARK_SHARE_OF_MEDIAN = 0.03;

/**
 * Coldest, middle and hottest of a map whose samples stand for equal shares of surface.
 * @returns undefined when no light falls anywhere
 */
export function lightFigures(values: Float32Array): LightFigures | undefined {
  const sorted = values.slice().sort();
  const darkBelow = darkBelowMWPerCm2(sorted);
  const dark = sorted.findIndex((value) => value >= darkBelow && value > 0);
  if (dark < 0) return undefined;
  const lit = sorted.subarray(dark);
  return {
    coldMWPerCm2: quantile(lit, COLD_SHARE),
    medianMWPerCm2: quantile(lit, 0.5),
    hotMWPerCm2: quantile(lit, HOT_SHARE),
    neverLitPct: (100 * dark) / sorted.length,
  };
}

/** Below this a spot is called never lit. The median is that of what gets any light at all. @param sorted rising */
export function darkBelowMWPerCm2(sorted: Float32Array, share: number = DARK_SHARE_OF_MEDIAN): number {
  const first = sorted.findIndex((value) => value > 0);
  return first < 0 ? 0 : share * quantile(sorted.subarray(first), 0.5);
}

/** Value below which a share of them lies, between neighbours by straight line. @param sorted rising, not empty */
export function quantile(sorted: Float32Array, share: number): number {
  const place = share * (sorted.length - 1);
  const low = Math.floor(place);
  const high = Math.min(sorted.length - 1, low + 1);
  return sorted[low]! + (place - low) * (sorted[high]! - sorted[low]!);
}

/** Faces that get less than this share of the median lie inside hollows, as a rule. An engineering guess. */
export const HOLLOW_SHARE = 0.15;

/** One part of a plan: how long, and the light of every sample meanwhile. */
export type LitPhase = { readonly seconds: number; readonly values: Float32Array };
/** Light of one spot in each phase, mW/cm². */
export type SpotLight = readonly number[];

/**
 * Which spot is coldest, and which hottest, over several phases: the 2nd percentile by ∑ t·E^0.7, which cures, and the 99th
 * by ∑ t·E, which tints. A spot that is dark in one pose counts by what it gets in the other.
 * @param phases maps of the same samples in the same order
 * @param darkShare what gets less than this share of the median in all is left out; larger to leave out insides of hollows
 * @returns the light of those two spots, phase by phase, and the share left out; undefined when nothing is lit
 */
export function extremesOver(
  phases: readonly LitPhase[],
  darkShare: number = DARK_SHARE_OF_MEDIAN,
): { readonly cold: SpotLight; readonly hot: SpotLight; readonly neverLitPct: number } | undefined {
  const count = phases[0]?.values.length ?? 0;
  const cures = new Float32Array(count);
  const doses = new Float32Array(count);
  for (const { seconds, values } of phases)
    for (let i = 0; i < count; i++) {
      cures[i]! += seconds * values[i]! ** LIGHT_EXPONENT;
      doses[i]! += seconds * values[i]!;
    }
  const darkBelow = darkBelowMWPerCm2(doses.slice().sort(), darkShare);
  const lit = Array.from({ length: count }, (_, i) => i).filter((i) => doses[i]! > 0 && doses[i]! >= darkBelow);
  if (lit.length === 0) return undefined;
  const at = (by: Float32Array, share: number): SpotLight => {
    const order = lit.toSorted((a, b) => by[a]! - by[b]!);
    const spot = order[Math.round(share * (order.length - 1))]!;
    return phases.map(({ values }) => values[spot]!);
  };
  return {
    cold: at(cures, COLD_SHARE),
    hot: at(doses, HOT_SHARE),
    neverLitPct: (100 * (count - lit.length)) / count,
  };
}
