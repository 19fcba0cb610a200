import { type Breach, rangeNotes } from '../units/index.ts';

/** Constants of the conversion model. Invented, tuned defaults to be calibrated; never measurements. */
export type CureConstants = {
  /** photo rate at 25 °C and 10 mW/cm², 1/s */
  readonly k0PerS: number;
  /** penetration depth */
  readonly dpMm: number;
  /** conversion of a green part */
  readonly green: number;
  readonly tg0C: number;
  readonly tg1C: number;
  /** conversion at which the surface is tack-free, and the skin cured */
  readonly tack: number;
  readonly deep: number;
  /** surface dose at which it turns brittle, J/cm² */
  readonly brittleJPerCm2: number;
  readonly lambda: number;
  /** vitrification runs this far ahead of temperature, K */
  readonly vitrifyK: number;
  readonly capConversion: number;
  /** oxygen inhibition at 10 mW/cm² */
  readonly oxygen: number;
  /** skin thickness in penetration depths; half the wall at most */
  readonly skinDepths: number;
  /** cure must reach the middle of the wall */
  readonly toMiddle: boolean;
  readonly stiffFrom: number;
  readonly tint?: { readonly endDb: number; readonly doseJPerCm2: number; readonly limitDb: number } | undefined;
};

export const CURE_FAMILIES = [
  'standard opaque',
  'clear',
  'tough',
  'flexible',
  'water-wash',
  'casting pattern',
  'filled',
  'high-temperature',
  'skin-contact clear',
] as const;
export type CureFamily = (typeof CURE_FAMILIES)[number];

/** Constants that most resins share; a card need only give the others. */
export const COMMON_CONSTANTS = {
  lambda: 0.45,
  vitrifyK: 25,
  capConversion: 0.96,
  oxygen: 1.8,
  skinDepths: 1.5,
  toMiddle: false,
  stiffFrom: 0.42,
} as const;

export const FAMILY_CONSTANTS: Readonly<Record<CureFamily, CureConstants>> = {
  'standard opaque': {
    ...COMMON_CONSTANTS,
    k0PerS: 0.006,
    dpMm: 0.15,
    green: 0.6,
    tg0C: -30,
    tg1C: 110,
    tack: 0.68,
    deep: 0.64,
    brittleJPerCm2: 25,
  },
  clear: {
    ...COMMON_CONSTANTS,
    k0PerS: 0.006,
    dpMm: 1.5,
    green: 0.6,
    tg0C: -30,
    tg1C: 105,
    tack: 0.68,
    deep: 0.64,
    brittleJPerCm2: 25,
    toMiddle: true,
    tint: { endDb: 12, doseJPerCm2: 13, limitDb: 4 },
  },
  tough: {
    ...COMMON_CONSTANTS,
    k0PerS: 0.0034,
    dpMm: 0.2,
    green: 0.58,
    tg0C: -40,
    tg1C: 103,
    tack: 0.66,
    deep: 0.62,
    brittleJPerCm2: 60,
    lambda: 0.43,
  },
  flexible: {
    ...COMMON_CONSTANTS,
    k0PerS: 0.005,
    dpMm: 0.3,
    green: 0.6,
    tg0C: -60,
    tg1C: 15,
    tack: 0.78,
    deep: 0.7,
    brittleJPerCm2: 18,
  },
  'water-wash': {
    ...COMMON_CONSTANTS,
    k0PerS: 0.0048,
    dpMm: 0.18,
    green: 0.58,
    tg0C: -30,
    tg1C: 100,
    tack: 0.67,
    deep: 0.62,
    brittleJPerCm2: 20,
  },
  'casting pattern': {
    ...COMMON_CONSTANTS,
    k0PerS: 0.002,
    dpMm: 0.25,
    green: 0.52,
    tg0C: -25,
    tg1C: 90,
    tack: 0.72,
    deep: 0.62,
    brittleJPerCm2: 120,
    oxygen: 25,
    skinDepths: 2.5,
  },
  filled: {
    ...COMMON_CONSTANTS,
    k0PerS: 0.005,
    dpMm: 0.12,
    green: 0.5,
    tg0C: -10,
    tg1C: 150,
    tack: 0.56,
    deep: 0.53,
    brittleJPerCm2: 60,
    stiffFrom: 0.25,
  },
  'high-temperature': {
    ...COMMON_CONSTANTS,
    k0PerS: 0.0032,
    dpMm: 0.25,
    green: 0.4,
    tg0C: -5,
    tg1C: 230,
    tack: 0.455,
    deep: 0.43,
    brittleJPerCm2: 80,
    lambda: 0.4,
    vitrifyK: 30,
    stiffFrom: 0.15,
  },
  'skin-contact clear': {
    ...COMMON_CONSTANTS,
    k0PerS: 0.006,
    dpMm: 1.2,
    green: 0.6,
    tg0C: -40,
    tg1C: 100,
    tack: 0.76,
    deep: 0.74,
    brittleJPerCm2: 40,
    toMiddle: true,
    tint: { endDb: 10, doseJPerCm2: 30, limitDb: 4 },
  },
};

/**
 * Families that are cured until they are strong, not until they are dry to the touch, and after how many minutes of a lamp of
 * 10 mW/cm² where their card says none. Usual figures of data sheets.
 */
export const STRONG_BY: Readonly<Partial<Record<CureFamily, { readonly minutes?: number }>>> = {
  tough: { minutes: 20 },
  'casting pattern': { minutes: 30 },
  'water-wash': { minutes: 10 },
  'high-temperature': {},
};

/** Depth, from the face, to which a wall must be cured. */
export function skinDepthMm(constants: CureConstants, wallMm: number): number {
  return constants.toMiddle ? wallMm / 2 : Math.min(wallMm / 2, constants.skinDepths * constants.dpMm);
}

/** Every way a set of constants breaks the model. Empty when it can be used. */
export function validateCureConstants(c: CureConstants): readonly Breach[] {
  const breaches: Breach[] = [];
  const within = rangeNotes(breaches);
  within('k0PerS', c.k0PerS, 1e-5, 1);
  within('dpMm', c.dpMm, 0.01, 20);
  within('green', c.green, 0.05, 0.95);
  within('tack', c.tack, c.green, 0.99);
  within('deep', c.deep, c.green, 0.99);
  within('tg1C', c.tg1C, c.tg0C + 1, 400);
  within('brittleJPerCm2', c.brittleJPerCm2, 0.1, 10_000);
  return breaches;
}
