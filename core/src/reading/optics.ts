import type { LiquidShape } from '../liquids/index.ts';
import { requireInRange } from '../units/index.ts';

/** Refractive index (D line, 20 °C) of isopropanol–water every 10 % by weight: flat from 88 to 100 %. @source handbook tables */
const ISOPROPANOL_INDEX_20 = [
  1.333, 1.3399, 1.3476, 1.3544, 1.3599, 1.3646, 1.3683, 1.3715, 1.374, 1.3763, 1.3772,
] as const;
const ETHANOL_INDEX_20 = [
  1.333, 1.3395, 1.3469, 1.3535, 1.3583, 1.3616, 1.3638, 1.3652, 1.3658, 1.365, 1.3614,
] as const;
/** Uncured resin. An engineering guess for acrylates. */
export const RESIN_INDEX = 1.49;
export const INDEX_PER_K = -0.0004;

export type IndexLiquid = {
  readonly strengthPctW: number;
  readonly mixesAs: LiquidShape['mixesAs'];
  /** share of the volume that is resin */
  readonly resinVolumeShare: number;
  readonly tempC: number;
};

/**
 * Refractive index of a bath: the liquid's from the table, mixed with resin by volume, falling 0.0004 per kelvin.
 * @throws RangeError outside 0–40 °C
 * @source Gladstone & Dale (1863): n − 1 adds up by volume
 */
export function bathIndex({ strengthPctW, mixesAs, resinVolumeShare, tempC }: IndexLiquid): number {
  requireInRange('tempC', tempC, 0, 40);
  const table = mixesAs === 'ethanol' ? ETHANOL_INDEX_20 : ISOPROPANOL_INDEX_20;
  const at = mixesAs === 'water' ? 0 : Math.min(99.999, Math.max(0, strengthPctW)) / 10;
  const row = Math.floor(at);
  const liquid = table[row]! + (at - row) * (table[row + 1]! - table[row]!);
  return liquid + (RESIN_INDEX - liquid) * resinVolumeShare + INDEX_PER_K * (tempC - 20);
}

/** Dimming of a black-and-white card per % of resin and mm of path. A guess until a reading of another kind calibrates it. */
export const CLARITY_PER_PCT_MM = 0.004;

/** Contrast that is left through a jar: e^{−κ·C·L}. @source Beer–Lambert law */
export const contrastShare = (loadPctW: number, pathMm: number, perPctMm = CLARITY_PER_PCT_MM): number =>
  Math.exp(-perPctMm * loadPctW * pathMm);
