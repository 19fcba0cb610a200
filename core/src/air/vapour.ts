import { VOLATILES } from '../solvent/index.ts';
import { ATMOSPHERE_PA, GAS_CONSTANT_J_PER_MOL_K, kelvin, requireInRange } from '../units/index.ts';

/** Limits that a workshop takes from its data sheet and local codes, ppm. */
export type VapourLimits = { readonly meanPpm: number; readonly shortPpm: number };
/** Common figures for isopropanol; many places use others. */
export const USUAL_VAPOUR_LIMITS: VapourLimits = { meanPpm: 400, shortPpm: 500 };
/** Lower flammable limit of isopropanol in air, % by volume. @source handbook value */
export const FLAMMABLE_FROM_PCT_V = 2.0;
const PPM_PER_PCT_V = 10_000;
export const FLAMMABLE_FROM_PPM = FLAMMABLE_FROM_PCT_V * PPM_PER_PCT_V;

/** ppm by volume of a mass of vapour in each m³: C·RT/(P·M). */
export const ppmOf = (gPerM3: number, tempC = 20): number =>
  (1e6 * gPerM3 * GAS_CONSTANT_J_PER_MOL_K * kelvin(tempC)) / (ATMOSPHERE_PA * VOLATILES.isopropanol.molarMassGPerMol);

export type Air = {
  readonly roomM3: number;
  readonly airChangesPerH: number;
  /** default 20 */
  readonly tempC?: number | undefined;
};

/**
 * Vapour in well-mixed air some hours later: dC/dt = G/V − λC.
 * @param fromGPerM3 what is there already
 * @returns g/m³
 * @source solvent model G
 */
export function airAfter(air: Air, sourcesGPerH: number, hours: number, fromGPerM3 = 0): number {
  const { roomM3, airChangesPerH: rate } = air;
  requireInRange('roomM3', roomM3, 1, 1e6);
  requireInRange('airChangesPerH', rate, 0, 500);
  requireInRange('sourcesGPerH', sourcesGPerH, 0, 1e7);
  requireInRange('hours', hours, 0, 1e5);
  if (rate * hours < 1e-9) return fromGPerM3 + (sourcesGPerH / roomM3) * hours;
  const steady = sourcesGPerH / (roomM3 * rate);
  return steady + (fromGPerM3 - steady) * Math.exp(-rate * hours);
}

/** Hours until the air holds so much. @returns undefined where it never does; 0 where it does already */
export function hoursUntil(air: Air, sourcesGPerH: number, gPerM3: number, fromGPerM3 = 0): number | undefined {
  const { roomM3, airChangesPerH: rate } = air;
  if (fromGPerM3 >= gPerM3) return 0;
  if (rate < 1e-9) return sourcesGPerH > 0 ? ((gPerM3 - fromGPerM3) * roomM3) / sourcesGPerH : undefined;
  const steady = sourcesGPerH / (roomM3 * rate);
  return steady > gPerM3 ? Math.log((steady - fromGPerM3) / (steady - gPerM3)) / rate : undefined;
}

export type VapourVerdict = 'within limits' | 'over the mean limit' | 'over the short limit' | 'could burn';
export type VapourReply = {
  readonly ppm: number;
  readonly ppmSteady: number;
  /** of what could burn, % */
  readonly lflPct: number;
  /** if all that was spilled were in the air at once */
  readonly spillBoundPpm?: number;
  readonly verdict: VapourVerdict;
  /** until the first limit is passed */
  readonly minutesToLimit?: number;
};
/** A quarter of what could burn is as good as a fire: everything off, everybody out. */
export const UNSAFE_LFL_PCT = 25;
const DENSITY_G_PER_ML = VOLATILES.isopropanol.densityGPerMl20;

/**
 * A room after some hours with open baths, and what a spill could make of it.
 * @throws RangeError outside physics
 * @source solvent model G
 */
export function vapourInRoom(
  air: Air,
  use: {
    readonly sourcesGPerH: number;
    readonly hours: number;
    readonly spillMl?: number | undefined;
    readonly limits?: VapourLimits;
  },
): VapourReply {
  const { tempC = 20, roomM3, airChangesPerH: rate } = air;
  const limits = use.limits ?? USUAL_VAPOUR_LIMITS;
  const ppm = ppmOf(airAfter(air, use.sourcesGPerH, use.hours), tempC);
  const ppmSteady = rate > 0 ? ppmOf(use.sourcesGPerH / (roomM3 * rate), tempC) : Number.POSITIVE_INFINITY;
  const spillBoundPpm =
    use.spillMl === undefined ? undefined : ppmOf((use.spillMl * DENSITY_G_PER_ML) / roomM3, tempC) + ppm;
  const worst = Math.max(ppm, spillBoundPpm ?? 0);
  const soonest = Math.min(limits.meanPpm, limits.shortPpm);
  const hours = hoursUntil(air, use.sourcesGPerH, soonest / ppmOf(1, tempC));
  return {
    ppm,
    ppmSteady,
    lflPct: (100 * worst) / FLAMMABLE_FROM_PPM,
    ...(spillBoundPpm === undefined ? {} : { spillBoundPpm }),
    verdict: verdictOf(worst, ppm, limits),
    ...(hours === undefined ? {} : { minutesToLimit: 60 * hours }),
  };
}

function verdictOf(worstPpm: number, ppm: number, limits: VapourLimits): VapourVerdict {
  if (worstPpm >= (UNSAFE_LFL_PCT / 100) * FLAMMABLE_FROM_PPM) return 'could burn';
  if (worstPpm > limits.shortPpm) return 'over the short limit';
  return ppm > limits.meanPpm ? 'over the mean limit' : 'within limits';
}
