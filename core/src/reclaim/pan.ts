import { clamp, requireInRange } from '../units/index.ts';

/** Air and sun over a pan outdoors. */
export type Weather = {
  readonly tempC: number;
  readonly humidityPct: number;
  readonly windMPerS: number;
  /** net radiation, MJ/m² and day */
  readonly netRadiationMJ: number;
  /** default 0 */
  readonly rainMmPerDay?: number | undefined;
};

/** γ at sea level, kPa/K. @source Allen et al. (1998), FAO 56, 0.665e-3 times the air pressure */
const PSYCHROMETRIC_KPA_PER_K = 0.06737;
/** A sheltered, covered pan still breathes at its sides. Engineering guess. */
export const COVERED_SHARE = 0.6;
/** Resin and detergent keep the last film from drying off like water. Engineering guess. */
const SLOW_END_SHARE = 0.85;

/**
 * What open water loses: E = [Δ Rn + 6.43 γ (1 + 0.536 u) VPD]/[λ(Δ + γ)]; nothing at or below freezing.
 * @returns mm a day (litres from each m²)
 * @throws RangeError outside −30…50 °C
 * @source Penman (1948) in the form of Shuttleworth (1993); Tetens (1930) for the vapour pressure; solvent model H
 */
export function panMmPerDay(weather: Weather): number {
  const { tempC, humidityPct, windMPerS, netRadiationMJ } = weather;
  requireInRange('tempC', tempC, -30, 50);
  requireInRange('humidityPct', humidityPct, 0, 100);
  requireInRange('windMPerS', windMPerS, 0, 40);
  requireInRange('netRadiationMJ', netRadiationMJ, -5, 40);
  if (tempC <= 0) return 0;
  const saturationKPa = 0.6108 * Math.exp((17.27 * tempC) / (tempC + 237.3));
  const slope = (4098 * saturationKPa) / (tempC + 237.3) ** 2;
  const latentMJPerKg = 2.501 - 0.002361 * tempC;
  const lackKPa = saturationKPa * (1 - humidityPct / 100);
  const wind = 6.43 * PSYCHROMETRIC_KPA_PER_K * (1 + 0.536 * windMPerS) * lackKPa;
  return Math.max(0, (slope * netRadiationMJ + wind) / (latentMJPerKg * (slope + PSYCHROMETRIC_KPA_PER_K)));
}

export type Pan = {
  readonly litres: number;
  readonly areaM2: number;
  readonly capacityL: number;
  readonly covered: boolean;
};
export type PanDay = {
  readonly leftL: number;
  readonly lossMm: number;
  readonly rainMm: number;
  readonly state: PanState;
};
export type PanState = 'drying' | 'frozen' | 'filling' | 'full' | 'dry';

/** One day of a pan: what goes, what rains in, and whether it runs over. */
export function panAfter(pan: Pan, weather: Weather, days: number): PanDay {
  requireInRange('areaM2', pan.areaM2, 0.001, 100);
  const rainMm = pan.covered ? 0 : (weather.rainMmPerDay ?? 0);
  const open = panMmPerDay(weather) * SLOW_END_SHARE * (pan.covered ? COVERED_SHARE : 1);
  const netL = (rainMm - open) * pan.areaM2 * days;
  const leftL = clamp(pan.litres + netL, 0, pan.capacityL);
  const state: PanState =
    leftL <= 0
      ? 'dry'
      : pan.litres + netL > pan.capacityL
        ? 'full'
        : weather.tempC <= 0
          ? 'frozen'
          : netL > 0
            ? 'filling'
            : 'drying';
  return { leftL, lossMm: open, rainMm, state };
}

/** Whole days until a pan is dry in one weather. @returns undefined where it never is, or runs over first */
export function panDays(pan: Pan, weather: Weather): number | undefined {
  const { lossMm, rainMm } = panAfter(pan, weather, 0);
  const perDayL = (lossMm - rainMm) * pan.areaM2;
  return perDayL > 1e-6 ? pan.litres / perDayL : undefined;
}
