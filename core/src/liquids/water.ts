import type { LiquidShape } from './shape.ts';

/** @source as for isopropanol */
export const water = {
  label: 'water',
  base: 'water',
  mixesAs: 'water',
  volatile: {
    molarMassGPerMol: 18.015,
    antoine: [8.07131, 1730.63, 233.426],
    densityGPerMl20: 0.9982,
    diffusivityM2PerS25: 2.5e-5,
    viscosityMPaS20: 1.0,
    surfaceTensionNPerM: 0.0728,
  },
  tauFactor: 1.5,
  saturationPctW: 15,
  dragFilmUm: 14,
} as const satisfies LiquidShape;
