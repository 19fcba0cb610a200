import type { LiquidShape } from './shape.ts';
import { water } from './water.ts';

/** A detergent bath: it leaves water on the part. */
export const detergent = {
  label: 'detergent',
  base: 'water',
  mixesAs: 'water',
  volatile: water.volatile,
  tauFactor: 2,
  saturationPctW: 12,
  dragFilmUm: 15,
} as const satisfies LiquidShape;
