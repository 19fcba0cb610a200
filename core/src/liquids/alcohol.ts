import { ethanol } from './ethanol.ts';
import type { LiquidShape } from './shape.ts';

/** Any other alcohol: its figures are guesses between the two that are known. */
export const alcohol = {
  label: 'other alcohol',
  base: 'alcohol',
  mixesAs: 'ethanol',
  volatile: ethanol.volatile,
  tauFactor: 1,
  saturationPctW: 25,
  dragFilmUm: 18,
} as const satisfies LiquidShape;
