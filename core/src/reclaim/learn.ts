import {
  DEFAULT_PASS,
  DEFAULT_PASS_PRICES,
  hardenFilterPasses,
  type PassConstants,
  type PassPrices,
} from './hardenFilter.ts';

/** A pass of which was read what it did. */
export type PassSeen = {
  readonly beforeG: number;
  readonly beforePctW: number;
  readonly backG: number;
  readonly afterPctW: number;
  readonly loadWasRead: boolean;
  readonly backWasMeasured: boolean;
};

/** What is believed before anything was read counts as much as so many passes. Engineering guess. */
const PRIOR_PASSES = 3;
const LEAST_DROP_PCT_W = 0.5;

export type PassLearned = {
  readonly constants: PassConstants;
  /** passes that it was learned from: loads read, and volumes measured */
  readonly loads: number;
  readonly volumes: number;
  /** lost, against what was expected; 1 as expected */
  readonly lossFactor: number;
};

/**
 * This shop's own passes: efficiency as the mean of 1 − (C' − c∞)/(C − c∞) over passes that were read, losses as the mean of
 * lost over expected; each drawn towards the engineering guess as by three passes of it.
 * @source conjugate means, solvent model F
 */
export function learnPasses(seen: readonly PassSeen[], prior: PassConstants = DEFAULT_PASS): PassLearned {
  const drops = seen
    .filter(({ loadWasRead, beforePctW }) => loadWasRead && beforePctW > prior.floorPctW + LEAST_DROP_PCT_W)
    .map(({ beforePctW, afterPctW }) => 1 - (afterPctW - prior.floorPctW) / (beforePctW - prior.floorPctW));
  const efficiency = mean([...fill(prior.efficiency), ...drops.map((share) => Math.min(0.99, Math.max(0.05, share)))]);
  const constants = { ...prior, efficiency };
  const losses = seen
    .filter(({ backWasMeasured, beforeG }) => backWasMeasured && beforeG > 0)
    .map(({ beforeG, beforePctW, backG }) => {
      const expected = hardenFilterPasses(beforeG, beforePctW, { passes: 1, constants }).passes[0]!.yield;
      return (1 - backG / beforeG) / Math.max(1e-6, 1 - expected);
    });
  const lossFactor = Math.exp(
    mean([...fill(0), ...losses.map((factor) => Math.log(Math.min(4, Math.max(0.25, factor))))]),
  );
  return {
    constants: {
      ...constants,
      heldPerG: prior.heldPerG * lossFactor,
      fixedLossG: prior.fixedLossG * lossFactor,
      lossShare: prior.lossShare * lossFactor,
    },
    loads: drops.length,
    volumes: losses.length,
    lossFactor,
  };
}
const fill = (value: number): readonly number[] => Array.from({ length: PRIOR_PASSES }, () => value);
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * Whether another pass is worth it, from what is in the jar now: the value of stopping against the best that could follow.
 * @returns money gained by going on, negative when it loses; and how many more passes are best (0: stop)
 */
export function anotherPass(
  massG: number,
  loadPctW: number,
  {
    constants = DEFAULT_PASS,
    prices = DEFAULT_PASS_PRICES,
  }: { constants?: PassConstants | undefined; prices?: PassPrices } = {},
): { readonly more: number; readonly gains: number; readonly nextYield: number; readonly nextPctW: number } {
  const stopNow = (massG / 1000) * prices.freshPerKg * Math.max(0, 1 - loadPctW / prices.worthlessPctW);
  const { passes, best } = hardenFilterPasses(massG, loadPctW, { constants, prices, passes: 3 });
  const top = passes[best - 1]!;
  const gains = top.value - stopNow;
  return {
    more: gains > 0 ? best : 0,
    gains,
    nextYield: passes[0]!.yield,
    nextPctW: passes[0]!.loadPctW,
  };
}
