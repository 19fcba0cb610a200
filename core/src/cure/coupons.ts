import { gridAbout, LIGHT_EXPONENT, momentsOf, normalBelow, normalised } from '../maths/index.ts';
import { requireInRange } from '../units/index.ts';
import type { CureConstants } from './families.ts';
import { stiffnessShare } from './kinetics.ts';
import { type CureSetting, cureMoment, cureWindow, HORIZON_S } from './window.ts';

export const COUPON_RESULTS = ['tacky', 'ok', 'tinted'] as const;
export type CouponResult = (typeof COUPON_RESULTS)[number];
/** What one coupon, or one part in a lamp, showed after so long. */
export type Outcome = {
  readonly seconds: number;
  readonly result: CouponResult;
  readonly shoreD?: number | undefined;
  /** a look at a part in daily work: it says less than a coupon timed on purpose */
  readonly weak?: boolean;
  /** light on it over that of the setting, default 1: its coldest spot for tack, its hottest for tint */
  readonly coldShare?: number;
  readonly hotShare?: number;
};

/** Times of the eight coupons of a ladder, s: each about half as long again as the one before. */
export const LADDER_S = [60, 90, 120, 180, 270, 400, 600, 900] as const;

/** A ladder reaches from a third of the expected time to five times it, each coupon half as long again as the one before. */
const LADDER_STEP = 1.5;
const LADDER_BELOW = 3;
const [SHORTEST_S, ROUND_SHARE] = [10, 0.12] as const;
/** Times that are easily set on a timer, s. */
const ROUND_TIMES_S = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600] as const;

/**
 * Eight coupon times about the time that a resin is expected to be tack-free after, at times that are round for their size.
 * @param expectedS nothing where it is not expected at all: then the usual ladder
 * @returns s, rising
 */
export function ladderFor(expectedS: number | undefined): readonly number[] {
  if (expectedS === undefined) return LADDER_S;
  const firstS = Math.max(SHORTEST_S, expectedS / LADDER_STEP ** LADDER_BELOW);
  return LADDER_S.map((_, i) => {
    const exactS = firstS * LADDER_STEP ** i;
    const roundS = ROUND_TIMES_S.findLast((round) => round <= exactS * ROUND_SHARE) ?? 1;
    return Math.min(HORIZON_S, Math.round(exactS / roundS) * roundS);
  });
}

/** How a resin under a lamp differs from its card: logarithms of two factors, with standard deviations. */
export type PairScale = {
  /** rate of cure over the card's */
  readonly lnRate: number;
  readonly lnRateSd: number;
  /** dose until tint and brittleness over the card's */
  readonly lnDose: number;
  readonly lnDoseSd: number;
};
/** Before any coupon: as a rule within a factor, now and then far off. A lone narrow belief pulled the end of a window past coupons that were seen tinted. */
const PRIOR_MIX = [
  { share: 0.8, sd: 0.5 },
  { share: 0.2, sd: 1.2 },
] as const;
export const PRIOR_SCALE: PairScale = { lnRate: 0, lnRateSd: 0.5, lnDose: 0, lnDoseSd: 0.5 };

export type CouponFit = {
  readonly scale: PairScale;
  readonly handleS: number;
  readonly handleRange90: readonly [number, number];
  /** absent when nothing tints or embrittles it in six hours */
  readonly maxS?: number | undefined;
  readonly maxRange90?: readonly [number, number] | undefined;
  /** what was believed before, for the picture */
  readonly prior: {
    readonly handleRange90: readonly [number, number];
    readonly maxRange90?: readonly [number, number] | undefined;
  };
};

const GRID = 61;
/** The grid reaches this many standard deviations of the prior. */
const REACH_SD = 3;
const NOISES = [0.07, 0.12, 0.2, 0.3] as const;
const WEAK_NOISES = [0.3, 0.45] as const;
const SHORE_OFFSET_SD = 3;
const SHORE_NOISE_SD = 1.5;
/** Shore D of a cured plastic against its stiffness share: a straight line. An engineering guess; only differences count. */
export const SHORE_AT_NONE = 45;
export const SHORE_SPAN = 40;

/**
 * Fits a ladder: a grid over (ln rate, ln dose), each outcome through a lognormal threshold of unknown width,
 * P(tinted) = Φ(ln(t/t_max)/σ), P(tacky) = Φ(ln(t_min/t)/σ)(1 − P(tinted)); hardness by its spread once a common offset is
 * integrated out.
 * @param setting the resin on the lamp with the coupon's light on both faces, by the card's constants
 * @param before what is believed already; the prior of the model when nothing is
 * @throws RangeError for times or hardness that cannot be
 * @source cure model F: Bayes on a grid
 */
export function fitCoupons(
  setting: CureSetting,
  outcomes: readonly Outcome[],
  before: PairScale = PRIOR_SCALE,
): CouponFit {
  for (const { seconds, shoreD } of outcomes) {
    requireInRange('outcomes.seconds', seconds, 1, 24 * 3600);
    if (shoreD !== undefined) requireInRange('outcomes.shoreD', shoreD, 1, 100);
  }
  const rates = gridOf(before.lnRate, before === PRIOR_SCALE ? PRIOR_MIX[1].sd * MIX_REACH : before.lnRateSd);
  const doses = gridOf(before.lnDose, before === PRIOR_SCALE ? PRIOR_MIX[1].sd * MIX_REACH : before.lnDoseSd);
  const handle = rates.map((lnRate) => cureWindow(scaledSetting(setting, lnRate, 0)).handleS ?? HORIZON_S);
  const max = doses.map((lnDose) => cureWindow(scaledSetting(setting, 0, lnDose)).maxS ?? Number.POSITIVE_INFINITY);
  const shore = rates.map((lnRate) => shoreLogLikelihood(scaledSetting(setting, lnRate, 0), outcomes));
  const log = new Float64Array(GRID * GRID);
  for (let r = 0; r < GRID; r++)
    for (let d = 0; d < GRID; d++)
      log[r * GRID + d] =
        believed(rates[r]!, before, 'lnRate') +
        believed(doses[d]!, before, 'lnDose') +
        outcomesLogLikelihood(outcomes, handle[r]!, max[d]!) +
        shore[r]!;
  const weights = normalised(log);
  const ofRate = rates.map((_, r) => sum(GRID, (d) => weights[r * GRID + d]!));
  const ofDose = doses.map((_, d) => sum(GRID, (r) => weights[r * GRID + d]!));
  const prior = (grid: readonly number[], name: 'lnRate' | 'lnDose') =>
    normalised(Float64Array.from(grid, (x) => believed(x, before, name)));
  const priorRate = prior(rates, 'lnRate');
  const priorDose = prior(doses, 'lnDose');
  const tints = max.some(Number.isFinite);
  const seen = seenEdges(outcomes);
  const [rate, dose] = [momentsOf(rates, ofRate), momentsOf(doses, ofDose)];
  const notBefore = (seconds: number) => Math.max(seconds, seen.tackyS);
  const notAfter = (seconds: number) => Math.min(seconds, seen.overS);
  return {
    scale: bound(setting, seen, { lnRate: rate.mean, lnRateSd: rate.sd, lnDose: dose.mean, lnDoseSd: dose.sd }),
    handleS: notBefore(quantileOf(handle, ofRate, 0.5)),
    handleRange90: [notBefore(quantileOf(handle, ofRate, 0.05)), notBefore(quantileOf(handle, ofRate, 0.95))],
    maxS: tints ? notAfter(quantileOf(max, ofDose, 0.5)) : undefined,
    maxRange90: tints ? [notAfter(quantileOf(max, ofDose, 0.05)), notAfter(quantileOf(max, ofDose, 0.95))] : undefined,
    prior: {
      handleRange90: [quantileOf(handle, priorRate, 0.05), quantileOf(handle, priorRate, 0.95)],
      maxRange90: tints ? [quantileOf(max, priorDose, 0.05), quantileOf(max, priorDose, 0.95)] : undefined,
    },
  };
}

type SeenEdges = { readonly tackyS: number; readonly overS: number };
/** The longest light that was seen tacky on a coupon, and the shortest that was seen over-cured. */
const seenEdges = (outcomes: readonly Outcome[]): SeenEdges =>
  outcomes.reduce<SeenEdges>(
    ({ tackyS, overS }, { seconds, result, weak, coldShare = 1, hotShare = 1 }) => ({
      tackyS: result === 'tacky' && !weak ? Math.max(tackyS, seconds * coldShare ** LIGHT_EXPONENT) : tackyS,
      overS: result === 'tinted' && !weak ? Math.min(overS, seconds * hotShare) : overS,
    }),
    { tackyS: 0, overS: Number.POSITIVE_INFINITY },
  );

/**
 * What was seen binds, whatever the fit says: the factors are moved until the window neither starts before the longest light seen
 * tacky nor ends after the shortest seen over-cured. The factors carry it to other walls and lamps.
 */
function bound(setting: CureSetting, { tackyS, overS }: SeenEdges, scale: PairScale): PairScale {
  const { handleS = HORIZON_S } = cureWindow(scaledSetting(setting, scale.lnRate, 0));
  const { maxS = Number.POSITIVE_INFINITY } = cureWindow(scaledSetting(setting, 0, scale.lnDose));
  return {
    ...scale,
    lnRate: handleS < tackyS ? scale.lnRate - Math.log(tackyS / handleS) : scale.lnRate,
    lnDose: maxS > overS && Number.isFinite(maxS) ? scale.lnDose + Math.log(overS / maxS) : scale.lnDose,
  };
}

/** Constants of a resin as a lamp has shown it: rate and harmful doses scaled. */
export const scaledConstants = (
  c: CureConstants,
  { lnRate, lnDose }: Pick<PairScale, 'lnRate' | 'lnDose'>,
): CureConstants => ({
  ...c,
  k0PerS: c.k0PerS * Math.exp(lnRate),
  brittleJPerCm2: c.brittleJPerCm2 * Math.exp(lnDose),
  tint: c.tint && { ...c.tint, doseJPerCm2: c.tint.doseJPerCm2 * Math.exp(lnDose) },
});
const scaledSetting = (setting: CureSetting, lnRate: number, lnDose: number): CureSetting => ({
  ...setting,
  constants: scaledConstants(setting.constants, { lnRate, lnDose }),
});

/** Chance of all results at once, averaged over how sharp the thresholds may be. */
function outcomesLogLikelihood(outcomes: readonly Outcome[], handleS: number, maxS: number): number {
  const timed = outcomes.filter(({ weak }) => !weak);
  const weak = outcomes.filter((outcome) => outcome.weak);
  const over = (list: readonly Outcome[], noises: readonly number[]) =>
    list.length === 0
      ? 0
      : logSum(noises.map((noise) => list.reduce((all, one) => all + resultLog(one, handleS, maxS, noise), 0))) -
        Math.log(noises.length);
  return over(timed, NOISES) + over(weak, WEAK_NOISES);
}

const LEAST_CHANCE = 0.002;
function resultLog(
  { seconds, result, coldShare = 1, hotShare = 1 }: Outcome,
  handleS: number,
  maxS: number,
  noise: number,
): number {
  const tinted = Number.isFinite(maxS) ? normalBelow(Math.log((seconds * hotShare) / maxS) / noise) : 0;
  const tacky = normalBelow(Math.log(handleS / (seconds * coldShare ** LIGHT_EXPONENT)) / noise) * (1 - tinted);
  const chance = result === 'tinted' ? tinted : result === 'tacky' ? tacky : 1 - tinted - tacky;
  return Math.log(Math.max(LEAST_CHANCE, chance));
}

/** Hardness readings share an unknown offset (another tester, another thickness): σ²I + s²11ᵀ, its inverse written out. */
function shoreLogLikelihood(setting: CureSetting, outcomes: readonly Outcome[]): number {
  const read = outcomes.filter((outcome) => outcome.shoreD !== undefined);
  if (read.length === 0) return 0;
  const off = read.map(({ seconds, shoreD }) => {
    const share = stiffnessShare(setting.constants, cureMoment(setting, seconds).cold.deep);
    return shoreD! - (SHORE_AT_NONE + SHORE_SPAN * share);
  });
  const n = off.length;
  const noise = SHORE_NOISE_SD ** 2;
  const common = SHORE_OFFSET_SD ** 2;
  const total = off.reduce((a, b) => a + b, 0);
  const squares = off.reduce((a, b) => a + b * b, 0);
  return -0.5 * (squares / noise - (common * total * total) / (noise * (noise + n * common)));
}

const gridOf = (mean: number, sd: number): readonly number[] => gridAbout(mean, sd * REACH_SD, GRID);
/** The grid of the wide belief reaches this share of three of its deviations: finer about the middle. */
const MIX_REACH = 0.75;
const logNormal = (x: number, mean: number, sd: number): number => -0.5 * ((x - mean) / sd) ** 2;
/** Logarithm of what was believed of a factor before, but for a constant. */
function believed(x: number, before: PairScale, name: 'lnRate' | 'lnDose'): number {
  if (before !== PRIOR_SCALE) return logNormal(x, before[name], before[`${name}Sd`]);
  return Math.log(PRIOR_MIX.reduce((sum, { share, sd }) => sum + (share / sd) * Math.exp(logNormal(x, 0, sd)), 0));
}
const sum = (count: number, term: (i: number) => number): number => {
  let all = 0;
  for (let i = 0; i < count; i++) all += term(i);
  return all;
};
function logSum(logs: readonly number[]): number {
  const most = Math.max(...logs);
  return most + Math.log(logs.reduce((all, value) => all + Math.exp(value - most), 0));
}

/** Weighted quantile of values given on a grid, by straight lines of the logarithm between grid points. */
function quantileOf(values: readonly number[], weights: ArrayLike<number>, share: number): number {
  const order = values.map((_, i) => i).sort((a, b) => values[a]! - values[b]!);
  let below = 0;
  let last = values[order[0]!]!;
  let lastMiddle = 0;
  for (const i of order) {
    const middle = below + weights[i]! / 2;
    if (middle >= share) {
      const value = values[i]!;
      if (!Number.isFinite(value) || middle <= lastMiddle || last <= 0) return value;
      const part = (share - lastMiddle) / (middle - lastMiddle);
      return Math.exp(Math.log(last) + Math.max(0, part) * (Math.log(value) - Math.log(last)));
    }
    below += weights[i]!;
    last = values[i]!;
    lastMiddle = middle;
  }
  return values[order.at(-1)!]!;
}
