import type { AirReply } from '@north-step/contract';
import {
  type AirSetting,
  airAfter,
  FAN_OFF_CHANGES_PER_H,
  FLAMMABLE_FROM_PPM,
  hoursUntil,
  ppmOf,
} from '@north-step/core/air';

export type AirHour = { readonly atMs: number; readonly ppm: number };

/** Vapour at the end of each hour of the day, from what went into the air in it. */
export function dayOfAir({ air, hoursG }: Pick<AirReply, 'air' | 'hoursG'>, tempC: number): readonly AirHour[] {
  let gPerM3 = 0;
  return hoursG.map(({ atMs, grams }) => {
    gPerM3 = airAfter({ ...air, tempC }, grams, 1, gPerM3);
    return { atMs: atMs + 3_600_000, ppm: ppmOf(gPerM3, tempC) };
  });
}

/** The mean over eight hours up to now; hours before the day began count as clean. */
export const meanPpm = (hours: readonly AirHour[]): number =>
  hours.slice(-8).reduce((sum, { ppm }) => sum + ppm, 0) / 8;

/** Minutes until a limit if the fan stops now and the sources go on. @returns undefined where it is never reached */
export function minutesWithoutFan(
  air: AirSetting,
  {
    gPerH,
    ppmNow,
    limitPpm,
    tempC,
  }: { readonly gPerH: number; readonly ppmNow: number; readonly limitPpm: number; readonly tempC: number },
): number | undefined {
  const perPpm = 1 / ppmOf(1, tempC);
  const hours = hoursUntil(
    { ...air, airChangesPerH: FAN_OFF_CHANGES_PER_H },
    gPerH,
    limitPpm * perPpm,
    ppmNow * perPpm,
  );
  return hours === undefined ? undefined : 60 * hours;
}

/** What a vapour sensor shows, as ppm of solvent. */
export const sensorPpm = (pctLel: number): number => (pctLel / 100) * FLAMMABLE_FROM_PPM;
