import { clamp, GAS_CONSTANT_J_PER_MOL_K, kelvin } from '../units/index.ts';
import { type CureConstants, skinDepthMm } from './families.ts';

export const MEDIA = ['air', 'water', 'glycerine', 'nitrogen'] as const;
export type Medium = (typeof MEDIA)[number];

export const MEDIUM_TRANSMISSION: Readonly<Record<Medium, number>> = {
  air: 1,
  water: 0.94,
  glycerine: 0.95,
  nitrogen: 1,
};
const OXYGEN_SHARE: Readonly<Record<Medium, number>> = { air: 1, water: 0.05, glycerine: 0.01, nitrogen: 0 };
const HEAT_TRANSFER_W_PER_M2_K: Readonly<Record<Medium, number>> = {
  air: 12,
  water: 400,
  glycerine: 250,
  nitrogen: 12,
};
const REFERENCE_MW_PER_CM2 = 10;
const INTENSITY_POWER = 0.7;
const ACTIVATION_J_PER_MOL = 18_000;
const DARK_ACTIVATION_J_PER_MOL = 60_000;
const DARK_RATE_PER_S = 9e-4;
const RADICAL_DOSE_J_PER_CM2 = 1;
const CHAMBER_S = 300;
/** Plastic: density 1150 kg/m³ times 1600 J/(kg·K). An engineering guess. */
const HEAT_CAPACITY_J_PER_M3_K = 1.84e6;
/** Warmer than this is a heater's doing: the lamp's own warmth does not add to it, max(T_set, T_room + ΔT_lamp). */
const COMMON_ROOM_C = 25;
export const TIME_STEP_S = 10;

/** Ceiling set by vitrification: x/(λ + (1−λ)x), x = (T + ΔT_v − Tg0)/(Tg1 − Tg0). @source DiBenedetto (1987) */
export function conversionCeiling(c: CureConstants, tempC: number): number {
  const x = clamp((tempC + c.vitrifyK - c.tg0C) / (c.tg1C - c.tg0C), 0, 1);
  return Math.min(c.capConversion, x / (c.lambda + (1 - c.lambda) * x));
}

/** Glass transition at a conversion: Tg0 + (Tg1 − Tg0)·λα/(1 − (1−λ)α). @returns °C @source DiBenedetto (1987) */
export const glassTransitionC = (c: CureConstants, conversion: number): number =>
  c.tg0C + ((c.tg1C - c.tg0C) * c.lambda * conversion) / (1 - (1 - c.lambda) * conversion);

/** Share of the rate that oxygen leaves at the surface: 1/(1 + βχ√(10/I)). */
export const oxygenFactor = (c: CureConstants, medium: Medium, mWPerCm2: number): number =>
  1 / (1 + c.oxygen * OXYGEN_SHARE[medium] * Math.sqrt(REFERENCE_MW_PER_CM2 / mWPerCm2));

/** Colour shift towards yellow after a surface dose: Y∞(1 − e^{−D/Dy}). @returns Δb*; 0 for resins that do not tint */
export const tintDeltaB = (c: CureConstants, doseJPerCm2: number): number =>
  c.tint ? c.tint.endDb * -Math.expm1(-doseJPerCm2 / c.tint.doseJPerCm2) : 0;

export const stiffnessShare = (c: CureConstants, conversion: number): number =>
  clamp((conversion - c.stiffFrom) / (c.capConversion - c.stiffFrom), 0, 1);

/** One stretch of curing under steady settings. */
export type CureConditions = {
  readonly medium: Medium;
  /** light on this spot's own face, and on the face behind it, mW/cm² */
  readonly frontMWPerCm2: number;
  readonly backMWPerCm2: number;
  readonly wallMm: number;
  /** the room, or what a heater holds the chamber at when that is warmer than 25 °C */
  readonly tempC: number;
  readonly lampHeatsK: number;
  /** the chamber is held at tempC from the start and does not warm with the lamp */
  readonly heldAtC?: number;
};

/** What one spot of a part has become. */
export type CureState = {
  readonly surface: number;
  readonly deep: number;
  readonly surfaceDoseJPerCm2: number;
  readonly deepDoseJPerCm2: number;
  readonly chamberC: number;
  readonly partC: number;
};

export const greenState = (c: CureConstants, tempC: number): CureState => ({
  surface: c.green,
  deep: c.green,
  surfaceDoseJPerCm2: 0,
  deepDoseJPerCm2: 0,
  chamberC: tempC,
  partC: tempC,
});

/**
 * Light at a depth from both faces: T_med (E_f e^{−z/Dp} + E_b e^{−(L−z)/Dp}). @returns mW/cm² @source Beer–Lambert; Jacobs (1992)
 */
export const lightAtDepth = (c: CureConstants, at: CureConditions, depthMm: number): number =>
  MEDIUM_TRANSMISSION[at.medium] *
  (at.frontMWPerCm2 * Math.exp(-depthMm / c.dpMm) + at.backMWPerCm2 * Math.exp(-(at.wallMm - depthMm) / c.dpMm));

/**
 * Advances one spot by a time step:
 * α += (α_max − α)(1 − e^{−KΔt}), K = k0 e^{−(Ea/R)(1/T−1/298.15)} (I/10)^0.7 f + kd e^{−(Ed/R)(1/T−1/333.15)} (1 − e^{−D/D_rad}).
 * @source cure model C: Arrhenius rate, oxygen balance at the surface only, dark reaction of trapped radicals
 */
export function advance(c: CureConstants, at: CureConditions, state: CureState, stepS: number): CureState {
  const inLiquid = at.medium === 'water' || at.medium === 'glycerine';
  const lit = at.frontMWPerCm2 + at.backMWPerCm2 > 0;
  const roomC = Math.min(at.tempC, COMMON_ROOM_C);
  const chamberGoalC = at.heldAtC ?? Math.max(at.tempC, roomC + (lit ? at.lampHeatsK : 0));
  const chamberC = approach(state.chamberC, chamberGoalC, stepS, CHAMBER_S * (inLiquid ? 4 : 1));
  const transfer = HEAT_TRANSFER_W_PER_M2_K[at.medium];
  const meanMWPerCm2 = (at.frontMWPerCm2 + at.backMWPerCm2) / 2;
  const partS = (HEAT_CAPACITY_J_PER_M3_K * (at.wallMm / 2000)) / transfer;
  const partC = approach(state.partC, chamberC + (7 * meanMWPerCm2) / transfer, stepS, partS);

  const depthMm = skinDepthMm(c, at.wallMm);
  const surfaceLight = lightAtDepth(c, at, 0);
  const deepLight = lightAtDepth(c, at, depthMm);
  const ceiling = conversionCeiling(c, partC);
  const warmth = arrhenius(ACTIVATION_J_PER_MOL, partC, 25);
  const darkWarmth = DARK_RATE_PER_S * arrhenius(DARK_ACTIVATION_J_PER_MOL, partC, 60);
  const grow = (conversion: number, light: number, oxygen: number, doseJPerCm2: number): number => {
    const photo = light > 0 ? c.k0PerS * warmth * (light / REFERENCE_MW_PER_CM2) ** INTENSITY_POWER * oxygen : 0;
    const dark = darkWarmth * -Math.expm1(-doseJPerCm2 / RADICAL_DOSE_J_PER_CM2);
    return conversion + Math.max(0, ceiling - conversion) * -Math.expm1(-(photo + dark) * stepS);
  };
  const oxygen = surfaceLight > 0 ? oxygenFactor(c, at.medium, surfaceLight) : 0;
  return {
    surface: grow(state.surface, surfaceLight, oxygen, state.surfaceDoseJPerCm2),
    deep: grow(state.deep, deepLight, 1, state.deepDoseJPerCm2),
    surfaceDoseJPerCm2: state.surfaceDoseJPerCm2 + (surfaceLight * stepS) / 1000,
    deepDoseJPerCm2: state.deepDoseJPerCm2 + (deepLight * stepS) / 1000,
    chamberC,
    partC,
  };
}

const approach = (from: number, goal: number, stepS: number, tauS: number): number =>
  goal + (from - goal) * Math.exp(-stepS / tauS);

const arrhenius = (activationJ: number, tempC: number, referenceC: number): number =>
  Math.exp((-activationJ / GAS_CONSTANT_J_PER_MOL_K) * (1 / kelvin(tempC) - 1 / kelvin(referenceC)));
