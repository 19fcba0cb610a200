import { GAS_CONSTANT_J_PER_MOL_K, GRAVITY_M_PER_S2, kelvin, requireInRange } from '../units/index.ts';

const M_PER_MM = 1e-3;
const UM_PER_M = 1e6;
const PA_S_PER_MPA_S = 1e-3;
const KG_PER_M3_PER_G_PER_ML = 1000;
const REFERENCE_TEMP_C = 25;

/** How a resin flows. */
export type ResinLiquid = {
  /** at 25 °C */
  readonly viscosityMPaS25: number;
  readonly densityGPerMl: number;
  /** default 42: an engineering guess for acrylate resins, learned from readings later */
  readonly activationKJPerMol?: number | undefined;
  /** default 0.035 */
  readonly surfaceTensionNPerM?: number | undefined;
};

export const DEFAULT_ACTIVATION_KJ_PER_MOL = 42;
export const DEFAULT_SURFACE_TENSION_N_PER_M = 0.035;
/** Typical speed at which a print leaves the liquid at the last layers. */
export const DEFAULT_PULL_MM_PER_S = 5;
export const DEFAULT_ROOM_C = 22;

/**
 * Viscosity at a temperature: μ = μ25 · exp[(Ea/R)(1/T − 1/298.15)].
 * @param tempC valid 5–60 °C
 * @returns mPa·s
 * @throws RangeError outside the valid range
 * @source Arrhenius–Guzmán–Andrade law for liquids
 */
export function viscosityMPaS(liquid: ResinLiquid, tempC: number): number {
  requireInRange('tempC', tempC, 5, 60);
  const activationJ = (liquid.activationKJPerMol ?? DEFAULT_ACTIVATION_KJ_PER_MOL) * 1000;
  return (
    liquid.viscosityMPaS25 *
    Math.exp((activationJ / GAS_CONSTANT_J_PER_MOL_K) * (1 / kelvin(tempC) - 1 / kelvin(REFERENCE_TEMP_C)))
  );
}

/**
 * Film a plate carries out of a liquid: h0 = min(0.944 · l_c · Ca^⅔, √(μU/ρg)), l_c = √(σ/ρg), Ca = μU/σ.
 * @param liquidMPaS viscosity at the temperature of pull-out, > 0
 * @param pullMmPerS speed, > 0
 * @returns µm
 * @source Landau & Levich (1942); upper bound by viscous entrainment (Derjaguin 1943)
 */
export function withdrawalFilmUm(liquid: ResinLiquid, liquidMPaS: number, pullMmPerS: number): number {
  const viscosityPaS = liquidMPaS * PA_S_PER_MPA_S;
  const speedMPerS = pullMmPerS * M_PER_MM;
  const tension = liquid.surfaceTensionNPerM ?? DEFAULT_SURFACE_TENSION_N_PER_M;
  const weight = liquid.densityGPerMl * KG_PER_M3_PER_G_PER_ML * GRAVITY_M_PER_S2;
  const capillaryM = Math.sqrt(tension / weight);
  const capillaryNumber = (viscosityPaS * speedMPerS) / tension;
  const landauM = 0.944 * capillaryM * capillaryNumber ** (2 / 3);
  return Math.min(landauM, Math.sqrt((viscosityPaS * speedMPerS) / weight)) * UM_PER_M;
}

/**
 * Mean film left on an upright face of height H after draining for t.
 * Drained front z* = ρ g t h0²/μ; if z* ≥ H (or h0 is not bounded) h̄ = ⅔ √(μH/ρgt),
 * else h̄ = [⅔ √(μ/ρgt) · z*^1.5 + h0 (H − z*)]/H.
 * @param startFilmUm film at pull-out; Infinity leaves out the bound
 * @returns µm
 * @throws RangeError when a height or time is not positive
 * @source Jeffreys, H. (1930), The draining of a vertical plate
 */
export function drainedFilmUm(
  liquid: ResinLiquid,
  liquidMPaS: number,
  drain: { readonly heightMm: number; readonly dripS: number; readonly startFilmUm: number },
): number {
  requireInRange('heightMm', drain.heightMm, Number.MIN_VALUE);
  requireInRange('dripS', drain.dripS, 0);
  if (drain.dripS === 0) return drain.startFilmUm;
  const viscosityPaS = liquidMPaS * PA_S_PER_MPA_S;
  const weight = liquid.densityGPerMl * KG_PER_M3_PER_G_PER_ML * GRAVITY_M_PER_S2;
  const heightM = drain.heightMm * M_PER_MM;
  const startM = drain.startFilmUm / UM_PER_M;
  const profile = Math.sqrt(viscosityPaS / (weight * drain.dripS));
  const frontM = (weight * drain.dripS * startM * startM) / viscosityPaS;
  if (frontM >= heightM) return (2 / 3) * profile * Math.sqrt(heightM) * UM_PER_M;
  return (((2 / 3) * profile * frontM ** 1.5 + startM * (heightM - frontM)) / heightM) * UM_PER_M;
}
