import { BATH_TO_RESIN_DENSITY } from './kinetics.ts';

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

/**
 * The loads at which two baths still leave a part within tolerance in the given times:
 * C2 = β·tol/(d·ρ_l/ρ_r); C1 = C_sat·{1 − (τ1/t1)·[ln(h0/((1−β)tol)) − (t2/τ2)(1 − C2/C_sat)]}.
 * @returns [first, clean] in weight %, not below 0
 * @source solvent model B: limits follow from the residue a resin tolerates, not from a fixed percent
 */
export function limitPairPctW(limit: LimitCase): readonly [number, number] {
  const share = limit.clingShare ?? 0.5;
  const cleanPct = (100 * share * limit.toleranceUm) / (limit.dragUm * BATH_TO_RESIN_DENSITY);
  const needed = Math.log(limit.startFilmUm / ((1 - share) * limit.toleranceUm));
  const byClean = (limit.timesS[1] / limit.tauS[1]) * (1 - cleanPct / limit.saturationPctW);
  const firstPct = limit.saturationPctW * (1 - (limit.tauS[0] / limit.timesS[0]) * (needed - byClean));
  return [Math.max(0, Math.min(firstPct, limit.saturationPctW)), Math.max(0, cleanPct)];
}
