import { type LiquidShape, liquid, type Solvent } from '../liquids/index.ts';
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

/** Density of ethanol in water at 20 °C, every 10 % by weight. @source OIML R 22 (1975) */
const ETHANOL_G_PER_ML_20 = [
  0.9982, 0.98187, 0.96864, 0.95382, 0.93518, 0.91384, 0.89113, 0.86766, 0.84344, 0.81797, 0.78934,
] as const;

export type BathLiquid = {
  /** alcohol in alcohol + water, weight %; ignored for water and detergent */
  readonly strengthPctW: number;
  /** resin in the whole bath, weight %, default 0 */
  readonly loadPctW?: number | undefined;
  readonly resinDensityGPerMl?: number | undefined;
  readonly tempC: number;
  /** default isopropanol */
  readonly solvent?: Solvent | undefined;
};

/**
 * Density of a bath; dissolved resin adds its own volume. Detergent counts as water, another alcohol as ethanol.
 * @returns g/mL, within 0.0006 of tables for the unloaded mixture
 * @throws RangeError outside 0–100 % or 0–40 °C
 */
export function bathDensityGPerMl(bath: BathLiquid): number {
  const load = requireInRange('loadPctW', bath.loadPctW ?? 0, 0, 100) / 100;
  const resinDensity = requireInRange(
    'resinDensityGPerMl',
    bath.resinDensityGPerMl ?? DEFAULT_RESIN_DENSITY_G_PER_ML,
    0.5,
    3,
  );
  return 1 / ((1 - load) / solventDensityGPerMl(bath) + load / resinDensity);
}

type Mixture = (strengthPctW: number, tempC: number) => number;
const MIXTURES: Readonly<Record<LiquidShape['mixesAs'], Mixture>> = {
  isopropanol: isopropanolWaterGPerMl,
  ethanol: ethanolWaterGPerMl,
  water: (_, tempC) => waterDensityGPerMl(tempC),
};

/** Density of the liquid without resin. @returns g/mL @throws RangeError outside 0–100 % or 0–40 °C */
export function solventDensityGPerMl({ strengthPctW, tempC, solvent = 'isopropanol' }: BathLiquid): number {
  requireInRange('tempC', tempC, 0, 40);
  requireInRange('strengthPctW', strengthPctW, 0, 100);
  return MIXTURES[liquid(solvent).mixesAs](strengthPctW, tempC);
}

/**
 * V = Σ x_i M_i/ρ_i + V^E, V^E = x(1−x) Σ c_k (2x−1)^k · (1 − 0.0009 (T − 20)).
 * @source solvent model 0; Redlich & Kister (1948)
 */
function isopropanolWaterGPerMl(strengthPctW: number, tempC: number): number {
  const x = alcoholMoleShare(strengthPctW);
  const tilt = 2 * x - 1;
  const series = EXCESS_CM3_PER_MOL.reduce((sum, constant, power) => sum + constant * tilt ** power, 0);
  const excess = x * (1 - x) * series * (1 - EXCESS_PER_K * (tempC - 20));
  const alcoholG = x * VOLATILES.isopropanol.molarMassGPerMol;
  const waterG = (1 - x) * VOLATILES.water.molarMassGPerMol;
  const volumeMl = alcoholG / isopropanolDensityGPerMl(tempC) + waterG / waterDensityGPerMl(tempC) + excess;
  return (alcoholG + waterG) / volumeMl;
}

/** Parabola through three neighbouring rows of the table; warms between water's and ethanol's own expansion. */
function ethanolWaterGPerMl(strengthPctW: number, tempC: number): number {
  const middle = Math.min(9, Math.max(1, Math.round(strengthPctW / 10)));
  const t = strengthPctW / 10 - middle;
  const [low, mid, high] = [-1, 0, 1].map((step) => ETHANOL_G_PER_ML_20[middle + step]!) as [number, number, number];
  const at20 = mid + (t * (high - low)) / 2 + (t * t * (high + low - 2 * mid)) / 2;
  const perK = 0.0002 + (0.00085 - 0.0002) * Math.min(1, strengthPctW / 40);
  return at20 - perK * (tempC - 20);
}

/** Alcohol by volume (label) to by weight, at 20 °C. Bisects; both run 0–100. */
export function strengthPctWFromPctV(strengthPctV: number, solvent: Solvent = 'isopropanol'): number {
  requireInRange('strengthPctV', strengthPctV, 0, 100);
  let low = 0;
  let high = 100;
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (strengthPctVFromPctW(middle, solvent) < strengthPctV) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Alcohol by weight to by volume (volume of pure alcohol over volume of mixture), at 20 °C. */
export const strengthPctVFromPctW = (strengthPctW: number, solvent: Solvent = 'isopropanol'): number =>
  (strengthPctW * solventDensityGPerMl({ strengthPctW, tempC: 20, solvent })) /
  solventDensityGPerMl({ strengthPctW: 100, tempC: 20, solvent });
