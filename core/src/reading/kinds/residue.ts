import type { ReadingKindShape } from './shape.ts';
import { bad, INSTRUMENT_SD, reading, resinLoadPctW } from './tools.ts';

export type ResidueReading = { readonly kind: 'residue'; readonly sampleMl: number; readonly residueG: number };

/** A sample dried in a dish, and weighed: C = m/(V·ρ). @source solvent model D */
export const residue: ReadingKindShape<ResidueReading> = {
  name: 'dry residue',
  minutes: 15,
  alonePctW: (loadPctW) => Math.hypot(0.25, INSTRUMENT_SD.residueShare * loadPctW),
  fields: { sampleMl: 'mL', residueG: 'g' },
  breach: ({ sampleMl, residueG }) => {
    if (!(sampleMl >= 0.5 && sampleMl <= 1000))
      return bad('sampleMl', 'The sample must be between 0.5 and 1,000 mL.', 'Ten millilitres is plenty.');
    if (residueG < 0)
      return bad('residueG', 'The residue weighs less than nothing.', 'Tare the empty dish, then weigh the dry one.');
    if (residueG > sampleMl * 0.7)
      return bad('residueG', 'That is more residue than a bath can hold.', 'Is it dry? Was the dish tared?');
    return undefined;
  },
  load: ({ sampleMl, residueG }, known) => {
    const load = resinLoadPctW(residueG, sampleMl, known);
    const sd = resinLoadPctW(residueG + INSTRUMENT_SD.residueG, sampleMl, known) - load;
    return reading(load, Math.hypot(sd, INSTRUMENT_SD.residueShare * load));
  },
  expects: ({ sampleMl, residueG }, _, densityAt) => {
    const density = densityAt(20);
    return {
      shown: ({ loadPctW, strengthPctW }) => (sampleMl * density(strengthPctW, loadPctW) * loadPctW) / 100,
      observed: residueG,
      sd: Math.hypot(INSTRUMENT_SD.residueG, INSTRUMENT_SD.residueShare * residueG),
    };
  },
};
