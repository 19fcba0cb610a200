import { type Lamp, ledCount, MIDDLE_SPOT, meterCheck, meterSpots } from '../light/index.ts';

/** What somebody can say of a lamp in a minute: how many LEDs are in it, what a meter shows in its middle. */
export type LampSays = { readonly leds?: number | undefined; readonly meteredMWPerCm2?: number | undefined };

/** A usual lamp, with what is said of this one: its LEDs are counted, or its light is scaled to a meter. @throws InputError where it gives no light at all */
export function lampOfSays(usual: Lamp, { leds, meteredMWPerCm2 }: LampSays): Lamp {
  const share = leds === undefined || ledCount(usual) === 0 ? 1 : leds / ledCount(usual);
  const lamp: Lamp = { ...usual, groups: usual.groups.map((group) => ({ ...group, powerMW: group.powerMW * share })) };
  if (meteredMWPerCm2 === undefined || ledCount(lamp) === 0) return lamp;
  const spot = meterSpots(lamp)[MIDDLE_SPOT]!.id;
  const { scale, spreadPct } = meterCheck(lamp, [{ spot, mWPerCm2: meteredMWPerCm2 }]);
  return { ...lamp, metered: { scale, spreadPct, hours: lamp.hours } };
}
