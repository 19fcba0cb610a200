import { over, soak, wet } from '../causes.ts';
import type { Facts } from '../facts.ts';
import type { LookShape } from '../shape.ts';

const causes = (f: Facts) => [soak(f), wet(f), { ...over(f), why: `${over(f).why} Past it, it turns brittle.` }];

/** Cracks that nobody broke in. */
export const cracked = {
  after: {
    calls: 'flag',
    says: 'Cracked: it goes on cracking under load. Glue only what bears nothing, or make again.',
  },
  later: 'stays',
  causes,
} as const satisfies LookShape;
/** In two pieces. */
export const broken = {
  after: { calls: 'flag', says: 'Broken after cure. Count, glue with care, or make again.' },
  causes,
} as const satisfies LookShape;
