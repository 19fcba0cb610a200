import type { Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import { Bridge } from '../bridge.ts';
import { nowS, telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

/** A density meter's cell: what it was put in, and since when. */
export type DensityState = {
  readonly dippedS?: number;
  readonly densityGPerMl: number;
  readonly tempC: number;
  readonly bubble: boolean;
};
/** Its cell comes to the temperature of the liquid; the reading follows. */
const SETTLES_S = 4;
const STABLE_AFTER_S = 12;
const NOISE_G_PER_ML = 0.0002;
/** Air in the cell reads light. */
const BUBBLE_G_PER_ML = -0.009;

export const dryCell = (tempC: number): DensityState => ({ densityGPerMl: 0, tempC, bubble: false });
export const dipped = (
  state: DensityState,
  bath: { readonly densityGPerMl: number; readonly tempC: number },
  atS: number,
): DensityState => ({ ...bath, bubble: state.bubble, dippedS: atS });

/** What it shows, and whether it has settled; a bubble never does. @returns nothing in air */
export function cellShows(
  state: DensityState,
  atS: number,
  noise: Random,
): { readonly densityGPerMl: number; readonly stable: boolean } | undefined {
  if (state.dippedS === undefined) return undefined;
  const forS = Math.max(0, atS - state.dippedS);
  const near = 1 - Math.exp(-forS / SETTLES_S);
  const bubble = state.bubble ? BUBBLE_G_PER_ML * (1 + 0.5 * noise.normal()) : 0;
  // it starts from water in the cell
  const shown = 0.998 + (state.densityGPerMl - 0.998) * near + bubble + NOISE_G_PER_ML * noise.normal();
  return { densityGPerMl: Number(shown.toFixed(4)), stable: forS >= STABLE_AFTER_S && !state.bubble };
}

const LIVELY_MS = 1000;
const QUIET_MS = 2000;

/** A density meter: dipped into a bath, it comes to rest on what the bath truly weighs. */
export const densityMeter: RunDevice = ({ seed = 1, ...address }, workshop) => {
  const bridge = new Bridge(address, 'density-meter');
  const noise = makeRandom(seed);
  let state = dryCell(20);
  const sample = (): Sample => {
    const shows = cellShows(state, nowS(), noise);
    return shows
      ? { atMs: Date.now(), ...shows, tempC: state.tempC, note: state.bubble ? 'air in its cell' : 'in the liquid' }
      : { atMs: Date.now(), note: 'dry' };
  };
  void bridge.followPresses(async ({ button, vesselId }) => {
    if (button === 'dip') state = dipped(state, await workshop.bath(vesselId ?? ''), nowS());
    if (button === 'lift') state = dryCell(state.tempC);
    if (button === 'bubble') state = { ...state, bubble: true };
    if (button === 'mend') state = { ...state, bubble: false };
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.dippedS === undefined ? QUIET_MS : LIVELY_MS));
  return { stop: () => bridge.stop() };
};
