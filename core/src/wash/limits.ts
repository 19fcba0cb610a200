import { liquid } from '../liquids/index.ts';
import { BATH_TO_RESIN_DENSITY, type Solvent } from './kinetics.ts';

export type LimitCase = {
  readonly toleranceUm: number;
  readonly dragUm: number;
  readonly startFilmUm: number;
  readonly saturationPctW: number;
  /** base time constant of each stage in a fresh bath, s */
  readonly tauS: readonly [first: number, clean: number];
  readonly timesS: readonly [first: number, clean: number];
  /** share of the tolerance that clinging liquid may use, default ½ */
  readonly clingShare?: number;
};

/** Load at which what clings uses up its share of the tolerance: β·tol/(d·ρ_l/ρ_r). @returns weight % */
export const cleanLimitPctW = (toleranceUm: number, dragUm: number, clingShare = 0.5): number =>
  (100 * clingShare * toleranceUm) / (dragUm * BATH_TO_RESIN_DENSITY);

/**
 * The loads at which two baths still leave a part within tolerance in the given times:
 * C2 = β·tol/(d·ρ_l/ρ_r); C1 = C_sat·{1 − (τ1/t1)·[ln(h0/((1−β)tol)) − (t2/τ2)(1 − C2/C_sat)]}.
 * @returns [first, clean] in weight %, not below 0
 * @source solvent model B: limits follow from the residue a resin tolerates, not from a fixed percent
 */
export function limitPairPctW(limit: LimitCase): readonly [number, number] {
  const share = limit.clingShare ?? 0.5;
  const cleanPct = cleanLimitPctW(limit.toleranceUm, limit.dragUm, share);
  const needed = Math.log(limit.startFilmUm / ((1 - share) * limit.toleranceUm));
  const byClean = (limit.timesS[1] / limit.tauS[1]) * (1 - cleanPct / limit.saturationPctW);
  const firstPct = limit.saturationPctW * (1 - (limit.tauS[0] / limit.timesS[0]) * (needed - byClean));
  return [Math.max(0, Math.min(firstPct, limit.saturationPctW)), Math.max(0, cleanPct)];
}

/**
 * Loads at which a shop with two baths should act: the first when it takes up resin half as fast as fresh (C_sat/2),
 * the clean one when half the tolerance is used up by what clings: β·tol/(d·ρ_l/ρ_r).
 * @returns [first, clean] in weight %
 */
export function actLimitsPctW(solvent: Solvent, toleranceUm: number): readonly [number, number] {
  return [liquid(solvent).saturationPctW / 2, cleanLimitPctW(toleranceUm, liquid(solvent).dragFilmUm)];
}

/** Batches until a bath reaches a load, when each brings in the same resin. @returns 0 when it is past it */
export function batchesLeft(
  bath: { readonly loadPctW: number; readonly liquidG: number },
  limitPctW: number,
  resinPerBatchG: number,
): number {
  if (!(resinPerBatchG > 0)) return Number.POSITIVE_INFINITY;
  const resinG = (bath.liquidG * bath.loadPctW) / 100;
  const limitG = ((bath.liquidG - resinG) * limitPctW) / (100 - limitPctW);
  return Math.max(0, Math.floor((limitG - resinG) / resinPerBatchG));
}
