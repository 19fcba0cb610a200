import { given } from '../given/index.ts';
import { type Lamp, lampDoubt, lampShare, type SunAt, sunLight } from '../light/index.ts';
import type { LampNow } from './benchNow.ts';

/** A lamp as planning takes it. @param describedMWPerCm2 what a meter would show in the middle if nothing had faded */
export function lampNow(name: string, lamp: Lamp, describedMWPerCm2: number): LampNow {
  return {
    name,
    mWPerCm2: describedMWPerCm2 * lampShare(lamp),
    heatsK: lamp.heatsK,
    timerStepS: lamp.timerStepS,
    doubtShare: lampDoubt(lamp),
    ...given({ cutOutS: lamp.cutOutS, heaterToC: lamp.heaterToC }),
  };
}

/** Below this the sun is no lamp; it keeps planning from dividing by nothing at night. */
const DIMMEST_MW_PER_CM2 = 0.02;
const SUN_DOUBT_SHARE = 0.6;

/** The sill as it is lit now. */
export const sunNow = (name: string, lamp: Lamp, at: SunAt): LampNow => ({
  name,
  mWPerCm2: Math.max(DIMMEST_MW_PER_CM2, sunLight(at).mWPerCm2),
  heatsK: lamp.heatsK,
  timerStepS: lamp.timerStepS,
  doubtShare: SUN_DOUBT_SHARE,
});
