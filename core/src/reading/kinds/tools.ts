import { type Refusal, refuse } from '../../result/index.ts';
import { bathDensityGPerMl, solventDensityGPerMl } from '../../solvent/index.ts';
import { plainNumber, Z90 } from '../../units/index.ts';
import type { Solvent } from '../../wash/index.ts';
import type { Known, Reading } from './shape.ts';

/** Spread of the instruments, one standard deviation. Engineering guesses for bench tools. */
export const INSTRUMENT_SD = {
  /** two weighings on a 0.01 g scale, and solvent that stays in the residue */
  residueG: 0.02,
  residueShare: 0.03,
  hydrometerGPerMl: 0.001,
  flaskG: 0.03,
  flaskMlShare: 0.0008,
  index: 0.0004,
  contrast: 0.02,
  clarityShare: 0.15,
  tempC: 0.5,
  levelShare: 0.03,
} as const;
/** A density moves so much with each kelvin that the thermometer is off. */
export const DENSITY_PER_K_G_PER_ML = 0.0008;

/** A hydrometer read a line too low is a slip of the eye, not of physics. */
const DENSITY_SLACK_G_PER_ML = 0.0015;
const HEAVIEST_G_PER_ML = 1.25;

export const bad = (field: string, message: string, remedy: string): Refusal => ({
  code: 'OUTSIDE_PHYSICS',
  field,
  message,
  remedy,
});

export function densityBreach(
  field: string,
  densityGPerMl: number,
  tempC: number,
  solvent: Solvent,
): Refusal | undefined {
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

export function reading(load: number, sd: number): { readonly ok: true; readonly value: Reading } {
  const loadPctW = Math.min(100, Math.max(0, load));
  const range90 = [Math.max(0, load - Z90 * sd), Math.max(0, Math.min(100, load + Z90 * sd))] as const;
  return { ok: true, value: { loadPctW, sdPctW: sd, range90 } };
}
export const noLoad = () =>
  refuse<Refusal>({
    code: 'NO_LOAD',
    field: 'kind',
    message: 'A level gives the volume of a bath, not its load.',
    remedy: 'Book it as a count, or read the load another way.',
  });

/** How far a figure moves when what it rests on is off, all together. */
export const spread = (at: number, moved: readonly number[]): number => Math.hypot(...moved.map((value) => value - at));
/** The strength off by one standard deviation. */
export const weaker = ({ strengthPctW, strengthSdPct }: Known): number =>
  strengthPctW - strengthSdPct >= 0 ? strengthPctW - strengthSdPct : strengthPctW + strengthSdPct;

/** Load of a volume that holds so much resin; the density depends on it, so it is found by repetition. @returns weight % */
export function resinLoadPctW(
  residueG: number,
  sampleMl: number,
  known: Pick<Known, 'strengthPctW' | 'solvent' | 'resinDensityGPerMl'>,
): number {
  let load = 0;
  for (let round = 0; round < 6; round++)
    load = Math.min(99, (100 * residueG) / (sampleMl * bathDensityGPerMl({ ...known, loadPctW: load, tempC: 20 })));
  return load;
}

/** C = (1/ρ_s − 1/ρ)/(1/ρ_s − 1/ρ_r), with the spread of the tool, the strength and the temperature. @source solvent model D */
export function byDensity(density: number, sdGPerMl: number, tempC: number, known: Known) {
  const load = (at: number, strengthPctW: number, atC: number): number => {
    const liquid = 1 / solventDensityGPerMl({ strengthPctW, tempC: Math.min(40, atC), solvent: known.solvent });
    return (100 * (liquid - 1 / at)) / (liquid - 1 / known.resinDensityGPerMl);
  };
  const at = load(density, known.strengthPctW, tempC);
  const sd = spread(at, [
    load(density + sdGPerMl, known.strengthPctW, tempC),
    load(density, weaker(known), tempC),
    load(density, known.strengthPctW, tempC + INSTRUMENT_SD.tempC),
  ]);
  return reading(at, sd);
}
