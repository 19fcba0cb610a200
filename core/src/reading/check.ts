import type { Refusal } from '../result/index.ts';
import { solventDensityGPerMl } from '../solvent/index.ts';
import { plainNumber } from '../units/index.ts';
import type { Solvent } from '../wash/index.ts';
import { bathIndex } from './optics.ts';
import type { RawReading } from './types.ts';

const bad = (field: string, message: string, remedy: string): Refusal => ({
  code: 'OUTSIDE_PHYSICS',
  field,
  message,
  remedy,
});
/** A hydrometer read a line too low is a slip of the eye, not of physics. */
const DENSITY_SLACK_G_PER_ML = 0.0015;
const INDEX_SLACK = 0.0008;
const HEAVIEST_G_PER_ML = 1.25;

/** Why a reading cannot be true of any bath of this solvent; undefined when it can. */
export function readingBreach(raw: RawReading, solvent: Solvent): Refusal | undefined {
  const notNumber = Object.entries(raw).find(([, value]) => typeof value === 'number' && !Number.isFinite(value));
  if (notNumber) return bad(notNumber[0], `${notNumber[0]} is not a number.`, 'Type it again.');
  if ('tempC' in raw && !(raw.tempC >= 0 && raw.tempC <= 40))
    return bad('tempC', `${plainNumber(raw.tempC)} °C is outside 0–40 °C.`, 'Let the sample reach room temperature.');
  switch (raw.kind) {
    case 'residue': {
      if (!(raw.sampleMl >= 0.5 && raw.sampleMl <= 1000))
        return bad('sampleMl', 'The sample must be between 0.5 and 1,000 mL.', 'Ten millilitres is plenty.');
      if (raw.residueG < 0)
        return bad('residueG', 'The residue weighs less than nothing.', 'Tare the empty dish, then weigh the dry one.');
      if (raw.residueG > raw.sampleMl * 0.7)
        return bad('residueG', 'That is more residue than a bath can hold.', 'Is it dry? Was the dish tared?');
      return undefined;
    }
    case 'density':
      return densityBreach('densityGPerMl', raw.densityGPerMl, raw.tempC, solvent);
    case 'flask':
      if (!(raw.flaskMl >= 5 && raw.flaskMl <= 5000))
        return bad('flaskMl', 'The flask must hold between 5 and 5,000 mL.', 'Read the mark on its neck.');
      return densityBreach('netG', raw.netG / raw.flaskMl, raw.tempC, solvent);
    case 'index': {
      const strengths = solvent === 'water' || solvent === 'detergent' ? [0] : [0, 50, 88, 100];
      const alcohol = strengths.length === 1 ? 'none' : solvent === 'isopropanol' ? 'isopropanol' : 'ethanol';
      const least = Math.min(
        ...strengths.map((strengthPctW) => bathIndex({ strengthPctW, alcohol, resinVolumeShare: 0, tempC: raw.tempC })),
      );
      if (raw.index < least - INDEX_SLACK || raw.index > 1.49)
        return bad(
          'index',
          `An index of ${raw.index} lies outside ${least.toFixed(4)}–1.4900.`,
          'Wipe the prism, check it with water: 1.3330 at 20 °C.',
        );
      return undefined;
    }
    case 'clarity':
      if (!(raw.pathMm >= 2 && raw.pathMm <= 500))
        return bad('pathMm', 'The jar must be between 2 and 500 mm deep.', 'Measure it inside, front to back.');
      if (raw.whiteRef <= raw.blackRef)
        return bad('whiteRef', 'Beside the jar, white is not brighter than black.', 'Were the two patches swapped?');
      if (raw.whiteSeen < raw.blackSeen)
        return bad('whiteSeen', 'Through the jar, white is darker than black.', 'Were the two patches swapped?');
      return undefined;
    case 'level':
      return raw.volumeMl >= 0 ? undefined : bad('volumeMl', 'A bath cannot hold less than nothing.', 'Read it again.');
    case 'look':
      return undefined;
  }
}

function densityBreach(field: string, densityGPerMl: number, tempC: number, solvent: Solvent): Refusal | undefined {
  const pure = solventDensityGPerMl({ strengthPctW: 100, tempC, solvent });
  if (densityGPerMl < pure - DENSITY_SLACK_G_PER_ML)
    return bad(
      field,
      `${densityGPerMl.toFixed(4)} g/mL is lighter than pure ${solvent} at ${plainNumber(tempC)} °C (${pure.toFixed(4)}).`,
      'Is the flask full to its mark, without bubbles, and the empty flask tared?',
    );
  if (densityGPerMl > HEAVIEST_G_PER_ML)
    return bad(field, `${densityGPerMl.toFixed(4)} g/mL is heavier than any bath.`, 'Was the empty flask tared?');
  return undefined;
}
