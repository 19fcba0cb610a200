import { densities, loadsOf, massesOf, strengthsOf } from './evidence.ts';
import { evaporationRows, FACTOR, type Filter, multiplier, weightsOf } from './filter.ts';
import type { BathEstimate, Learned, Range } from './types.ts';

const BINS = 512;

/** Weighted quantiles through a histogram of 512 bins: exact to 1/512 of the spread. @param at shares, rising */
export function quantiles(values: Float64Array, weights: Float64Array, at: readonly number[]): number[] {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < values.length; i++) {
    if (values[i]! < low) low = values[i]!;
    if (values[i]! > high) high = values[i]!;
  }
  if (!(high > low)) return at.map(() => low);
  const bins = new Float64Array(BINS);
  const scale = (BINS - 1e-9) / (high - low);
  for (let i = 0; i < values.length; i++) bins[Math.floor((values[i]! - low) * scale)]! += weights[i]!;
  let bin = 0;
  let below = 0;
  return at.map((share) => {
    while (bin < BINS - 1 && below + bins[bin]! < share) below += bins[bin++]!;
    const within = bins[bin]! > 0 ? Math.min(1, Math.max(0, (share - below) / bins[bin]!)) : 0;
    return low + (bin + within) / scale;
  });
}

/** Median and 90 % range, within floor and ceiling. */
export function medianAndRange(
  values: Float64Array,
  weights: Float64Array,
  floor = 0,
  ceiling = Number.POSITIVE_INFINITY,
): readonly [number, Range] {
  const [low, middle, high] = quantiles(values, weights, [0.05, 0.5, 0.95]) as [number, number, number];
  return [middle, [Math.max(floor, low), Math.min(ceiling, high)]];
}

export function estimateOf(
  filter: Filter,
  bath: number,
  weights: Float64Array = weightsOf(filter).weights,
): BathEstimate {
  const loads = loadsOf(filter, bath);
  const strengths = strengthsOf(filter, bath);
  const masses = massesOf(filter, bath);
  const density = densities(filter.baths[bath]!.solvent, 20);
  const volumes = masses.map((mass, i) => mass / density(strengths[i]!, loads[i]!));
  const [loadPctW, range90] = medianAndRange(loads, weights, 0, 100);
  const [strengthPctW, strengthRange90] = medianAndRange(strengths, weights, 0, 100);
  const [volumeMl, volumeRange90] = medianAndRange(volumes, weights);
  const [massG] = medianAndRange(masses, weights);
  let mean = 0;
  for (let i = 0; i < loads.length; i++) mean += loads[i]! * weights[i]!;
  let variance = 0;
  for (let i = 0; i < loads.length; i++) variance += weights[i]! * (loads[i]! - mean) ** 2;
  return {
    id: filter.baths[bath]!.id,
    loadPctW,
    range90,
    sdPctW: Math.sqrt(variance),
    strengthPctW,
    strengthRange90,
    volumeMl,
    volumeRange90,
    massG,
  };
}

/** What the readings taught: every factor with its range, the resins and baths that were met. */
export function learnedOf(filter: Filter): Learned[] {
  const { weights } = weightsOf(filter);
  const row = (what: Learned['what'], of: string, rows: readonly number[]): Learned => {
    const [factor, range90] = medianAndRange(multiplier(filter, rows), weights);
    return { what, of, factor, range90 };
  };
  return [
    ...[...filter.resinIndex].map(([resin, own]) => row('film', resin, [FACTOR.filmCommon, own])),
    ...filter.baths.map((bath, index) => row('evaporation', bath.id, evaporationRows(index))),
    row('drag-out', '', [FACTOR.dragOut]),
    row('clarity', '', [FACTOR.clarity]),
  ];
}

const TELLING = 0.15;
/** Says a learned factor in words, when it is clearly not what was expected; undefined when it is. */
export function learnedWords(learned: Learned, nameOf: (id: string) => string): string | undefined {
  const { factor, range90, what } = learned;
  const clear = range90[0] > 1 || range90[1] < 1;
  if (!clear || Math.abs(factor - 1) < TELLING) return undefined;
  const times = `${factor.toFixed(1)}× (${range90[0].toFixed(1)}–${range90[1].toFixed(1)})`;
  switch (what) {
    case 'film':
      return `${nameOf(learned.of)} leaves ${times} the expected film.`;
    case 'evaporation':
      return `${nameOf(learned.of)} evaporates at ${times} the expected rate.`;
    case 'drag-out':
      return `Parts carry ${times} the expected liquid from bath to bath.`;
    case 'clarity':
      return `Resin dims the clarity card ${times} as much as expected.`;
  }
}
