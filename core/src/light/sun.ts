import { getPosition } from 'suncalc';
import { requireInRange } from '../units/index.ts';

/**
 * Band that cures: 340 to 415 nm. Outside the air it carries about 85 W/m²; 385 to 415 nm alone, 42, came out twice too slow.
 * @source ASTM E490 (2000), summed
 */
const BAND_W_PER_M2 = 85;
const MIDDLE_UM = 0.4;
const TURBIDITY = 0.08;
/** @source Kasten & Young (1989); Leckner (1978) for air; Ångström (1929) for dust */
const RAYLEIGH = 0.008735 * MIDDLE_UM ** -4.08;
const DUST = TURBIDITY * MIDDLE_UM ** -1.3;
/** Share of what air scatters that comes down, and of what dust scatters. @source Bird & Riordan (1986) */
const AIR_FORWARD = 0.5;
const DUST_FORWARD = 0.84;
export const DEFAULT_ALBEDO = 0.15;
const MW_PER_CM2_PER_W_PER_M2 = 0.1;
/** Honest range: haze, ozone. */
const RANGE = [0.5, 2] as const;
/** What window glass lets through of this band. An engineering guess. */
const BEHIND_GLASS = 0.6;

/** Before anybody said where the sill is: a middling latitude and a half-covered sky. */
export const UNSAID_SKY = { latDeg: 50, lonDeg: 0, cloudShare: 0.5 } as const;

export type SunAt = {
  readonly latDeg: number;
  readonly lonDeg: number;
  readonly atMs: number;
  /** of the sky that is covered, 0 to 1 */
  readonly cloudShare?: number | undefined;
  /** of the ground about, default 0.15 */
  readonly albedo?: number | undefined;
  /** the part lies behind window glass */
  readonly behindGlass?: boolean | undefined;
};
export type SunLight = {
  readonly elevationDeg: number;
  /** mean over a part that is turned all round, outdoors */
  readonly mWPerCm2: number;
  readonly range: readonly [number, number];
};

/**
 * Light of the sun and sky on a part that is turned all round: (DNI/4 + DHI/2 + albedo·GHI/2)(1 − 0.75 N^3.4),
 * DNI = E0/r² e^{−m(τ_R+τ_A)}, m by Kasten and Young.
 * @throws RangeError for a place or a share that cannot be
 * @source Kasten & Young (1989); Bird & Riordan (1986); Kasten & Czeplak (1980) for cloud
 */
export function sunLight({
  latDeg,
  lonDeg,
  atMs,
  cloudShare = 0,
  albedo = DEFAULT_ALBEDO,
  behindGlass = false,
}: SunAt): SunLight {
  requireInRange('latDeg', latDeg, -90, 90);
  requireInRange('lonDeg', lonDeg, -180, 180);
  requireInRange('cloudShare', cloudShare, 0, 1);
  requireInRange('albedo', albedo, 0, 1);
  const date = new Date(atMs);
  const elevationDeg = getPosition(date, latDeg, lonDeg).altitude;
  if (elevationDeg <= 0) return { elevationDeg, mWPerCm2: 0, range: [0, 0] };
  const sine = Math.sin((elevationDeg * Math.PI) / 180);
  const airMass = 1 / (sine + 0.50572 * (elevationDeg + 6.07995) ** -1.6364);
  const beyondWPerM2 = BAND_W_PER_M2 * nearerSun(date);
  const air = Math.exp(-airMass * RAYLEIGH);
  const dust = Math.exp(-airMass * DUST);
  const direct = beyondWPerM2 * air * dust;
  const sky = beyondWPerM2 * sine * (AIR_FORWARD * (1 - air) * dust + DUST_FORWARD * air * (1 - dust));
  const ground = direct * sine + sky;
  const clear = (direct / 4 + sky / 2 + (albedo * ground) / 2) * MW_PER_CM2_PER_W_PER_M2;
  const mWPerCm2 = clear * (1 - 0.75 * cloudShare ** 3.4) * (behindGlass ? BEHIND_GLASS : 1);
  return { elevationDeg, mWPerCm2, range: [mWPerCm2 * RANGE[0], mWPerCm2 * RANGE[1]] };
}

/** (mean distance / distance)². @source Spencer (1971), first terms */
function nearerSun(date: Date): number {
  const startMs = Date.UTC(date.getUTCFullYear(), 0, 1);
  const day = (2 * Math.PI * (date.getTime() - startMs)) / (365.25 * 86_400_000);
  return 1.00011 + 0.034221 * Math.cos(day) + 0.00128 * Math.sin(day);
}

/** Dose that the sun and sky gave between two moments, by five-minute means. @returns J/cm² */
export function sunDoseJPerCm2(at: Omit<SunAt, 'atMs'>, fromMs: number, toMs: number): number {
  let dose = 0;
  for (let ms = fromMs; ms < toMs; ms += STEP_MIN * 60_000) {
    const seconds = Math.min(STEP_MIN * 60, (toMs - ms) / 1000);
    dose += (sunLight({ ...at, atMs: ms + 500 * seconds }).mWPerCm2 * seconds) / 1000;
  }
  return dose;
}

const STEP_MIN = 5;
const DAY_MIN = 24 * 60;

/**
 * How long the sun takes to give a dose, from a moment on, step by step as it moves.
 * @param doseJPerCm2 wanted
 * @returns minutes, with the range of the light; undefined within a day when the sun does not give it
 */
export function sunMinutes(
  at: SunAt,
  doseJPerCm2: number,
): { readonly minutes?: number | undefined; readonly range: readonly [number | undefined, number | undefined] } {
  const reach = (factor: number): number | undefined => {
    let dose = 0;
    for (let minute = 0; minute < DAY_MIN; minute += STEP_MIN) {
      const { mWPerCm2 } = sunLight({ ...at, atMs: at.atMs + (minute + STEP_MIN / 2) * 60_000 });
      const more = (factor * mWPerCm2 * STEP_MIN * 60) / 1000;
      if (dose + more >= doseJPerCm2) return minute + (STEP_MIN * (doseJPerCm2 - dose)) / more;
      dose += more;
    }
    return undefined;
  };
  return { minutes: reach(1), range: [reach(RANGE[1]), reach(RANGE[0])] };
}
