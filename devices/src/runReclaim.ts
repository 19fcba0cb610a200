import type { Sample } from '@north-step/contract';
import { makeRandom } from '@north-step/core/maths';
import { type Charge, USUAL_STILL_W } from '@north-step/core/reclaim';
import { type Address, Bridge } from './bridge.ts';
import type { RunningDevice } from './run.ts';
import { telling } from './runBench.ts';
import { caughtG, chargedStill, coldStill, condenserC, laterStill, pressedStill, stillSays } from './still.ts';
import { isSky, type Sky, weatherShows } from './weather.ts';

const LIVELY_MS = 1000;
const QUIET_MS = 3000;
const WEATHER_MS = 10_000;
const nowS = () => performance.now() / 1000;
/** What a vessel truly holds. */
export type Charges = (vesselId: string) => Promise<Charge>;

/** A still: heated on a press with what the vessel holds, it tells its pot, its condenser and what it caught. */
export function runStill(address: Address, charges: Charges, roomC: () => number): RunningDevice {
  const bridge = new Bridge(address);
  let state = coldStill(nowS(), roomC());
  const sample = (): Sample => {
    state = laterStill(state, nowS());
    return {
      atMs: Date.now(),
      tempC: Number(state.potC.toFixed(1)),
      coolingC: Number(condenserC(state).toFixed(1)),
      grams: Number(caughtG(state).toFixed(0)),
      heating: state.heating,
      note: stillSays(state),
    };
  };
  void bridge.followPresses(async ({ button, vesselId, amount }) => {
    state = laterStill(state, nowS());
    state =
      button === 'heat on'
        ? chargedStill(state, await charges(vesselId ?? ''), amount ?? USUAL_STILL_W)
        : pressedStill(state, button, amount);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.heating ? LIVELY_MS : QUIET_MS));
  return { stop: () => bridge.stop() };
}

/** A weather mast outdoors, by the pan. */
export function runWeatherMast(address: Address, seed = 1): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  let sky: Sky = 'mild';
  const sample = (): Sample => ({ atMs: Date.now(), ...weatherShows(sky, noise), note: sky });
  void bridge.followPresses(async ({ button }) => {
    if (isSky(button)) sky = button;
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => WEATHER_MS);
  return { stop: () => bridge.stop() };
}
