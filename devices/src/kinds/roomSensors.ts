import type { Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import { Bridge } from '../bridge.ts';
import type { RoomAir } from '../room.ts';
import { telling } from '../telling.ts';
import type { RunDevice, RunningDevice, Standing, Workshop } from '../workshop.ts';

const ROOM_MS = 5000;

/** A thermometer to a tenth of a degree, a hygrometer to a percent. */
export const climateShows = ({ tempC, humidityPct }: RoomAir, noise: Random) => ({
  tempC: Number((tempC + 0.08 * noise.normal()).toFixed(1)),
  humidityPct: Math.round(Math.min(100, Math.max(0, humidityPct + 0.6 * noise.normal()))),
});
export const vapourShows = ({ vapourPctLel }: RoomAir, noise: Random): number =>
  Number(Math.max(0, vapourPctLel + 0.05 * noise.normal()).toFixed(1));

/** Thermometer and hygrometer. */
export const roomSensor: RunDevice = (at, workshop) =>
  runInRoom('room-sensor', at, workshop, (air, noise) => ({
    ...climateShows(air, noise),
    note: air.windowOpen ? 'a window is open' : 'windows shut',
  }));

/** Vapour sensor, low at the wet side: solvent vapour is heavier than air. */
export const vapourSensor: RunDevice = (at, workshop) =>
  runInRoom('vapour-sensor', { seed: 2, ...at }, workshop, (air, noise) => ({
    vapourPctLel: vapourShows(air, noise),
    note: air.airOn ? 'extraction on' : 'extraction off',
  }));

type Shows = (air: RoomAir, noise: Random) => Omit<Sample, 'atMs'>;
function runInRoom(
  kind: 'room-sensor' | 'vapour-sensor',
  { seed = 1, ...address }: Standing,
  { room }: Workshop,
  shows: Shows,
): RunningDevice {
  const bridge = new Bridge(address, kind);
  const noise = makeRandom(seed);
  const sample = (): Sample => ({ atMs: Date.now(), ...shows(room.now(), noise) });
  void bridge.followPresses(async ({ button }) => {
    room.do(button);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => ROOM_MS);
  return { stop: () => bridge.stop() };
}
