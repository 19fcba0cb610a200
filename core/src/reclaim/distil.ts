import {
  alcoholWaterActivities,
  saturationPa,
  VOLATILES,
  type Volatile,
  vaporisationJPerMol,
} from '../solvent/index.ts';
import { ATMOSPHERE_PA, GAS_CONSTANT_J_PER_MOL_K, kelvin, requireInRange } from '../units/index.ts';

/** What stands in the pot, g. Resin does not boil. */
export type Charge = { readonly isopropanolG: number; readonly waterG: number; readonly resinG: number };
/** When the heat goes off: whichever comes first. Never to dryness. */
export type StopPoint = {
  /** resin in what is left in the pot, 0–1 */
  readonly resinShare: number;
  readonly potC: number;
  /** what is left in the pot, % of the charge */
  readonly heelPct: number;
};
export const DEFAULT_STOP: StopPoint = { resinShare: 0.5, potC: 95, heelPct: 8 };
export type StopReason = 'resin' | 'pot temperature' | 'heel';

/** The still at one moment. */
export type StillPoint = {
  readonly minutes: number;
  readonly potC: number;
  readonly potG: number;
  readonly resinShare: number;
  readonly distillateG: number;
};
export type Distillation = {
  /** of the liquid put in, what comes over */
  readonly yield: number;
  /** alcohol in what came over, weight % */
  readonly strengthPctW: number;
  readonly minutes: number;
  readonly kWh: number;
  /** as it begins to boil, and as the heat goes off, °C */
  readonly potC: readonly [number, number];
  /** what is left in the pot, with the resin, g */
  readonly sludgeG: number;
  readonly heel: Charge;
  readonly distillate: { readonly isopropanolG: number; readonly waterG: number };
  /** in minus out, g: rounding only */
  readonly balanceErrorG: number;
  readonly stoppedBy: StopReason;
  readonly course: readonly StillPoint[];
};

/** A small still's plug. */
export const USUAL_STILL_W = 400;
/** Share of the plug's power that boils liquid; the rest warms still and room. Engineering guess. */
export const STILL_EFFICIENCY = 0.765;
/** Dissolved resin lowers the vapour a little, as this molar mass would. Engineering guess. */
const RESIN_G_PER_MOL = 500;
/** Heat capacities between 20 and 80 °C, J/gK. @source handbook values */
const HEAT_J_PER_G_K = { isopropanol: 2.9, water: 4.19, resin: 1.9 } as const;
const STEPS = 800;
const COURSE_POINTS = 60;
const COLD_C = 20;

/** Air pressure at a height. @returns Pa @source ISO 2533 standard atmosphere */
export const pressurePa = (altitudeM: number): number => ATMOSPHERE_PA * (1 - 2.25577e-5 * altitudeM) ** 5.25588;

/** Newton's steps until a boiling point moves no more. */
const CLOSE_K = 1e-9;
const MOST_STEPS = 40;

/**
 * Where a mixture boils: γ1 x1 p1(T) + γ2 x2 p2(T) = P, by Newton from a guess. Resin thins both.
 * @returns °C
 * @source Raoult's law with van Laar activities, solvent model F
 */
export function boilingC(pot: Charge, altitudeM = 0, guessC = 85): number {
  const pressure = pressurePa(requireInRange('altitudeM', altitudeM, -400, 5000));
  const [alcohol, water] = activitiesOf(pot);
  let tempC = guessC;
  for (let step = 0; step < MOST_STEPS; step++) {
    const alcoholPa = alcohol * saturationPa(VOLATILES.isopropanol, tempC);
    const waterPa = water * saturationPa(VOLATILES.water, tempC);
    // the logarithm of the pressure is nearly straight in temperature
    const slope =
      (alcoholPa * steepness(VOLATILES.isopropanol, tempC) + waterPa * steepness(VOLATILES.water, tempC)) /
      (alcoholPa + waterPa);
    const by = Math.log(pressure / (alcoholPa + waterPa)) / slope;
    tempC = Math.min(250, Math.max(0, tempC + by));
    if (Math.abs(by) < CLOSE_K) break;
  }
  return tempC;
}
/** d ln p/dT = ΔH/RT². @source Clausius–Clapeyron */
const steepness = (volatile: Volatile, tempC: number): number =>
  vaporisationJPerMol(volatile, tempC) / (GAS_CONSTANT_J_PER_MOL_K * kelvin(tempC) ** 2);

function activitiesOf({ isopropanolG, waterG, resinG }: Charge): readonly [number, number] {
  const [alcohol, water] = alcoholWaterActivities((100 * isopropanolG) / (isopropanolG + waterG));
  const moles = isopropanolG / VOLATILES.isopropanol.molarMassGPerMol + waterG / VOLATILES.water.molarMassGPerMol;
  const thinned = moles / (moles + resinG / RESIN_G_PER_MOL);
  return [alcohol * thinned, water * thinned];
}

/** Alcohol in the vapour over a boiling pot, by mass, 0–1. */
function vapourAlcoholShare(pot: Charge, potC: number): number {
  const [alcohol, water] = activitiesOf(pot);
  const a = alcohol * saturationPa(VOLATILES.isopropanol, potC) * VOLATILES.isopropanol.molarMassGPerMol;
  const w = water * saturationPa(VOLATILES.water, potC) * VOLATILES.water.molarMassGPerMol;
  return a / (a + w);
}

const heatJPerG = (alcoholShare: number, tempC: number): number =>
  (alcoholShare * vaporisationJPerMol(VOLATILES.isopropanol, tempC)) / VOLATILES.isopropanol.molarMassGPerMol +
  ((1 - alcoholShare) * vaporisationJPerMol(VOLATILES.water, tempC)) / VOLATILES.water.molarMassGPerMol;

/**
 * One simple distillation: Rayleigh, dm of vapour at a time, the pot's strength and temperature following.
 * @param powerW at the plug
 * @throws RangeError for nothing to boil, or a power outside 50–5000 W
 * @source Rayleigh (1902); solvent model F
 */
export function distil(
  charge: Charge,
  { powerW, altitudeM = 0, stop = DEFAULT_STOP }: { powerW: number; altitudeM?: number | undefined; stop?: StopPoint },
): Distillation {
  const liquidG = charge.isopropanolG + charge.waterG;
  requireInRange('isopropanolG', charge.isopropanolG, 0, 1e6);
  requireInRange('waterG', charge.waterG, 0, 1e6);
  requireInRange('resinG', charge.resinG, 0, 1e6);
  requireInRange('liquidG', liquidG, 1, 1e6);
  requireInRange('powerW', powerW, 50, 5000);
  const totalG = liquidG + charge.resinG;
  const boilW = powerW * STILL_EFFICIENCY;
  let pot = { ...charge };
  let potC = boilingC(pot, altitudeM);
  const beginsC = potC;
  let seconds = warmUpJ(charge, potC) / boilW;
  const over = { isopropanolG: 0, waterG: 0 };
  const course: StillPoint[] = [];
  let stoppedBy: StopReason | undefined = stopNow(pot, potC, totalG, stop);
  for (let step = 0; !stoppedBy; step++) {
    if (step % Math.floor(STEPS / COURSE_POINTS) === 0) course.push(pointOf(seconds, pot, potC, over));
    const grams = liquidG / STEPS;
    // midpoint: the vapour half-way through the step
    const half = less(pot, grams / 2, vapourAlcoholShare(pot, potC));
    const share = vapourAlcoholShare(half, boilingC(half, altitudeM, potC));
    const after = less(pot, grams, share);
    over.isopropanolG += pot.isopropanolG - after.isopropanolG;
    over.waterG += pot.waterG - after.waterG;
    seconds += (grams * heatJPerG(share, potC)) / boilW;
    pot = after;
    potC = boilingC(pot, altitudeM, potC);
    stoppedBy = stopNow(pot, potC, totalG, stop);
  }
  course.push(pointOf(seconds, pot, potC, over));
  const overG = over.isopropanolG + over.waterG;
  const sludgeG = pot.isopropanolG + pot.waterG + pot.resinG;
  return {
    yield: overG / liquidG,
    strengthPctW: overG > 0 ? (100 * over.isopropanolG) / overG : 0,
    minutes: seconds / 60,
    kWh: (powerW * seconds) / 3.6e6,
    potC: [beginsC, potC],
    sludgeG,
    heel: pot,
    distillate: over,
    balanceErrorG: totalG - overG - sludgeG,
    stoppedBy,
    course,
  };
}

const warmUpJ = (charge: Charge, toC: number): number =>
  (charge.isopropanolG * HEAT_J_PER_G_K.isopropanol +
    charge.waterG * HEAT_J_PER_G_K.water +
    charge.resinG * HEAT_J_PER_G_K.resin) *
  (toC - COLD_C);

function less(pot: Charge, grams: number, alcoholShare: number): Charge {
  // near the end of one of the two, no more of it goes than there is
  const alcohol = Math.min(pot.isopropanolG, Math.max(grams * alcoholShare, grams - pot.waterG));
  const water = Math.min(pot.waterG, grams - alcohol);
  return { isopropanolG: pot.isopropanolG - alcohol, waterG: pot.waterG - water, resinG: pot.resinG };
}

/** Why the heat goes off now, if it does. */
export function stopNow(pot: Charge, potC: number, chargeG: number, stop: StopPoint): StopReason | undefined {
  const potG = pot.isopropanolG + pot.waterG + pot.resinG;
  if (pot.resinG >= stop.resinShare * potG) return 'resin';
  if (potC >= stop.potC) return 'pot temperature';
  if (potG <= (stop.heelPct / 100) * chargeG) return 'heel';
  return undefined;
}

const pointOf = (
  seconds: number,
  pot: Charge,
  potC: number,
  over: { readonly isopropanolG: number; readonly waterG: number },
): StillPoint => {
  const potG = pot.isopropanolG + pot.waterG + pot.resinG;
  return {
    minutes: seconds / 60,
    potC,
    potG,
    resinShare: pot.resinG / potG,
    distillateG: over.isopropanolG + over.waterG,
  };
};

/** The azeotrope: where liquid and vapour are alike. @returns weight % of alcohol, and °C */
export function azeotrope(altitudeM = 0): { readonly strengthPctW: number; readonly boilsC: number } {
  let low = 50;
  let high = 99;
  const richer = (strength: number): boolean => {
    const pot = { isopropanolG: strength, waterG: 100 - strength, resinG: 0 };
    return vapourAlcoholShare(pot, boilingC(pot, altitudeM)) * 100 > strength;
  };
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (richer(middle)) low = middle;
    else high = middle;
  }
  const strengthPctW = (low + high) / 2;
  return {
    strengthPctW,
    boilsC: boilingC({ isopropanolG: strengthPctW, waterG: 100 - strengthPctW, resinG: 0 }, altitudeM),
  };
}
