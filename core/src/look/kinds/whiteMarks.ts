import { rarely, wash, wet } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Liquid that is still in there, or that dried on it. */
export const whiteMarks = {
  before: { calls: 'rest', says: 'White marks before the light: liquid is still there. It rests again.' },
  after: {
    calls: 'flag',
    says: 'White marks after the light: what was wet under it stays. Sand or hide it; rest longer next time.',
  },
  later: 'stays',
  causes: (f) => [
    wet(f),
    {
      id: 'haze',
      present: f.hazed ? 0.6 : 0.05,
      why: f.hazed ? 'Its card says that the last liquid hazes it.' : 'Some liquids haze some resins.',
      remedy: 'none',
    },
    { ...rarely(0.3, wash(f)), why: `A film of washed-off resin dried on it: ${wash(f).why}` },
    {
      id: 'soak',
      present: f.watery ? 0.25 : 0.02,
      why: 'Water dries slowly in corners and leaves its marks.',
      remedy: 'rest',
    },
  ],
} as const satisfies LookShape;
