import type { Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import { Bridge } from '../bridge.ts';
import { telling } from '../telling.ts';
import type { RunDevice, TrueLamp } from '../workshop.ts';

/** A hand-held meter is right to about 2 %. */
const METER_SHARE = 0.02;
/** What a meter at a marked place shows. @returns mW/cm², in steps of 0.01; 0 at a place that is not marked */
export const meterShows = (lamp: TrueLamp, place: string, noise: Random): number =>
  Number(Math.max(0, (lamp.byPlace[place] ?? 0) * (1 + METER_SHARE * noise.normal())).toFixed(2));

const QUIET_MS = 2000;

/** The UV meter: put at a marked place of a lamp that is lit, it shows the light there. */
export const uvMeter: RunDevice = ({ stationId, seed = 1, ...address }, workshop) => {
  const bridge = new Bridge(address, 'uv-meter');
  const noise = makeRandom(seed);
  let place: string | undefined;
  const sample = async (): Promise<Sample> => ({
    atMs: Date.now(),
    mWPerCm2: place === undefined ? 0 : meterShows(await workshop.lamp(stationId), place, noise),
    ...(place === undefined ? {} : { place }),
    note: place ? 'reading' : 'in its case',
  });
  void bridge.followPresses(async (press) => {
    place = press.button === 'put' ? press.place : undefined;
    await bridge.send([await sample()]);
  });
  telling(bridge, sample, () => QUIET_MS);
  return { stop: () => bridge.stop() };
};
