import { diffusivityM2PerS, saturationPa, volatileOf } from '../solvent/properties.ts';
import { ATMOSPHERE_PA, GAS_CONSTANT_J_PER_MOL_K, kelvin, requireInRange } from '../units/index.ts';
import type { Solvent } from '../wash/index.ts';

/** Film that stays at the bottom of a blind hole after it was blown out. An engineering guess. */
const BOTTOM_FILM_MM = 0.1;

/**
 * Time for the last film in a blind hole to leave through the air standing in it:
 * t = (ρ/M)·δ·L / (D·c·ln(P/(P − p_s))), c = P/RT.
 * @param depthMm depth of the hole L, 0–300
 * @returns s; 0 for no depth
 * @source Stefan (1874), diffusion through a stagnant column
 */
export function pocketDryS(solvent: Solvent, depthMm: number, tempC: number): number {
  requireInRange('depthMm', depthMm, 0, 300);
  const volatile = volatileOf(solvent);
  const molPerM3 = (volatile.densityGPerMl20 * 1e6) / volatile.molarMassGPerMol;
  const airMolPerM3 = ATMOSPHERE_PA / (GAS_CONSTANT_J_PER_MOL_K * kelvin(tempC));
  const drive = Math.log(ATMOSPHERE_PA / (ATMOSPHERE_PA - saturationPa(volatile, tempC)));
  const film = BOTTOM_FILM_MM / 1000;
  return (molPerM3 * film * (depthMm / 1000)) / (diffusivityM2PerS(volatile, tempC) * airMolPerM3 * drive);
}
