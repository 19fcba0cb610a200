import { clamp, GRAVITY_M_PER_S2, plainNumber, requireInRange } from '../units/index.ts';

export type DipRequest = {
  /** thickness of the wall that must soften, mm */
  readonly thicknessMm: number;
  readonly bathC: number;
  /** softening point of the uncured part */
  readonly greenTgC: number;
  /** how far the thinnest feature reaches out, mm */
  readonly spanMm?: number | undefined;
  /** thickness of that feature, default `thicknessMm` */
  readonly featureMm?: number | undefined;
};
export type DipAnswer = {
  readonly seconds: number;
  /** droop of that feature in the bath, mm */
  readonly sagMm: number;
  /** stiffness left at the bath's temperature, MPa */
  readonly modulusMPa: number;
  readonly warning?: { readonly code: 'TOO_COLD' | 'SAGS' | 'TOO_HOT'; readonly message: string } | undefined;
};

const FILM_W_PER_M2K = 500;
const CONDUCTIVITY_W_PER_MK = 0.2;
const DIFFUSIVITY_M2_PER_S = 1.17e-7;
/** The middle is warm when it has come this far from room to bath. */
const WARM_SHARE = 0.9;
/** Green stiffness well below and well above the softening point, and the width of the fall. Engineering guesses. */
const GLASSY_MPA = 900;
const RUBBERY_MPA = 3;
const FALL_WIDTH_K = 5;
/** Resin less the water it displaces. */
const BUOYANT_KG_PER_M3 = 130;
const SAG_SHARE_WORTH_A_WORD = 0.05;
/** Above this a hand cannot hold and water burns. */
const HOTTEST_C = 65;

/**
 * Seconds in warm water until the middle of a wall has taken 90 % of the step: one-term series for a slab with a film,
 * θ = C₁·e^(−ζ²·αt/a²), ζ·tan ζ = h·a/k, C₁ = 4 sin ζ/(2ζ + sin 2ζ).
 * @param thicknessMm whole wall, heated from both faces, 0.1–50
 * @returns s
 * @source Heisler (1947), one-term approximation; h 500 W/m²K still water, k 0.2 W/mK, α 1.17e-7 m²/s: engineering guesses
 */
export function dipS(thicknessMm: number): number {
  const halfM = requireInRange('thicknessMm', thicknessMm, 0.1, 50) / 2000;
  const biot = (FILM_W_PER_M2K * halfM) / CONDUCTIVITY_W_PER_MK;
  let low = 0;
  let high = Math.PI / 2;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (middle * Math.tan(middle) < biot) low = middle;
    else high = middle;
  }
  const first = (4 * Math.sin(low)) / (2 * low + Math.sin(2 * low));
  return (Math.log(first / (1 - WARM_SHARE)) * halfM * halfM) / (low * low * DIFFUSIVITY_M2_PER_S);
}

/** Stiffness of an uncured part: log E falls as a logistic about its softening point. @returns MPa */
export function greenModulusMPa(tempC: number, greenTgC: number): number {
  const glassy = 1 / (1 + Math.exp((tempC - greenTgC) / FALL_WIDTH_K));
  return RUBBERY_MPA * (GLASSY_MPA / RUBBERY_MPA) ** glassy;
}

/**
 * Droop of a feature that reaches out level, under its own weight: 12·ρ·g·l⁴/(8·E·t²).
 * @returns mm
 * @source Euler–Bernoulli cantilever, w = ρ·g·b·t, I = b·t³/12
 */
export function sagMm(spanMm: number, thicknessMm: number, modulusMPa: number, densityKgPerM3: number): number {
  const span = spanMm / 1000;
  const thick = thicknessMm / 1000;
  return ((12 * densityKgPerM3 * GRAVITY_M_PER_S2 * span ** 4) / (8 * modulusMPa * 1e6 * thick * thick)) * 1000;
}

/** How long to dip, and whether the part keeps its shape meanwhile. @throws RangeError outside 20–90 °C, −50–150 °C, 0–500 mm */
export function dip(request: DipRequest): DipAnswer {
  const bathC = requireInRange('bathC', request.bathC, 5, 95);
  const greenTgC = requireInRange('greenTgC', request.greenTgC, -80, 200);
  const spanMm = requireInRange('spanMm', request.spanMm ?? 0, 0, 500);
  const featureMm = requireInRange('featureMm', request.featureMm ?? request.thicknessMm, 0.05, 50);
  const seconds = dipS(request.thicknessMm);
  const modulusMPa = greenModulusMPa(bathC, greenTgC);
  const droopMm = sagMm(spanMm, featureMm, modulusMPa, BUOYANT_KG_PER_M3);
  return { seconds, sagMm: droopMm, modulusMPa, warning: warningOf() };

  function warningOf(): DipAnswer['warning'] {
    if (bathC > HOTTEST_C)
      return {
        code: 'TOO_HOT',
        message: `${plainNumber(bathC, 3)} °C scalds: keep it under ${HOTTEST_C} °C and use tongs.`,
      };
    if (bathC < greenTgC)
      return {
        code: 'TOO_COLD',
        message: `The bath is below the softening point of ${plainNumber(greenTgC, 3)} °C: supports will not soften.`,
      };
    if (droopMm > SAG_SHARE_WORTH_A_WORD * Math.max(spanMm, featureMm))
      return {
        code: 'SAGS',
        message: `A feature ${plainNumber(featureMm)} mm thick that reaches ${plainNumber(spanMm, 3)} mm droops about ${plainNumber(droopMm)} mm at ${plainNumber(bathC, 3)} °C, and more when lifted out: hold it upright, or dip cooler.`,
      };
    return undefined;
  }
}

/** The part of a wall that a dip must warm: supports sit on its skin, so thick walls need no more than 3 mm. @returns mm */
export const softenedMm = (wallMm: number): number => clamp(wallMm, 0.3, 3);

/** A bath this far above the softening point lets supports peel; hotter only adds sag. */
const PEEL_ABOVE_TG_K = 20;
const COOLEST_USEFUL_C = 35;
const WARMEST_USEFUL_C = 60;

/** Temperature for a warm dip: 20 K over the softening point, between 35 and 60 °C. @returns °C, whole */
export const dipTempC = (greenTgC: number): number =>
  Math.round(Math.min(WARMEST_USEFUL_C, Math.max(COOLEST_USEFUL_C, greenTgC + PEEL_ABOVE_TG_K)));
