import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import type { ColourReading, Lab } from './readColour.ts';
import { colourShift } from './shift.ts';

/** Colours that were read on a stored photo. */
export type PhotoColour = ColourReading & { readonly photoSha256: string };
/** Kept of a photo taken before the first light. */
export type ColourBefore = { readonly photoSha256: string; readonly lab: Lab; readonly noiseDb: number };
/** What a photo said at a look. */
export type LookColour = {
  readonly photoSha256: string;
  readonly deltaDb: number;
  readonly range90: readonly [number, number];
  readonly against: 'an unlit piece' | 'the photo before';
};

/** How much yellower than an unlit piece on the same photo, or than on the photo before the light. */
export function lookColour(
  before: ColourBefore | undefined,
  { photoSha256, part, reference, noiseDb }: PhotoColour,
): Result<LookColour, Refusal> {
  const now = { lab: part, noiseDb };
  const shift = reference
    ? colourShift(now, { lab: reference, noiseDb: 0 }, true)
    : before && colourShift(now, before, false);
  if (!shift)
    return refuse({
      code: 'NOTHING_TO_COMPARE',
      field: 'colour',
      message: 'A colour alone says nothing: there is no photo from before the light, and no unlit piece was marked.',
      remedy: 'Lay waste supports of the same plate beside the part, and mark them.',
    });
  return ok({
    photoSha256,
    deltaDb: tenth(shift.deltaDb),
    range90: [tenth(shift.range90[0]), tenth(shift.range90[1])],
    against: reference ? 'an unlit piece' : 'the photo before',
  });
}
const tenth = (value: number): number => Math.round(10 * value) / 10;
