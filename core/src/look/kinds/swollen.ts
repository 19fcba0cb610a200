import { percentText } from '../../units/index.ts';
import { bath, rarely, soak } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Swollen, softened or stained by what it lay in. */
export const swollen = {
  before: {
    calls: 'rest',
    says: 'Swollen or discoloured: it rests until the solvent that it took up is gone, then is measured or looked at again.',
  },
  after: {
    calls: 'flag',
    says: 'Swollen or discoloured by solvent: what swelled was lit so and stays so. Measure it; it bears less than it should.',
  },
  later: 'stays',
  causes: (f) => [
    soak(f),
    {
      id: 'haze',
      present: f.hazed ? 0.6 : 0.05,
      why: f.hazed
        ? 'Its card says that the last liquid does not suit it.'
        : 'Some liquids swell some resins within minutes.',
      remedy: 'rest',
    },
    {
      ...rarely(0.5, bath(f)),
      why: `Resin of another colour in the bath stains: it was at ${percentText(f.bathLoadPctW)}.`,
    },
  ],
} as const satisfies LookShape;
