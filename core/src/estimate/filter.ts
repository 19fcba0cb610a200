import { InputError } from '../units/index.ts';
import { Draws } from './random.ts';
import type { BathSetup } from './types.ts';

/** Spread of what is not known when a history begins; all in logarithms. Engineering guesses. */
export const PRIOR_SD = {
  filmCommon: 0.3,
  filmOwn: 0.25,
  evaporationCommon: 0.3,
  evaporationOwn: 0.35,
  dragOut: 0.35,
  clarity: 0.4,
  startMass: 0.03,
} as const;
/** Liu–West shrinkage: keeps learned factors from collapsing to a few values. */
const LIU_WEST_A = 0.985;

/**
 * Particles in columns: every array has one entry per particle.
 * Baths: `solventG`, `waterG`, `resinG`, one array for each bath. Factors: logarithms, and their cached exponentials.
 */
export type Filter = {
  readonly n: number;
  readonly baths: readonly BathSetup[];
  readonly bathIndex: ReadonlyMap<string, number>;
  readonly resinIndex: Map<string, number>;
  readonly draws: Draws;
  readonly solventG: Float64Array[];
  readonly waterG: Float64Array[];
  readonly resinG: Float64Array[];
  readonly logWeight: Float64Array;
  /** filmCommon, dragOut, clarity, evaporationCommon, then evaporationOwn per bath, then filmOwn per resin */
  readonly factors: Float64Array[];
  readonly cached: Map<string, Float64Array>;
  /** normalised weights, until a reading changes them */
  weights?: Weights | undefined;
};

export type Weights = { readonly weights: Float64Array; readonly effective: number };

export const FACTOR = { filmCommon: 0, dragOut: 1, clarity: 2, evaporationCommon: 3, evaporationOwn: 4 } as const;
const factorSds = (baths: number): number[] => [
  PRIOR_SD.filmCommon,
  PRIOR_SD.dragOut,
  PRIOR_SD.clarity,
  PRIOR_SD.evaporationCommon,
  ...Array.from({ length: baths }, () => PRIOR_SD.evaporationOwn),
];

/** A cloud of guesses about baths that are known as the book has them. @throws RangeError for no baths or under 50 particles */
export function createFilter(baths: readonly BathSetup[], seed: number, particles = 2000): Filter {
  if (baths.length === 0) throw new InputError('baths', 'baths is empty.');
  if (!(particles >= 50 && particles <= 20_000))
    throw new InputError('particles', `particles: ${particles}, 50 to 20,000.`);
  const draws = new Draws(seed);
  const column = (f: () => number) => Float64Array.from({ length: particles }, f);
  const around = (grams: number) => column(() => grams * Math.exp(PRIOR_SD.startMass * draws.normal()));
  return {
    n: particles,
    baths,
    bathIndex: new Map(baths.map((bath, index) => [bath.id, index])),
    resinIndex: new Map(),
    draws,
    solventG: baths.map((bath) => around(bath.solventG)),
    waterG: baths.map((bath) => around(bath.waterG)),
    resinG: baths.map((bath) => around(bath.resinG)),
    logWeight: new Float64Array(particles),
    factors: factorSds(baths.length).map((sd) => column(() => sd * draws.normal())),
    cached: new Map(),
  };
}

/** A copy that shares nothing that changes: goes on exactly as the original would. */
export function cloneFilter(filter: Filter): Filter {
  const copy = (columns: readonly Float64Array[]) => columns.map((column) => column.slice());
  const draws = new Draws(1);
  draws.state = filter.draws.state;
  return {
    ...filter,
    resinIndex: new Map(filter.resinIndex),
    draws,
    solventG: copy(filter.solventG),
    waterG: copy(filter.waterG),
    resinG: copy(filter.resinG),
    logWeight: filter.logWeight.slice(),
    factors: copy(filter.factors),
    cached: new Map(),
    weights: undefined,
  };
}

/** The row of a resin's own film factor; a resin met for the first time gets one. */
export function filmOwnRow(filter: Filter, resin: string): number {
  const known = filter.resinIndex.get(resin);
  if (known !== undefined) return known;
  const row = filter.factors.length;
  filter.factors.push(Float64Array.from({ length: filter.n }, () => PRIOR_SD.filmOwn * filter.draws.normal()));
  filter.resinIndex.set(resin, row);
  return row;
}

/** e^(sum of log factors) for every particle, kept until the next resampling. */
export function multiplier(filter: Filter, rows: readonly number[]): Float64Array {
  const key = rows.join();
  const kept = filter.cached.get(key);
  if (kept) return kept;
  const made = new Float64Array(filter.n);
  for (const row of rows) {
    const column = filter.factors[row]!;
    for (let i = 0; i < made.length; i++) made[i] = made[i]! + column[i]!;
  }
  for (let i = 0; i < made.length; i++) made[i] = Math.exp(made[i]!);
  filter.cached.set(key, made);
  return made;
}
export const filmRows = (filter: Filter, resin: string): number[] => [FACTOR.filmCommon, filmOwnRow(filter, resin)];
export const evaporationRows = (bath: number): number[] => [FACTOR.evaporationCommon, FACTOR.evaporationOwn + bath];

/** Normalised weights. @returns weights summing to 1 and the effective number of particles */
export function weightsOf(filter: Filter): Weights {
  filter.weights ??= normalised(filter);
  return filter.weights;
}

function normalised(filter: Filter): Weights {
  const { logWeight, n } = filter;
  let top = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < n; i++) if (logWeight[i]! > top) top = logWeight[i]!;
  const weights = new Float64Array(n);
  let sum = 0;
  for (let i = 0; i < n; i++) sum += weights[i] = Math.exp(logWeight[i]! - top);
  let squares = 0;
  for (let i = 0; i < n; i++) {
    weights[i]! /= sum;
    squares += weights[i]! * weights[i]!;
  }
  return { weights, effective: 1 / squares };
}

/** Systematic resampling when fewer than half the particles still count; then the factors are shrunk and jittered. */
export function resampleIfPoor(filter: Filter): void {
  const { weights, effective } = weightsOf(filter);
  if (effective >= filter.n / 2) return;
  const picks = systematic(weights, filter.draws.uniform());
  const scratch = new Float64Array(filter.n);
  for (const columns of [filter.solventG, filter.waterG, filter.resinG, filter.factors]) {
    for (const column of columns) {
      for (let i = 0; i < picks.length; i++) scratch[i] = column[picks[i]!]!;
      column.set(scratch);
    }
  }
  filter.logWeight.fill(0);
  filter.weights = undefined;
  filter.factors.forEach((column) => {
    shrinkAndJitter(column, filter.draws);
  });
  filter.cached.clear();
}

/** One pick for each of n equal steps through the summed weights. @source Kitagawa (1996) */
export function systematic(weights: Float64Array, offset: number): Int32Array {
  const n = weights.length;
  const picks = new Int32Array(n);
  let sum = weights[0]!;
  let from = 0;
  for (let i = 0; i < n; i++) {
    const target = (i + offset) / n;
    while (sum < target && from < n - 1) sum += weights[++from]!;
    picks[i] = from;
  }
  return picks;
}

/** θ ← aθ + (1 − a)θ̄ + √(1 − a²)·sd·z: keeps mean and spread. @source Liu & West (2001) */
function shrinkAndJitter(column: Float64Array, draws: Draws): void {
  const n = column.length;
  let mean = 0;
  for (let i = 0; i < n; i++) mean += column[i]! / n;
  let variance = 0;
  for (let i = 0; i < n; i++) variance += (column[i]! - mean) ** 2 / n;
  const spread = Math.sqrt((1 - LIU_WEST_A ** 2) * variance);
  for (let i = 0; i < n; i++) column[i] = LIU_WEST_A * column[i]! + (1 - LIU_WEST_A) * mean + spread * draws.normal();
}
