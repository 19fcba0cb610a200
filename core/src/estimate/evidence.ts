import { type DensityAt, type Expected, expectedOf } from '../reading/index.ts';
import { DEFAULT_RESIN_DENSITY_G_PER_ML, solventDensityGPerMl } from '../solvent/index.ts';
import type { Solvent } from '../wash/index.ts';
import { columnsOf } from './events.ts';
import { FACTOR, type Filter, multiplier, resampleIfPoor, weightsOf } from './filter.ts';
import type { BathReading, ReadingVerdict } from './types.ts';

const STUDENT_DF = 5;
/** A reading may be plainly wrong: this share of the weight does not listen to it. Engineering guess. */
const GROSS_SHARE = 0.05;
const GROSS_SCALES = 12;

/** Weighed by how likely it is at a load, not by a figure. */
type Weak = Extract<BathReading, { kind: 'look' | 'outcome' }>;
type Predicted = { readonly value: Float64Array; readonly observed: number; readonly sd: number };

/**
 * Weighs the particles by a reading: Student's t with 5 degrees of freedom, a small share for gross errors.
 * @returns how surprising it was
 */
export function applyReading(filter: Filter, reading: BathReading): ReadingVerdict | undefined {
  const bath = filter.bathIndex.get(reading.bath);
  if (bath === undefined) return undefined;
  const before = weightsOf(filter).weights;
  const loads = loadsOf(filter, bath);
  const expectedPctW = meanOf(loads, before);
  const { solvent } = filter.baths[bath]!;
  const expected =
    reading.kind === 'outcome' ? undefined : expectedOf(reading, solvent, (tempC) => densities(solvent, tempC));
  if (!expected) {
    for (let i = 0; i < filter.n; i++) filter.logWeight[i]! += Math.log(chanceOf(reading as Weak, loads[i]!));
    filter.weights = undefined;
    resampleIfPoor(filter);
    return { readingId: reading.id, surprise: 0, expectedPctW };
  }
  const predicted = predict(filter, bath, loads, expected);
  const surprise = surpriseOf(predicted, before);
  for (let i = 0; i < filter.n; i++) {
    const off = (predicted.value[i]! - predicted.observed) / predicted.sd;
    filter.logWeight[i]! += Math.log(
      (1 - GROSS_SHARE) * student(off) + (GROSS_SHARE / GROSS_SCALES) * student(off / GROSS_SCALES),
    );
  }
  filter.weights = undefined;
  resampleIfPoor(filter);
  return { readingId: reading.id, surprise, expectedPctW };
}

const student = (off: number): number => (1 + (off * off) / STUDENT_DF) ** (-(STUDENT_DF + 1) / 2);

/** Load of every particle, weight %. */
export function loadsOf(filter: Filter, bath: number): Float64Array {
  const [s, w, r] = columnsOf(filter, bath);
  const loads = new Float64Array(filter.n);
  for (let i = 0; i < loads.length; i++) {
    const total = s[i]! + w[i]! + r[i]!;
    loads[i] = total > 0 ? (100 * r[i]!) / total : 0;
  }
  return loads;
}
/** Strength of every particle, weight %. */
export function strengthsOf(filter: Filter, bath: number): Float64Array {
  const [s, w] = columnsOf(filter, bath);
  const strengths = new Float64Array(filter.n);
  for (let i = 0; i < strengths.length; i++) {
    const liquid = s[i]! + w[i]!;
    strengths[i] = liquid > 0 ? (100 * s[i]!) / liquid : 0;
  }
  return strengths;
}
/** Mass of every particle, g. */
export function massesOf(filter: Filter, bath: number): Float64Array {
  const [s, w, r] = columnsOf(filter, bath);
  return s.map((grams, i) => grams + w[i]! + r[i]!);
}

/** What the instrument would have shown for each particle. */
function predict(filter: Filter, bath: number, loads: Float64Array, expected: Expected): Predicted {
  const strengths = strengthsOf(filter, bath);
  const masses = massesOf(filter, bath);
  const dimming = multiplier(filter, [FACTOR.clarity]);
  const value = Float64Array.from({ length: filter.n }, (_, i) =>
    expected.shown({
      loadPctW: loads[i]!,
      strengthPctW: strengths[i]!,
      massG: masses[i]!,
      dimming: dimming[i]!,
    }),
  );
  return { value, observed: expected.observed, sd: expected.sd };
}

/** Density as a quick function of strength and load: the liquid's is laid out every 1 % of strength once per reading. */
export function densities(solvent: Solvent, tempC: number): DensityAt {
  const liquid = Float64Array.from({ length: 102 }, (_, pct) =>
    solventDensityGPerMl({ strengthPctW: Math.min(100, pct), tempC, solvent }),
  );
  return (strengthPctW, loadPctW) => {
    const row = Math.floor(strengthPctW);
    const at = liquid[row]! + (strengthPctW - row) * (liquid[row + 1]! - liquid[row]!);
    return 1 / ((1 - loadPctW / 100) / at + loadPctW / 100 / DEFAULT_RESIN_DENSITY_G_PER_ML);
  };
}

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
/** Chance of a look at this load. The basket fades around 4 % and is gone around 10 %; parts turn tacky as a clean bath nears 5 %. Guesses. */
function chanceOf(reading: Weak, loadPctW: number): number {
  const floor = 0.03;
  if (reading.kind === 'outcome') {
    const tacky = logistic((loadPctW - 5) / 1.2) * 0.8 + 0.02;
    return Math.max(floor, reading.tacky ? tacky : 1 - tacky);
  }
  const gone = logistic((loadPctW - 10) / 1.5);
  const hazy = logistic((loadPctW - 4) / 1.2);
  const chance =
    reading.seen === 'hidden' ? gone : reading.seen === 'hazy' ? hazy * (1 - gone) : (1 - hazy) * (1 - gone);
  return Math.max(floor, chance);
}

export function meanOf(values: Float64Array, weights: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]! * weights[i]!;
  return sum;
}

function surpriseOf({ value, observed, sd }: Predicted, weights: Float64Array): number {
  const mean = meanOf(value, weights);
  let variance = 0;
  for (let i = 0; i < value.length; i++) variance += weights[i]! * (value[i]! - mean) ** 2;
  return Math.abs(observed - mean) / Math.sqrt(variance + sd * sd);
}
