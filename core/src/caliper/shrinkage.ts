import { Z90 } from '../units/index.ts';
import { offMm, type SizeFound } from './sizes.ts';

/** A value with the range that holds nine of ten. */
export type Told = { readonly mid: number; readonly low: number; readonly high: number };
/** How parts differ from their file. */
export type Shrinkage = {
  /** smaller in proportion, % */
  readonly shrinkPct: Told;
  /** outsides larger and insides smaller by this, whatever their length, mm */
  readonly growMm: Told;
  /** what the file is to be multiplied by, so that it comes out right */
  readonly scale: number;
  /** what is left unexplained, as a standard deviation, mm */
  readonly scatterMm: number;
  readonly readings: number;
  /** both short and long sizes were measured: shrinkage and growth can be told apart */
  readonly toldApart: boolean;
};

/** What a hand with a caliper repeats to. An engineering guess, mm. */
const CALIPER_SD_MM = 0.02;
/** Before anything is measured: resins shrink by a few in a thousand, and light grows faces by a few hundredths. Engineering guesses. */
const PRIOR_SHRINK_SD = 0.006;
const PRIOR_GROW_SD_MM = 0.08;
/** Known to within so much, what to do follows from it. */
const TOLD_APART_PCT = 0.5;

/**
 * Shrinkage in proportion and growth of faces, from what a caliper found: off = −shrink·nominal ± grow.
 * Bayesian linear regression with a normal prior; the scatter is that of the caliper or of what is left over, whichever is larger.
 * @source Gelman et al., Bayesian Data Analysis, 3rd ed., ch. 14: posterior precision Λ = XᵀX/σ² + Λ0, mean Λ⁻¹Xᵀy/σ²
 * @returns undefined without readings
 */
export function shrinkageOf(
  sizes: readonly Pick<SizeFound, 'side' | 'nominalMm' | 'foundMm'>[],
): Shrinkage | undefined {
  if (sizes.length === 0) return undefined;
  const rows = sizes.map((size) => ({
    length: -size.nominalMm,
    face: size.side === 'outside' ? 1 : -1,
    off: offMm(size),
  }));
  const first = fit(rows, CALIPER_SD_MM);
  const left = rows.reduce((sum, row) => sum + (row.off - row.length * first.shrink - row.face * first.grow) ** 2, 0);
  const scatterMm = Math.max(CALIPER_SD_MM, Math.sqrt(left / Math.max(1, rows.length - 2)));
  const { shrink, grow, shrinkSd, growSd } = fit(rows, scatterMm);
  const told = (mid: number, sd: number): Told => ({ mid, low: mid - Z90 * sd, high: mid + Z90 * sd });
  return {
    shrinkPct: told(100 * shrink, 100 * shrinkSd),
    growMm: told(grow, growSd),
    scale: 1 / (1 - shrink),
    scatterMm,
    readings: sizes.length,
    toldApart: 100 * Z90 * shrinkSd < TOLD_APART_PCT,
  };
}

type Row = { readonly length: number; readonly face: number; readonly off: number };
function fit(rows: readonly Row[], sdMm: number) {
  const sum = (of: (row: Row) => number) => rows.reduce((all, row) => all + of(row), 0) / sdMm ** 2;
  const a = sum(({ length }) => length ** 2) + PRIOR_SHRINK_SD ** -2;
  const b = sum(({ length, face }) => length * face);
  const c = sum(({ face }) => face ** 2) + PRIOR_GROW_SD_MM ** -2;
  const [p, q] = [sum(({ length, off }) => length * off), sum(({ face, off }) => face * off)];
  const det = a * c - b * b;
  return {
    shrink: (c * p - b * q) / det,
    grow: (a * q - b * p) / det,
    shrinkSd: Math.sqrt(c / det),
    growSd: Math.sqrt(a / det),
  };
}
