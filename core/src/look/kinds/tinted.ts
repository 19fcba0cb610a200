import { over } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** A warm tint beside an uncured one. */
export const tinted = {
  after: { calls: 'flag', says: 'Tinted: over-cure cannot be undone. Keep it as a reference, start lower next time.' },
  later: 'stays',
  shows: 'tinted',
  causes: (f) => [
    over(f),
    { id: 'heat', present: 0.06, why: 'Heat in the lamp or an oven yellows some resins by itself.', remedy: 'none' },
  ],
} as const satisfies LookShape;
