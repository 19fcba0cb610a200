import type { ReadingKindShape } from './shape.ts';
import { bad, byDensity, DENSITY_PER_K_G_PER_ML, densityBreach, INSTRUMENT_SD } from './tools.ts';

export type FlaskReading = {
  readonly kind: 'flask';
  readonly flaskMl: number;
  readonly netG: number;
  readonly tempC: number;
};
const toolSd = (densityGPerMl: number, flaskMl: number): number =>
  Math.hypot(INSTRUMENT_SD.flaskG / flaskMl, densityGPerMl * INSTRUMENT_SD.flaskMlShare);

/** A flask filled to its mark, and weighed: its density. */
export const flask: ReadingKindShape<FlaskReading> = {
  name: 'weighed flask',
  minutes: 3,
  alonePctW: (_, confoundedPctW) => Math.hypot(0.32, confoundedPctW),
  fields: { flaskMl: 'mL', netG: 'g', tempC: '°C' },
  breach: ({ flaskMl, netG, tempC }, solvent) =>
    flaskMl >= 5 && flaskMl <= 5000
      ? densityBreach('netG', netG / flaskMl, tempC, solvent)
      : bad('flaskMl', 'The flask must hold between 5 and 5,000 mL.', 'Read the mark on its neck.'),
  load: ({ flaskMl, netG, tempC }, known) => byDensity(netG / flaskMl, toolSd(netG / flaskMl, flaskMl), tempC, known),
  expects: ({ flaskMl, netG, tempC }, _, densityAt) => {
    const at = densityAt(tempC);
    const observed = netG / flaskMl;
    return {
      shown: ({ loadPctW, strengthPctW }) => at(strengthPctW, loadPctW),
      observed,
      sd: Math.hypot(toolSd(observed, flaskMl), DENSITY_PER_K_G_PER_ML * INSTRUMENT_SD.tempC),
    };
  },
};
