import { alcoholWaterActivities, saturatedAtC, saturationPa, VOLATILES } from '../solvent/index.ts';
import { requireInRange } from '../units/index.ts';

/** Flash point of pure isopropanol, closed cup, °C. @source handbook value, 11.9 °C */
const PURE_FLASH_C = 11.9;
/** Where this little alcohol is left, no flash is predicted. */
const LEAST_PCT_W = 1;

/**
 * Where the vapour over a mixture can first be lit: the alcohol's pressure is what it is over the pure liquid at its own flash point.
 * @param strengthPctW alcohol in alcohol + water
 * @returns °C
 * @throws RangeError below 1 %
 * @source Liaw & Chiu (2006) for mixtures with water; van Laar activities
 */
export function flashPointC(strengthPctW: number): number {
  requireInRange('strengthPctW', strengthPctW, LEAST_PCT_W, 100);
  const [activity] = alcoholWaterActivities(strengthPctW);
  return saturatedAtC(VOLATILES.isopropanol, saturationPa(VOLATILES.isopropanol, PURE_FLASH_C) / activity);
}
