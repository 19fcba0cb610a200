import {
  diffusivityM2PerS,
  saturationPa,
  VOLATILES,
  type Volatile,
  vaporisationJPerMol,
} from '../solvent/properties.ts';
import { ATMOSPHERE_PA, GAS_CONSTANT_J_PER_MOL_K, kelvin, requireInRange } from '../units/index.ts';

const AIR_KINEMATIC_M2_PER_S = 1.5e-5;
const AIR_DENSITY_KG_PER_M3 = 1.19;
const AIR_HEAT_J_PER_KG_K = 1006;
const AIR_DIFFUSIVITY_M2_PER_S = 2.15e-5;
const PRANDTL = 0.71;
/** Warmth a face gains from the walls around it. */
const RADIATION_W_PER_M2_K = 5.5;
/** Natural convection keeps even still air moving this much. */
const LEAST_AIR_M_PER_S = 0.02;

export type AirOver = {
  readonly tempC: number;
  readonly humidityPct: number;
  readonly airMPerS: number;
  readonly lengthM: number;
};
export type DryingFace = {
  readonly wetBulbC: number;
  /** kg per m² and second */
  readonly fluxKgPerM2S: number;
};

/**
 * Steady evaporation from a wet face, with the face at its own wet-bulb temperature:
 * (h + h_rad)(T∞ − T_s) = J·ΔH, J = h_m (M/R)(p_s/T_s − p∞/T∞); h and h_m of a flat plate, Nu = 0.664 Re^½ Pr^⅓.
 * Taking the face at room temperature instead would overestimate 2–5 times for alcohols.
 * @throws RangeError outside 0–80 °C, 0–100 %
 * @source Pohlhausen (1921) laminar plate; Chilton & Colburn (1934) heat–mass analogy
 */
export function dryingFace(volatile: Volatile, air: AirOver): DryingFace {
  requireInRange('tempC', air.tempC, 0, 80);
  requireInRange('humidityPct', air.humidityPct, 0, 100);
  const speed = Math.max(air.airMPerS, LEAST_AIR_M_PER_S);
  const diffusivity = diffusivityM2PerS(volatile, air.tempC);
  const plate = 0.664 * Math.sqrt((speed * air.lengthM) / AIR_KINEMATIC_M2_PER_S);
  const massMPerS = (plate * Math.cbrt(AIR_KINEMATIC_M2_PER_S / diffusivity) * diffusivity) / air.lengthM;
  const conductivity = AIR_DENSITY_KG_PER_M3 * AIR_HEAT_J_PER_KG_K * AIR_DIFFUSIVITY_M2_PER_S;
  const heatWPerM2K = (plate * Math.cbrt(PRANDTL) * conductivity) / air.lengthM + RADIATION_W_PER_M2_K;
  const ambientPa = volatile === VOLATILES.water ? (air.humidityPct / 100) * saturationPa(volatile, air.tempC) : 0;

  const molarFlux = (faceC: number): number => {
    const facePa = saturationPa(volatile, faceC);
    const crowding = ATMOSPHERE_PA / (ATMOSPHERE_PA - (facePa + ambientPa) / 2);
    return (massMPerS * crowding * (facePa / kelvin(faceC) - ambientPa / kelvin(air.tempC))) / GAS_CONSTANT_J_PER_MOL_K;
  };
  let low = -40;
  let high = air.tempC;
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    const cooling = molarFlux(middle) * vaporisationJPerMol(volatile, middle);
    if (heatWPerM2K * (air.tempC - middle) > cooling) low = middle;
    else high = middle;
  }
  const wetBulbC = (low + high) / 2;
  return { wetBulbC, fluxKgPerM2S: Math.max(0, molarFlux(wetBulbC) * (volatile.molarMassGPerMol / 1000)) };
}
