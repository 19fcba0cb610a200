import { bath, rarely, wash, wet } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** A dull film that wipes off: what a loaded bath held settled on the part as it dried. */
export const greyFilm = {
  before: { calls: 'wash', says: 'A grey film was seen' },
  after: {
    calls: 'flag',
    says: 'A grey film under the light: wipe it once with a cloth damp with clean solvent, mask and gloves on; what stays is set, polish it off. Wash the next ones last in the clean bath.',
  },
  causes: (f) => [bath(f), rarely(0.5, wash(f)), rarely(0.3, wet(f))],
} as const satisfies LookShape;
