import { plainNumber } from '../../units/index.ts';
import { rarely, shadow, soak } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** It rocks on a flat plate. */
export const warped = {
  after: {
    calls: 'flag',
    says: 'Warped: measure it against its drawing. Hold the next ones on a form while they cure.',
  },
  later: 'stays',
  causes: (f) => [
    {
      id: 'unheld',
      present: Math.min(0.9, f.slender / 60) * (f.unheld ? 1 : 0.3),
      why: `It is ${plainNumber(f.slender)} walls long${f.unheld ? ', and nothing held it while it cured' : ''}.`,
      remedy: 'none',
    },
    shadow(f, 0.2),
    rarely(0.5, soak(f)),
    { id: 'heat', present: 0.1, why: 'Warmth softens a part before it stiffens it.', remedy: 'none' },
  ],
} as const satisfies LookShape;
