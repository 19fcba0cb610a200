import type { Step } from '@north-step/core/batch';
import {
  CURED_LOOKS,
  type CuredLook,
  isAskedOf,
  LATER_LOOKS,
  type LaterLook,
  type LookOutcome,
  MATTE_LOOKS,
  type MatteLook,
} from '@north-step/core/look';
import type { ResinCard } from '@north-step/core/resin';
import { isLookBefore } from '@north-step/core/route';

/** One answer to a look. */
export type LookOption<T extends string = LookOutcome> = {
  readonly value: T;
  readonly key: string;
  readonly text: string;
  readonly means: string;
};
type Words<T extends string> = Readonly<Record<T, readonly [key: string, text: string, means: string]>>;
const MATTE: Words<MatteLook> = {
  matte: ['y', 'Matte', 'Evenly matte, dry in every corner. The cure opens.'],
  shine: ['s', 'Shine', 'Resin is still there: it goes back to the clean bath with a new time.'],
  tack: ['t', 'Tack', 'It sticks: wash again in clean solvent, never cure it so.'],
  'white marks': ['w', 'White marks', 'Liquid is still in there, or dried on it: it rests again before any light.'],
  'grey film': [
    'h',
    'Grey film',
    'Dull, and a damp swab takes it off: the bath left it. Washed again in the clean one.',
  ],
  dust: ['d', 'Dust', 'Dust or clippings stick to it: brushed off dry, then looked at again.'],
  grit: ['x', 'Grit', 'Filler or dust came with the bath: rinsed and brushed again, wet.'],
  swollen: ['e', 'Swollen', 'Soft, grown or stained by solvent: it rests until that is gone, before any light.'],
  'detail lost': ['k', 'Detail lost', 'Fine lines are filled: washed again once. What was rubbed off stays off.'],
  scar: ['a', 'Scar or pit', 'Where a support stood: filled with a drop of its own resin, then looked at again.'],
};
const CURED: Words<CuredLook> = {
  good: ['y', 'Good', 'No tack, no shine, hard to a nail, no warm tint.'],
  tacky: ['t', 'Tacky', 'Adds one increment of light, then asks again.'],
  tinted: ['o', 'Tinted', 'Over-cure cannot be undone; it is flagged.'],
  'colour unchanged': [
    'n',
    'Not changed',
    'Its colour is still that of an uncured one: one increment more, then asked again.',
  ],
  'soft underside': [
    'u',
    'Soft below',
    'A nail marks the side that lay down: turned over, one increment, then asked again.',
  ],
  'sticky trace': [
    'm',
    'Sticky trace',
    'A little tack that paint is to cover: taken as it is, gloves until then; it stands on the record.',
  ],
  'white marks': ['w', 'White marks', 'It was lit wet. It stays so; it is flagged.'],
  'grey film': ['h', 'Grey film', 'Wipe it once with clean solvent; what is set is polished off. It is flagged.'],
  dust: ['d', 'Dust set', 'Dust set in the face: filing it flush is put in.'],
  grit: ['x', 'Grit', 'Set fast under the light: sand it off; it is flagged.'],
  swollen: ['e', 'Swollen', 'Grown or stained by solvent, and lit so: measure it. It is flagged.'],
  cracked: ['c', 'Cracked', 'It goes on cracking under load; it is flagged.'],
  warped: ['v', 'Warped', 'Lay it on glass: light shows under it. It is flagged.'],
  'detail lost': ['k', 'Detail lost', 'What pooled in it is set; what was rubbed off is gone. It is flagged.'],
  scar: ['a', 'Scar or pit', 'Where a support stood: filing it flush is put in.'],
  broken: ['p', 'Broken', 'Count the pieces; it is flagged.'],
};
const optionsOf = <T extends LookOutcome | LaterLook>(order: readonly T[], words: Words<T>): readonly LookOption<T>[] =>
  order.map((value) => {
    const [key, text, means] = words[value];
    return { value, key, text, means };
  });
const BEFORE = optionsOf(MATTE_LOOKS, MATTE);
const AFTER = optionsOf(CURED_LOOKS, CURED);
/** What can be answered at a look at parts of this resin. */
export const looksFor = (step: Step, card: ResinCard): readonly LookOption[] =>
  (isLookBefore(step) ? BEFORE : AFTER).filter(({ value }) => isAskedOf(value, card));

const LATER: Words<LaterLook> = {
  sound: ['y', 'Sound', 'Flat, whole, hard, no tack: as it was sealed.'],
  tacky: ['t', 'Tacky', 'It sticks again: resin has come out of it. It can be taken back for wash and light.'],
  'soft underside': ['u', 'Soft below', 'A nail marks one side. It can be taken back for more light on that side.'],
  warped: ['v', 'Warped', 'It has moved since the light. Measure it against its drawing.'],
  cracked: ['c', 'Cracked', 'Stress or solvent left in it came out. It bears no load.'],
  'white marks': ['w', 'White marks', 'Something dried out of it.'],
  swollen: ['e', 'Swollen', 'It has grown, or shrunk back, as solvent left it. Measure it.'],
  tinted: ['o', 'Tinted', 'It yellows by itself: too much light, or heat.'],
};
/** What can be found days later. */
export const LATER_OPTIONS = optionsOf(LATER_LOOKS, LATER);
