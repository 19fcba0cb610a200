import { Z90 } from '../units/index.ts';
import type { Lab } from './readColour.ts';

/** How much yellower a part has become. */
export type ColourShift = {
  /** b* now over b* before; above 0 is yellower */
  readonly deltaDb: number;
  readonly range90: readonly [number, number];
};

/** b* of one photo against the next of the same thing, once both are white-balanced. An engineering guess for a phone held still. */
const BETWEEN_PHOTOS_DELTA_B = 0.8;
/** The same within one photo: only uneven light is left. */
const WITHIN_PHOTO_DELTA_B = 0.4;

/**
 * Shift of a part's colour against how it was, or against a piece that had no light.
 * @param samePhoto both were read in one photo
 * @source b* of CIE 15
 */
export function colourShift(
  now: { readonly lab: Lab; readonly noiseDb: number },
  before: { readonly lab: Lab; readonly noiseDb: number },
  samePhoto: boolean,
): ColourShift {
  const deltaDb = now.lab.b - before.lab.b;
  const sd = Math.hypot(now.noiseDb, before.noiseDb, samePhoto ? WITHIN_PHOTO_DELTA_B : BETWEEN_PHOTOS_DELTA_B);
  return {
    deltaDb,
    range90: [deltaDb - Z90 * sd, deltaDb + Z90 * sd],
  };
}
