import type { Random } from '@north-step/core/maths';

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
