import { light, shadow } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Of a resin that changes its colour once it is cured through: it has not yet. */
export const colourUnchanged = {
  after: { calls: 'light' },
  onlyIf: ({ changesColour }) => changesColour === true,
  shows: 'tacky',
  causes: (f) => [
    light(f),
    shadow(f, 0.3),
    {
      id: 'lot',
      present: 0.08,
      why: 'A lot that was not shaken, or that stood long, changes less. Cure a crumb of the same lot beside it.',
      remedy: 'none',
    },
  ],
} as const satisfies LookShape;
