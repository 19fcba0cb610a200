import type { Sample } from '@north-step/contract';
import { makeRandom } from '@north-step/core/maths';
import { type Address, Bridge, sleep } from './bridge.ts';
import { cellShows, dipped, dryCell } from './densityMeter.ts';
import { climateShows, doneToAir, laterAir, type RoomAir, usualAir, vapourShows } from './roomSensors.ts';
import type { RunningDevice, World } from './run.ts';
import { laterWashUnit, pressedWashUnit, stillWashUnit, stirs, washUnitSays } from './washUnit.ts';

const LIVELY_MS = 1000;
const QUIET_MS = 2000;
const ROOM_MS = 5000;
const nowS = () => performance.now() / 1000;

/** Tells what a device shows, over and over, until it is stopped. */
export function telling(bridge: Bridge, sample: () => Sample, everyMs: () => number): void {
  void (async () => {
    while (bridge.running) {
      await bridge.send([sample()]);
      await sleep(everyMs());
    }
  })();
}

/** A wash unit: takes start, stop and its lid, tells whether it stirs, its timer and the bath's temperature. @param leftS what its timer shows when it is found running */
export function runWashUnit(address: Address, roomC: () => number, leftS = 0): RunningDevice {
  const bridge = new Bridge(address);
  let state = stillWashUnit(nowS(), roomC());
  if (leftS > 0) state = pressedWashUnit(state, 'start', leftS);
  const sample = (): Sample => {
    state = laterWashUnit(state, nowS(), roomC());
    return {
      atMs: Date.now(),
      stirring: stirs(state),
      lidOpen: state.lidOpen,
      tempC: Number(state.bathC.toFixed(1)),
      leftS: Math.round(state.leftS),
      note: washUnitSays(state),
    };
  };
  void bridge.followPresses(async ({ button, amount }) => {
    state = pressedWashUnit(laterWashUnit(state, nowS(), roomC()), button, amount);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.on ? LIVELY_MS : QUIET_MS));
  return { stop: () => bridge.stop() };
}

/** A density meter: dipped into a bath, it comes to rest on what the bath truly weighs. */
export function runDensityMeter(address: Address, world: World, seed = 1): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  let state = dryCell(20);
  const sample = (): Sample => {
    const shows = cellShows(state, nowS(), noise);
    return shows
      ? { atMs: Date.now(), ...shows, tempC: state.tempC, note: state.bubble ? 'air in its cell' : 'in the liquid' }
      : { atMs: Date.now(), note: 'dry' };
  };
  void bridge.followPresses(async ({ button, vesselId }) => {
    if (button === 'dip') state = dipped(state, await world(vesselId ?? ''), nowS());
    if (button === 'lift') state = dryCell(state.tempC);
    if (button === 'bubble') state = { ...state, bubble: true };
    if (button === 'mend') state = { ...state, bubble: false };
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.dippedS === undefined ? QUIET_MS : LIVELY_MS));
  return { stop: () => bridge.stop() };
}

/** The air of one room, felt by its thermometer and hygrometer and by its vapour sensor alike. */
export class SimulatedRoom {
  private air: RoomAir;
  private readonly inside: { readonly tempC: number; readonly humidityPct: number };
  constructor(inside: { readonly tempC: number; readonly humidityPct: number }) {
    this.inside = inside;
    this.air = usualAir(nowS(), inside.tempC, inside.humidityPct);
  }
  now(): RoomAir {
    this.air = laterAir(this.air, nowS(), this.inside);
    return this.air;
  }
  do(button: string): void {
    this.air = doneToAir(this.now(), button);
  }
}

/** Thermometer and hygrometer. */
export const runRoomSensor = (address: Address, room: SimulatedRoom, seed = 1): RunningDevice =>
  runInRoom(
    address,
    room,
    (air, noise) => ({
      ...climateShows(air, noise),
      note: air.windowOpen ? 'a window is open' : 'windows shut',
    }),
    seed,
  );

/** Vapour sensor, low at the wet side: solvent vapour is heavier than air. */
export const runVapourSensor = (address: Address, room: SimulatedRoom, seed = 2): RunningDevice =>
  runInRoom(
    address,
    room,
    (air, noise) => ({
      vapourPctLel: vapourShows(air, noise),
      note: air.airOn ? 'extraction on' : 'extraction off',
    }),
    seed,
  );

type Shows = (air: RoomAir, noise: ReturnType<typeof makeRandom>) => Omit<Sample, 'atMs'>;
function runInRoom(address: Address, room: SimulatedRoom, shows: Shows, seed: number): RunningDevice {
  const bridge = new Bridge(address);
  const noise = makeRandom(seed);
  const sample = (): Sample => ({ atMs: Date.now(), ...shows(room.now(), noise) });
  void bridge.followPresses(async ({ button }) => {
    room.do(button);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => ROOM_MS);
  return { stop: () => bridge.stop() };
}

/** A scanner: tells what stands on the label that is held before it. @param labelOf a batch's label; nothing when there is none */
export function runScanner(address: Address, labelOf: (batchId: string) => Promise<string | undefined>): RunningDevice {
  const bridge = new Bridge(address);
  let scan = 0;
  let smudged = false;
  void bridge.followPresses(async ({ button, batchId = '' }) => {
    if (button === 'smudge') smudged = true;
    if (button === 'wipe') smudged = false;
    if (button !== 'scan')
      return void (await bridge.send([{ atMs: Date.now(), scan, note: smudged ? 'its window is smudged' : 'ready' }]));
    const code = smudged ? undefined : await labelOf(batchId);
    scan++;
    await bridge.send([
      { atMs: Date.now(), scan, ...(code ? { code, note: `read ${code}` } : { note: 'could not read that' }) },
    ]);
  });
  telling(
    bridge,
    () => ({ atMs: Date.now(), scan, note: smudged ? 'its window is smudged' : 'ready' }),
    () => QUIET_MS,
  );
  return { stop: () => bridge.stop() };
}
