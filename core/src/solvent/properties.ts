import { liquid, type Solvent, VOLATILES, type Volatile } from '../liquids/index.ts';
import { GAS_CONSTANT_J_PER_MOL_K, KELVIN_AT_0C, kelvin, PA_PER_MMHG, requireInRange } from '../units/index.ts';

export { isAlcohol, VOLATILES, type Volatile } from '../liquids/index.ts';

/** What dries off a part washed in this: a detergent bath leaves water. */
export const volatileOf = (solvent: Solvent): Volatile => liquid(solvent).volatile;

/** Saturation pressure p = 10^(A − B/(C + T)). @returns Pa @source Antoine (1888) */
export function saturationPa(volatile: Volatile, tempC: number): number {
  const [a, b, c] = volatile.antoine;
  return 10 ** (a - b / (c + tempC)) * PA_PER_MMHG;
}

/** Where a pure liquid has this vapour pressure: Antoine the other way round. @returns °C */
export function saturatedAtC(volatile: Volatile, pressurePa: number): number {
  const [a, b, c] = volatile.antoine;
  return b / (a - Math.log10(pressurePa / PA_PER_MMHG)) - c;
}

/** Heat of vaporisation from the slope of the Antoine curve: ΔH = R·T²·ln10·B/(C + t)². @returns J/mol @source Clausius–Clapeyron */
export function vaporisationJPerMol(volatile: Volatile, tempC: number): number {
  const [, b, c] = volatile.antoine;
  return (GAS_CONSTANT_J_PER_MOL_K * kelvin(tempC) ** 2 * Math.LN10 * b) / (c + tempC) ** 2;
}

/** Diffusivity in air, D ∝ T^1.75. @returns m²/s @source Fuller, Schettler & Giddings (1966) */
export const diffusivityM2PerS = (volatile: Volatile, tempC: number): number =>
  volatile.diffusivityM2PerS25 * (kelvin(tempC) / (25 + KELVIN_AT_0C)) ** 1.75;

const VAN_LAAR_A = 2.3436;
const VAN_LAAR_B = 1.1128;

/**
 * Activities of isopropanol and water in their mixture: ln γ1 = A/(1 + A x1/(B x2))².
 * @param strengthPctW alcohol in alcohol + water
 * @returns [alcohol, water], 0–1
 * @source van Laar (1910), constants fitted to the azeotrope 87.8 % w/w, 80.37 °C
 */
export function alcoholWaterActivities(strengthPctW: number): readonly [number, number] {
  const x1 = alcoholMoleShare(strengthPctW);
  const x2 = 1 - x1;
  if (x1 === 0) return [0, 1];
  if (x2 === 0) return [1, 0];
  const gamma1 = Math.exp(VAN_LAAR_A / (1 + (VAN_LAAR_A * x1) / (VAN_LAAR_B * x2)) ** 2);
  const gamma2 = Math.exp(VAN_LAAR_B / (1 + (VAN_LAAR_B * x2) / (VAN_LAAR_A * x1)) ** 2);
  return [gamma1 * x1, gamma2 * x2];
}

/** Moles of alcohol per mole of alcohol + water. */
export function alcoholMoleShare(strengthPctW: number): number {
  requireInRange('strengthPctW', strengthPctW, 0, 100);
  const alcohol = strengthPctW / VOLATILES.isopropanol.molarMassGPerMol;
  return alcohol / (alcohol + (100 - strengthPctW) / VOLATILES.water.molarMassGPerMol);
}
