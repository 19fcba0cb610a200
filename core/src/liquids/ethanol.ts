import type { LiquidShape } from './shape.ts';

/** @source as for isopropanol */
export const ethanol = {
  label: 'ethanol',
  base: 'alcohol',
  mixesAs: 'ethanol',
  volatile: {
    molarMassGPerMol: 46.07,
    antoine: [8.20417, 1642.89, 230.3],
    densityGPerMl20: 0.7893,
    diffusivityM2PerS25: 1.19e-5,
    viscosityMPaS20: 1.2,
    surfaceTensionNPerM: 0.0224,
  },
  tauFactor: 0.9,
  saturationPctW: 25,
  dragFilmUm: 16,
} as const satisfies LiquidShape;
