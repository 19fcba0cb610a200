import type { Random } from '@north-step/core/maths';

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
