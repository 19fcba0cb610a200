import type { Step } from '@north-step/core/batch';
import type { LaterLook } from '@north-step/core/decide';
import { type CuredLook, isLookBefore, type LookOutcome, type MatteLook } from '@north-step/core/route';

/** One answer to a look. */
export type LookOption<T extends string = LookOutcome> = {
  readonly value: T;
  readonly key: string;
  readonly text: string;
  readonly means: string;
};
const MATTE: readonly LookOption<MatteLook>[] = [
  { value: 'matte', key: 'y', text: 'Matte', means: 'Evenly matte, dry in every corner. The cure opens.' },
  {
    value: 'shine',
    key: 's',
    text: 'Shine',
    means: 'Resin is still there: it goes back to the clean bath with a new time.',
  },
  { value: 'tack', key: 't', text: 'Tack', means: 'It sticks: wash again in clean solvent, never cure it so.' },
  {
    value: 'white marks',
    key: 'w',
    text: 'White marks',
    means: 'Liquid is still in there, or dried on it: it rests again before any light.',
  },
  { value: 'grit', key: 'x', text: 'Grit', means: 'Filler or dust came with the bath: rinsed and brushed again, wet.' },
];
const CURED: readonly LookOption<CuredLook>[] = [
  { value: 'good', key: 'y', text: 'Good', means: 'No tack, no shine, hard to a nail, no warm tint.' },
  { value: 'tacky', key: 't', text: 'Tacky', means: 'Adds one increment of light, then asks again.' },
  { value: 'tinted', key: 'o', text: 'Tinted', means: 'Over-cure cannot be undone; it is flagged.' },
  {
    value: 'soft underside',
    key: 'u',
    text: 'Soft below',
    means: 'A nail marks the side that lay down: turned over, one increment, then asked again.',
  },
  { value: 'white marks', key: 'w', text: 'White marks', means: 'It was lit wet. It stays so; it is flagged.' },
  { value: 'cracked', key: 'c', text: 'Cracked', means: 'It goes on cracking under load; it is flagged.' },
  { value: 'warped', key: 'v', text: 'Warped', means: 'Lay it on glass: light shows under it. It is flagged.' },
  { value: 'grit', key: 'x', text: 'Grit', means: 'Set fast under the light: sand it off; it is flagged.' },
  { value: 'broken', key: 'p', text: 'Broken', means: 'Count the pieces; it is flagged.' },
];
/** What can be answered at a look. */
export const looksFor = (step: Step): readonly LookOption[] => (isLookBefore(step) ? MATTE : CURED);
/** Answers that one key gives from the band; the others are confirmed in the dialog. */
export const QUICK_ANSWERS = 3;

const LATER_WORDS: Readonly<Record<LaterLook, readonly [key: string, text: string, means: string]>> = {
  sound: ['y', 'Sound', 'Flat, whole, hard, no tack: as it was sealed.'],
  tacky: ['t', 'Tacky', 'It sticks again: resin has come out of it. It can be taken back for wash and light.'],
  'soft underside': ['u', 'Soft below', 'A nail marks one side. It can be taken back for more light on that side.'],
  warped: ['v', 'Warped', 'It has moved since the light. Measure it against its drawing.'],
  cracked: ['c', 'Cracked', 'Stress or solvent left in it came out. It bears no load.'],
  'white marks': ['w', 'White marks', 'Something dried out of it.'],
  tinted: ['o', 'Tinted', 'It yellows by itself: too much light, or heat.'],
};
/** What can be found days later. */
export const LATER_OPTIONS: readonly LookOption<LaterLook>[] = Object.entries(LATER_WORDS).map(
  ([value, [key, text, means]]) => ({ value: value as LaterLook, key, text, means }),
);
