import { rarely, wash } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Filler that came with the bath. */
export const grit = {
  before: { calls: 'wash', says: 'Grit was seen, it is brushed while it is wet' },
  after: {
    calls: 'flag',
    says: 'Grit under the light: it is set fast. Sand it off; rinse the next ones in clean liquid.',
  },
  causes: (f) => [
    {
      id: 'grit',
      present: f.gritty ? 0.9 : 0.15,
      why: f.gritty
        ? 'Its resin leaves grit, and it was not rinsed.'
        : 'A filled resin was washed in the same bath before it.',
      remedy: 'rinse',
    },
    rarely(0.3, wash(f)),
  ],
} as const satisfies LookShape;
