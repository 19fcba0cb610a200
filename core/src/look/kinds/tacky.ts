import { air, light, rarely, shadow, wash, wet } from '../causes.ts';
import type { Facts } from '../facts.ts';
import type { LookShape } from '../shape.ts';

const causes = (f: Facts) => [wash(f), light(f), shadow(f, 0.15), rarely(0.5, wet(f)), air(f)];

/** It sticks before any light: resin is still on it. */
export const tack = {
  before: { calls: 'wash', says: 'Tack was seen' },
  recesses: 'dirty',
  causes,
} as const satisfies LookShape;
/** It sticks after light. */
export const tacky = {
  after: { calls: 'light' },
  later: 'mended',
  shows: 'tacky',
  causes,
} as const satisfies LookShape;
/** It sticks a little, and whoever paints it says that paint will cover it: taken as it is, and said on its record. */
export const stickyTrace = {
  after: {
    calls: 'flag',
    says: 'A sticky trace was left for paint to cover: what sticks is uncured resin. Gloves until it is painted, and nobody wears it on the skin.',
  },
  shows: 'tacky',
  causes,
} as const satisfies LookShape;
