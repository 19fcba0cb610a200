import type { Press, Sample } from '@north-step/contract';
import { makeRandom } from '@north-step/core/maths';
import { type Address, Bridge, sleep } from './bridge.ts';
import { coldLampBox, laterLampBox, lightOfBox, meterShows, pressedLampBox, type TrueLamp } from './lampBox.ts';
import type { RunningDevice } from './run.ts';

/** What a lamp really is, asked for anew: it ages. */
export type LampWorld = () => Promise<TrueLamp>;

const LIT_MS = 1000;
const QUIET_MS = 2000;
const nowS = () => performance.now() / 1000;

/** The lamp box, found lit when `leftS` is on its timer: takes start, stop and the door, tells light, temperature and what its timer has left. */
export function runLampBox(address: Address, world: LampWorld, seed = 1, leftS = 0): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  let lamp: TrueLamp | undefined;
  let state = coldLampBox(nowS(), 20);
  const sample = (): Sample => {
    state = laterLampBox(state, nowS(), lamp!);
    return {
      atMs: Date.now(),
      mWPerCm2: Number(lightOfBox(state, lamp!, noise).toFixed(3)),
      tempC: Number(state.chamberC.toFixed(1)),
      doorOpen: state.doorOpen,
      leftS: Math.round(state.leftS),
      note: state.doorOpen ? 'door open' : state.lit ? (state.powerShare < 1 ? 'lit, strips out' : 'lit') : 'off',
    };
  };
  const act = async (press: Press) => {
    lamp = await world();
    state = pressedLampBox(laterLampBox(state, nowS(), lamp), press.button, press.amount, lamp);
    await bridge.send([sample()]);
  };
  void bridge.followPresses(act);
  void (async () => {
    lamp = await world();
    state = coldLampBox(nowS(), lamp.roomC);
    if (leftS > 0) state = pressedLampBox(state, 'start', leftS, lamp);
    while (bridge.running) {
      await bridge.send([sample()]);
      await sleep(state.lit ? LIT_MS : QUIET_MS);
    }
  })();
  return { stop: () => bridge.stop() };
}

/** The UV meter: put at a marked place of a lamp that is lit, it shows the light there. */
export function runUvMeter(address: Address, world: LampWorld, seed = 1): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  let place: string | undefined;
  const tell = async () => {
    const mWPerCm2 = place === undefined ? 0 : meterShows(await world(), place, noise);
    await bridge.send([
      {
        atMs: Date.now(),
        mWPerCm2,
        ...(place === undefined ? {} : { place }),
        note: place ? 'reading' : 'in its case',
      },
    ]);
  };
  void bridge.followPresses(async (press) => {
    place = press.button === 'put' ? press.place : undefined;
    await tell();
  });
  void (async () => {
    while (bridge.running) {
      await tell();
      await sleep(QUIET_MS);
    }
  })();
  return { stop: () => bridge.stop() };
}
