import { saturationPa, VOLATILES, type Volatile, volatileOf } from '../solvent/properties.ts';
import { GRAVITY_M_PER_S2, requireInRange } from '../units/index.ts';
import type { Solvent } from '../wash/index.ts';
import { dryingFace } from './wetBulb.ts';

export const AIRS = ['still', 'fan', 'jet', 'warm'] as const;
export type Air = (typeof AIRS)[number];
/** Air speed over the part. Engineering guesses that give the drying times seen at a bench. */
const AIR_M_PER_S: Readonly<Record<Air, number>> = { still: 0.055, fan: 2.4, jet: 25, warm: 0.5 };
const WARM_AIR_C = 45;
const FACE_LENGTH_M = 0.05;
/** Solvent moves through a swollen skin at about this rate. An engineering guess. */
const SKIN_DIFFUSIVITY_M2_PER_S = 1e-12;
/** Thinnest layer that fine relief holds, µm. */
const RELIEF_FILM_UM = 3;

export type DryRequest = {
  readonly solvent: Solvent;
  readonly tempC?: number | undefined;
  readonly humidityPct?: number | undefined;
  readonly air: Air;
  /** liquid film on the faces; default: what drains in 10 s over 60 mm */
  readonly filmUm?: number | undefined;
  /** deepest puddle in a corner or pocket, default 0 */
  readonly puddleMm?: number | undefined;
};
export type DryAnswer = { readonly seconds: number; readonly wetBulbC: number; readonly filmUm: number };

/**
 * Film of solvent left on a lifted part: min(0.944 √(σ/ρg) Ca^⅔, √(μz/ρgt)) + 3 µm.
 * @returns µm
 * @source Landau & Levich (1942), Jeffreys (1930)
 */
export function solventFilmUm(volatile: Volatile, drain = { heightMm: 60, drainS: 10, pullMmPerS: 20 }): number {
  const viscosity = volatile.viscosityMPaS20 / 1000;
  const tension = volatile.surfaceTensionNPerM;
  const weight = volatile.densityGPerMl20 * 1000 * GRAVITY_M_PER_S2;
  const pulledM = 0.944 * Math.sqrt(tension / weight) * ((viscosity * drain.pullMmPerS) / 1000 / tension) ** (2 / 3);
  const drainedM = Math.sqrt((viscosity * drain.heightMm) / 1000 / (weight * drain.drainS));
  return Math.min(pulledM, drainedM) * 1e6 + RELIEF_FILM_UM;
}

/**
 * Time until the deepest wet spot is dry: (film + puddle)·ρ / flux at the wet-bulb temperature.
 * The matte look, not this time, opens the gate to curing.
 * @returns s
 * @throws RangeError outside 5–60 °C, 0–100 %, 0–20 mm
 */
export function dryTime(request: DryRequest): DryAnswer {
  const roomC = requireInRange('tempC', request.tempC ?? 22, 5, 60);
  const roomHumidityPct = requireInRange('humidityPct', request.humidityPct ?? 50, 0, 100);
  const volatile = volatileOf(request.solvent);
  const filmUm = requireInRange('filmUm', request.filmUm ?? solventFilmUm(volatile), 0, 20_000);
  const puddleMm = requireInRange('puddleMm', request.puddleMm ?? 0, 0, 20);
  const tempC = request.air === 'warm' ? Math.max(WARM_AIR_C, roomC) : roomC;
  const humidityPct = roomHumidityPct * (saturationPa(VOLATILES.water, roomC) / saturationPa(VOLATILES.water, tempC));
  const face = dryingFace(volatile, { tempC, humidityPct, airMPerS: AIR_M_PER_S[request.air], lengthM: FACE_LENGTH_M });
  const liquidKgPerM2 = (filmUm / 1000 + puddleMm) * volatile.densityGPerMl20;
  return { seconds: liquidKgPerM2 / face.fluxKgPerM2S, wetBulbC: face.wetBulbC, filmUm };
}

/**
 * Time for solvent that soaked into the skin to leave again: L²/D with L = √(D·exposure), so as long as it soaked.
 * @param skinUm soaked depth; 30 µm takes 15 min, 100 µm 2.8 h
 * @returns s
 * @source Fick's second law, diffusion length
 */
export const soakedRestS = (skinUm: number): number => (skinUm * 1e-6) ** 2 / SKIN_DIFFUSIVITY_M2_PER_S;

/** Depth a skin soaks to in solvent. @returns µm */
export const soakedDepthUm = (exposureS: number): number => Math.sqrt(SKIN_DIFFUSIVITY_M2_PER_S * exposureS) * 1e6;
