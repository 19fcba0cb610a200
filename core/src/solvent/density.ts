import { requireInRange } from '../units/index.ts';
import { alcoholMoleShare, VOLATILES } from './properties.ts';

export const DEFAULT_RESIN_DENSITY_G_PER_ML = 1.1;
/** Redlich–Kister constants of the excess volume at 20 °C, cm³/mol. */
const EXCESS_CM3_PER_MOL = [-3.474, 2.109, -2.123, 1.612] as const;
const EXCESS_PER_K = 0.0009;

/** Density of water, 0–40 °C. @returns g/mL @source Kell (1975), reduced to a cubic within 5e-5 g/mL */
export function waterDensityGPerMl(tempC: number): number {
  const t = tempC;
  return 0.99985 + 6.3e-5 * t - 8.4e-6 * t * t + 5.7e-8 * t ** 3;
}

/** Density of pure isopropanol, 0–40 °C. @returns g/mL */
export const isopropanolDensityGPerMl = (tempC: number): number =>
  VOLATILES.isopropanol.densityGPerMl20 - 0.00084 * (tempC - 20);

export type BathLiquid = {
  /** alcohol in alcohol + water, weight % */
  readonly strengthPctW: number;
  /** resin in the whole bath, weight %, default 0 */
  readonly loadPctW?: number;
  readonly resinDensityGPerMl?: number;
  readonly tempC: number;
};

/**
 * Density of an alcohol bath: V = Σ x_i M_i/ρ_i + V^E, V^E = x(1−x) Σ c_k (2x−1)^k · (1 − 0.0009 (T − 20));
 * dissolved resin adds its own volume.
 * @returns g/mL, within 0.0006 of tables for the unloaded mixture
 * @throws RangeError outside 0–100 % or 0–40 °C
 * @source solvent model 0; Redlich & Kister (1948)
 */
export function bathDensityGPerMl(liquid: BathLiquid): number {
  requireInRange('tempC', liquid.tempC, 0, 40);
  const load = requireInRange('loadPctW', liquid.loadPctW ?? 0, 0, 100) / 100;
  const resinDensity = requireInRange(
    'resinDensityGPerMl',
    liquid.resinDensityGPerMl ?? DEFAULT_RESIN_DENSITY_G_PER_ML,
    0.5,
    3,
  );
  const x = alcoholMoleShare(liquid.strengthPctW);
  const tilt = 2 * x - 1;
  const series = EXCESS_CM3_PER_MOL.reduce((sum, constant, power) => sum + constant * tilt ** power, 0);
  const excess = x * (1 - x) * series * (1 - EXCESS_PER_K * (liquid.tempC - 20));
  const alcoholG = x * VOLATILES.isopropanol.molarMassGPerMol;
  const waterG = (1 - x) * VOLATILES.water.molarMassGPerMol;
  const volumeMl =
    alcoholG / isopropanolDensityGPerMl(liquid.tempC) + waterG / waterDensityGPerMl(liquid.tempC) + excess;
  const solventDensity = (alcoholG + waterG) / volumeMl;
  return 1 / ((1 - load) / solventDensity + load / resinDensity);
}

/** Alcohol by volume (label) to by weight, at 20 °C. Bisects; both run 0–100. */
export function strengthPctWFromPctV(strengthPctV: number): number {
  requireInRange('strengthPctV', strengthPctV, 0, 100);
  let low = 0;
  let high = 100;
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (strengthPctVFromPctW(middle) < strengthPctV) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Alcohol by weight to by volume (volume of pure alcohol over volume of mixture), at 20 °C. */
export const strengthPctVFromPctW = (strengthPctW: number): number =>
  (strengthPctW * bathDensityGPerMl({ strengthPctW, tempC: 20 })) / isopropanolDensityGPerMl(20);
