import { GRAVITY_M_PER_S2, requireInRange } from '../units/index.ts';
import {
  DEFAULT_PULL_MM_PER_S,
  DEFAULT_ROOM_C,
  DEFAULT_SURFACE_TENSION_N_PER_M,
  drainedFilmUm,
  type ResinLiquid,
  viscosityMPaS,
  withdrawalFilmUm,
} from './film.ts';

/** Faces at every slope drain slower than upright ones: mean of 1/√cosθ over a sphere of orientations. */
export const ORIENTATION_FACTOR = 1.198;
/** Struts hold more than their area says, at every fork. An engineering guess. */
export const SUPPORT_FACTOR = 1.8;

export type Plateful = {
  readonly areaMm2: number;
  readonly heightMm: number;
  readonly dripS: number;
  readonly supportAreaMm2?: number | undefined;
  readonly plateAreaMm2?: number | undefined;
  /** liquid held in cups and blind holes as the plate hangs */
  readonly trappedMm3?: number | undefined;
  readonly tempC?: number | undefined;
  readonly pullMmPerS?: number | undefined;
  /** leaves out the withdrawal bound: only draining is counted */
  readonly uncapped?: boolean | undefined;
};

export type CarryOver = {
  readonly viscosityMPaS: number;
  readonly withdrawalFilmUm: number;
  readonly meanFilmUm: number;
  /** resin that comes off the printer on parts and plate */
  readonly grams: number;
};

/**
 * Resin still on parts and plate after dripping:
 * g = ρ [1.198·A·h̄ + 1.198·k·A_sup·h̄ + A_plate·h̄ + P·l_c²/2 + V_trap], P the rim of the plate (4√A_plate).
 * @throws RangeError for a size, time or temperature outside physics
 * @source solvent model A; Landau–Levich (1942), Jeffreys (1930)
 */
export function carryOver(liquid: ResinLiquid, plateful: Plateful): CarryOver {
  requireInRange('viscosityMPaS25', liquid.viscosityMPaS25, 1, 100_000);
  requireInRange('densityGPerMl', liquid.densityGPerMl, 0.5, 3);
  requireInRange('areaMm2', plateful.areaMm2, 0);
  const plateAreaMm2 = requireInRange('plateAreaMm2', plateful.plateAreaMm2 ?? 0, 0);
  const supportAreaMm2 = requireInRange('supportAreaMm2', plateful.supportAreaMm2 ?? 0, 0);
  const trappedMm3 = requireInRange('trappedMm3', plateful.trappedMm3 ?? 0, 0);
  const pullMmPerS = requireInRange('pullMmPerS', plateful.pullMmPerS ?? DEFAULT_PULL_MM_PER_S, 1e-3, 1000);

  const flow = viscosityMPaS(liquid, plateful.tempC ?? DEFAULT_ROOM_C);
  const startFilmUm = withdrawalFilmUm(liquid, flow, pullMmPerS);
  const drain = { heightMm: plateful.heightMm, dripS: plateful.dripS };
  const meanFilmUm = drainedFilmUm(liquid, flow, {
    ...drain,
    startFilmUm: plateful.uncapped && plateful.dripS > 0 ? Number.POSITIVE_INFINITY : startFilmUm,
  });

  const filmMm = meanFilmUm / 1000;
  const tension = liquid.surfaceTensionNPerM ?? DEFAULT_SURFACE_TENSION_N_PER_M;
  const capillaryMm2 = (tension / (liquid.densityGPerMl * 1000 * GRAVITY_M_PER_S2)) * 1e6;
  const rimMm3 = (4 * Math.sqrt(plateAreaMm2) * capillaryMm2) / 2;
  const wettedMm2 = ORIENTATION_FACTOR * (plateful.areaMm2 + SUPPORT_FACTOR * supportAreaMm2) + plateAreaMm2;
  const grams = (liquid.densityGPerMl * (wettedMm2 * filmMm + rimMm3 + trappedMm3)) / 1000;
  return { viscosityMPaS: flow, withdrawalFilmUm: startFilmUm, meanFilmUm, grams };
}
