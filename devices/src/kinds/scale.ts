import type { Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import { Bridge, type PressOn } from '../bridge.ts';
import { nowS, telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

const SETTLES_S = 0.45;
const NOISE_G = 0.006;
const STABLE_G = 0.015;
const STABLE_FOR_S = 1;
/** Readings of a bench scale come in steps of this. */
export const SCALE_STEP_G = 0.01;
export const SCALE_MOST_G = 6000;

/** What stands on the pan, and what the display makes of it. */
export type ScaleState = {
  readonly atS: number;
  readonly onPanG: number;
  readonly movingG: number;
  readonly tareG: number;
  /** a draught or a tired cell: how fast its zero runs away, g/s */
  readonly driftGPerS?: number;
  readonly calmSinceS: number;
};
export const emptyScale = (atS: number): ScaleState => ({ atS, onPanG: 0, movingG: 0, tareG: 0, calmSinceS: atS });

/** Something is put on or taken off; the pan swings for a while. */
export const placed = (state: ScaleState, onPanG: number, atS: number): ScaleState => ({
  ...swing(state, atS),
  onPanG: Math.max(0, Math.min(SCALE_MOST_G, onPanG)),
  calmSinceS: atS,
});

/** Zero is set to what the pan carries. */
export const tared = (state: ScaleState, atS: number): ScaleState => {
  const now = swing(state, atS);
  return { ...now, tareG: now.movingG };
};

/** A zero that runs away, or is mended. */
export const drifting = (state: ScaleState, gPerS: number, atS: number): ScaleState => ({
  ...swing(state, atS),
  driftGPerS: gPerS,
});

/** The weight closes in on what is on the pan: exponentially, within seconds. */
function swing(state: ScaleState, atS: number): ScaleState {
  const share = Math.exp(-Math.max(0, atS - state.atS) / SETTLES_S);
  const tareG = state.tareG - (state.driftGPerS ?? 0) * Math.max(0, atS - state.atS);
  return { ...state, atS, tareG, movingG: state.onPanG + (state.movingG - state.onPanG) * share };
}

/** What the display shows, in steps of 0.01 g, and whether it has settled. */
export function shown(
  state: ScaleState,
  atS: number,
  noise: Random,
): { readonly state: ScaleState; readonly grams: number; readonly stable: boolean } {
  const now = swing(state, atS);
  const near = Math.abs(now.movingG - now.onPanG) < STABLE_G;
  const calmSinceS = near ? now.calmSinceS : atS;
  const grams = now.movingG - now.tareG + NOISE_G * noise.normal() * (near ? 0.5 : 3);
  return {
    state: { ...now, calmSinceS },
    grams: Number((Math.round(grams / SCALE_STEP_G) * SCALE_STEP_G).toFixed(2)),
    stable: near && atS - calmSinceS >= STABLE_FOR_S,
  };
}

const LIVELY_MS = 250;
const QUIET_MS = 2000;
const LIVELY_FOR_MS = 15_000;
const FLASK_G = 62.37;
const DISH_G = 41.2;
const CHECK_G = 100;
const CAN_G = 184;
const DRIFT_G_PER_S = 0.03;

/** The bench scale: streams a settling weight. A trainee puts things on it by hand. */
export const scale: RunDevice = ({ seed = 1, ...address }, workshop) => {
  const bridge = new Bridge(address, 'scale');
  const noise = makeRandom(seed);
  let state: ScaleState = emptyScale(nowS());
  let note = 'nothing on the pan';
  let livelyUntil = 0;
  const lay = (grams: number, what: string) => {
    state = placed(state, grams, nowS());
    note = what;
  };
  const sample = (): Sample => {
    const read = shown(state, nowS(), noise);
    state = read.state;
    return { atMs: Date.now(), grams: read.grams, stable: read.stable, note };
  };
  const act = async (press: PressOn<'scale'>): Promise<void> => {
    livelyUntil = Date.now() + LIVELY_FOR_MS;
    switch (press.button) {
      case 'tare':
        state = tared(state, nowS());
        break;
      case 'put flask':
        lay(FLASK_G, 'the empty flask');
        break;
      case 'put dish':
        lay(DISH_G, 'the empty dish');
        break;
      case 'fill flask': {
        const bath = await workshop.bath(press.vesselId ?? '');
        const ml = press.amount ?? 100;
        // a flask is filled to its mark within a twentieth of a millilitre
        lay(FLASK_G + (ml + 0.05 * noise.normal()) * bath.densityGPerMl, `the flask with ${ml} mL`);
        break;
      }
      case 'dry dish': {
        const bath = await workshop.bath(press.vesselId ?? '');
        const ml = press.amount ?? 10;
        lay(
          DISH_G + ml * (1 + 0.004 * noise.normal()) * bath.densityGPerMl * (bath.loadPctW / 100),
          `the dish, ${ml} mL dried`,
        );
        break;
      }
      case 'put can':
        lay(CAN_G, 'an empty can');
        break;
      case 'pour':
        // a steady hand stops within a gram or two
        lay(state.onPanG + (press.amount ?? 100) + 0.8 * noise.normal(), 'something was poured into it');
        break;
      case 'take off':
        lay(0, 'nothing on the pan');
        break;
      case 'put weight':
        lay(CHECK_G, 'the 100 g check weight');
        break;
      case 'drift':
        state = drifting(state, DRIFT_G_PER_S, nowS());
        break;
      case 'mend':
        state = drifting(state, 0, nowS());
        break;
    }
    await bridge.send([sample()]);
  };
  void bridge.followPresses(act);
  telling(bridge, sample, () => (Date.now() < livelyUntil ? LIVELY_MS : QUIET_MS));
  return { stop: () => bridge.stop() };
};
