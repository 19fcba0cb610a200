import { rarely, rubbed, soak, wash } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Fine lines are filled or gone. */
export const detailLost = {
  before: { calls: 'wash', says: 'Detail was lost: resin that pools in it is washed out while it still can be' },
  after: {
    calls: 'flag',
    says: 'Detail lost under the light: what pooled in it is set, and what was rubbed off is gone. Engrave it again, or make again.',
  },
  causes: (f) => [wash(f), rubbed(f), rarely(0.6, soak(f))],
} as const satisfies LookShape;
