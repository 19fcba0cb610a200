import type { LiquidShape } from './shape.ts';

/** @source Antoine: handbook vapour pressures (Poling, Prausnitz & O'Connell 2001); diffusivity in air: Lugg (1968) */
export const isopropanol = {
  label: 'isopropanol',
  base: 'alcohol',
  mixesAs: 'isopropanol',
  volatile: {
    molarMassGPerMol: 60.1,
    antoine: [8.11778, 1580.92, 219.61],
    densityGPerMl20: 0.7854,
    diffusivityM2PerS25: 1.0e-5,
    viscosityMPaS20: 2.4,
    surfaceTensionNPerM: 0.0217,
  },
  tauFactor: 1,
  saturationPctW: 25,
  dragFilmUm: 20,
} as const satisfies LiquidShape;
