import { rarely, wash, wet } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Resin is still in its recesses. */
export const shine = {
  before: { calls: 'wash', says: 'Shine was seen' },
  recesses: 'dirty',
  causes: (f) => [wash(f), rarely(0.4, wet(f))],
} as const satisfies LookShape;
