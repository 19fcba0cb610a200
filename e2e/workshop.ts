import type { Workshop } from '../devices/src/index.ts';
import { SimulatedRoom } from '../devices/src/index.ts';

const nothing = async (): Promise<never> => {
  throw new Error('nothing like that stands in this workshop');
};

/** A workshop for simulated devices in which only that is there which is named. */
export const workshopWith = (there: Partial<Workshop>): Workshop => ({
  bath: nothing,
  charge: nothing,
  lamp: nothing,
  colours: nothing,
  labelOf: nothing,
  room: new SimulatedRoom({ tempC: 21, humidityPct: 50 }),
  ...there,
});
