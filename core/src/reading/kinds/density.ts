import type { ReadingKindShape } from './shape.ts';
import { byDensity, DENSITY_PER_K_G_PER_ML, densityBreach, INSTRUMENT_SD } from './tools.ts';

export type DensityReading = { readonly kind: 'density'; readonly densityGPerMl: number; readonly tempC: number };

/** One % of resin makes a bath so much heavier. */
const G_PER_ML_PER_PCT = 0.0022;

/** A hydrometer or a density meter in the bath. */
export const density: ReadingKindShape<DensityReading> = {
  name: 'hydrometer',
  minutes: 2,
  alonePctW: (_, confoundedPctW) => Math.hypot(INSTRUMENT_SD.hydrometerGPerMl / G_PER_ML_PER_PCT, confoundedPctW),
  fields: { densityGPerMl: 'g/mL', tempC: '°C' },
  breach: ({ densityGPerMl, tempC }, solvent) => densityBreach('densityGPerMl', densityGPerMl, tempC, solvent),
  load: ({ densityGPerMl, tempC }, known) => byDensity(densityGPerMl, INSTRUMENT_SD.hydrometerGPerMl, tempC, known),
  expects: ({ densityGPerMl, tempC }, _, densityAt) => {
    const at = densityAt(tempC);
    return {
      shown: ({ loadPctW, strengthPctW }) => at(strengthPctW, loadPctW),
      observed: densityGPerMl,
      sd: Math.hypot(INSTRUMENT_SD.hydrometerGPerMl, DENSITY_PER_K_G_PER_ML * INSTRUMENT_SD.tempC),
    };
  },
};
