import { ATMOSPHERE_PA, GAS_CONSTANT_J_PER_MOL_K, kelvin, requireInRange } from '../units/index.ts';
import type { Solvent } from '../wash/index.ts';
import {
  alcoholWaterActivities,
  diffusivityM2PerS,
  isAlcohol,
  saturationPa,
  VOLATILES,
  type Volatile,
  volatileOf,
} from './properties.ts';

export const LIDS = ['open', 'ajar', 'closed'] as const;
export type Lid = (typeof LIDS)[number];
/** Share of the open-bath loss that each lid lets out. Engineering guesses. */
export const LID_SHARE: Readonly<Record<Lid, number>> = { open: 1, ajar: 0.15, closed: 0.005 };
const AIR_KINEMATIC_M2_PER_S = 1.5e-5;
const STILL_AIR_PER_M = 10.8;

export type BathSurface = {
  readonly strengthPctW: number;
  readonly tempC: number;
  readonly humidityPct: number;
  readonly airMPerS: number;
  /** length of the surface along the air flow, m */
  readonly lengthM: number;
  /** from liquid to rim, m */
  readonly freeboardM: number;
  readonly lid: Lid;
  /** default isopropanol; water and detergent lose only water */
  readonly solvent?: Solvent;
};

export type Flux = { readonly alcoholKgPerM2H: number; readonly waterKgPerM2H: number };

/**
 * What an alcohol bath loses to the air (water may be gained: negative):
 * N = kMP/(RT) · ln[(P − p_amb)/(P − p_s)] · lid, 1/k = 1/k_ext + Hf/(3D),
 * k_ext = max(0.0048 U^{7/9} Z^{−1/9} Sc^{−2/3}, 10.8 D).
 * @returns kg per m² and hour
 * @throws RangeError outside 0–60 °C, 0–100 %
 * @source Mackay & Matsugu (1973) for k_ext; Stefan (1874) diffusion through stagnant air for the freeboard
 */
export function evaporationFlux(surface: BathSurface): Flux {
  requireInRange('tempC', surface.tempC, 0, 60);
  requireInRange('humidityPct', surface.humidityPct, 0, 100);
  const solvent = surface.solvent ?? 'isopropanol';
  const [alcohol, water] = alcoholWaterActivities(isAlcohol(solvent) ? surface.strengthPctW : 0);
  const ambientWaterPa = (surface.humidityPct / 100) * saturationPa(VOLATILES.water, surface.tempC);
  return {
    alcoholKgPerM2H: fluxOf(volatileOf(solvent), alcohol, 0, surface),
    waterKgPerM2H: fluxOf(VOLATILES.water, water, ambientWaterPa, surface),
  };
}

function fluxOf(volatile: Volatile, activity: number, ambientPa: number, surface: BathSurface): number {
  const diffusivity = diffusivityM2PerS(volatile, surface.tempC);
  const schmidt = AIR_KINEMATIC_M2_PER_S / diffusivity;
  const windMPerS = 0.0048 * surface.airMPerS ** (7 / 9) * surface.lengthM ** (-1 / 9) * schmidt ** (-2 / 3);
  const outerMPerS = Math.max(windMPerS, STILL_AIR_PER_M * diffusivity);
  const transferMPerS = 1 / (1 / outerMPerS + surface.freeboardM / (3 * diffusivity));
  const surfacePa = activity * saturationPa(volatile, surface.tempC);
  const drive = Math.log((ATMOSPHERE_PA - ambientPa) / (ATMOSPHERE_PA - surfacePa));
  const molarDensity = ATMOSPHERE_PA / (GAS_CONSTANT_J_PER_MOL_K * kelvin(surface.tempC));
  return transferMPerS * (volatile.molarMassGPerMol / 1000) * molarDensity * drive * LID_SHARE[surface.lid] * 3600;
}

const IDLE_AIR_M_PER_S = 0.1;
const FREEBOARD_M = 0.05;

export type IdleBath = {
  /** what is in it now, resin left out */
  readonly held: { readonly solventG: number; readonly waterG: number };
  readonly surfaceM2: number;
  readonly solvent: Solvent;
  readonly lid: Lid;
};
export type Loss = { readonly alcoholG: number; readonly waterG: number };

/** Going by steps, at most this share of the bath goes in one: its strength changes on the way. */
const STEP_SHARE = 0.01;
const LEAST_G = 0.5;

/**
 * What a bath that stands in room air loses in some hours, by steps: as the alcohol goes the strength falls, water that is taken up
 * comes to rest where the bath and the room hold each other, and nothing goes that is not there.
 * @returns g; water may be taken up: negative
 */
export function idleLoss(
  bath: IdleBath,
  room: { readonly tempC: number; readonly humidityPct: number },
  hours: number,
): Loss {
  let { solventG, waterG } = bath.held;
  let leftH = Math.max(0, hours);
  while (leftH > 0 && solventG + waterG > LEAST_G) {
    const flux = evaporationFlux({
      strengthPctW: (100 * solventG) / (solventG + waterG),
      lid: bath.lid,
      solvent: bath.solvent,
      ...room,
      airMPerS: IDLE_AIR_M_PER_S,
      lengthM: Math.sqrt(bath.surfaceM2),
      freeboardM: FREEBOARD_M,
    });
    const alcoholGPerH = flux.alcoholKgPerM2H * bath.surfaceM2 * 1000;
    const waterGPerH = flux.waterKgPerM2H * bath.surfaceM2 * 1000;
    const fastest = Math.max(Math.abs(alcoholGPerH), Math.abs(waterGPerH), 1e-12);
    const stepH = Math.min(leftH, (STEP_SHARE * (solventG + waterG)) / fastest);
    solventG = Math.max(0, solventG - alcoholGPerH * stepH);
    waterG = Math.max(0, waterG - waterGPerH * stepH);
    leftH -= stepH;
  }
  return { alcoholG: bath.held.solventG - solventG, waterG: bath.held.waterG - waterG };
}
