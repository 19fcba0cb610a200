import { light, shadow } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** A nail marks the side that lay down. */
export const softUnderside = {
  after: { calls: 'turn' },
  later: 'mended',
  causes: (f) => [shadow(f, 0.7), light(f)],
} as const satisfies LookShape;
