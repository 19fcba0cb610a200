import { type Refusal, type Result, refuse } from '../result/index.ts';
import { bathDensityGPerMl, DEFAULT_RESIN_DENSITY_G_PER_ML, solventDensityGPerMl } from '../solvent/index.ts';
import { Z90 } from '../units/index.ts';
import type { Solvent } from '../wash/index.ts';
import { readingBreach } from './check.ts';
import { bathIndex, CLARITY_PER_PCT_MM } from './optics.ts';
import type { BathLook, RawReading } from './types.ts';

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

/** What else is known of the bath when one reading is taken by itself. */
export type ReadingContext = {
  readonly solvent?: Solvent;
  /** default 95 % */
  readonly strengthPctW?: number;
  /** default 1 % */
  readonly strengthSdPct?: number;
  readonly resinDensityGPerMl?: number;
  /** dimming per % and mm, default a guess */
  readonly clarityPerPctMm?: number;
};
export type Reading = {
  readonly loadPctW: number;
  readonly sdPctW: number;
  readonly range90: readonly [number, number];
};

const LOOK_LOAD: Readonly<Record<BathLook, readonly [loadPctW: number, sdPctW: number]>> = {
  clear: [2, 2],
  hazy: [6, 3],
  hidden: [14, 5],
};

type Known = Required<ReadingContext>;

/**
 * What one reading says of the load by itself, with the spread that its instrument, the strength and the temperature leave.
 * Density: C = (1/ρ_s − 1/ρ)/(1/ρ_s − 1/ρ_r). Residue: C = m/(V·ρ). Clarity: C = −ln(contrast)/(κ·L).
 * @returns load in weight %, never below 0; OUTSIDE_PHYSICS names the field; NO_LOAD for a level, which gives a volume only
 * @source solvent model D
 */
export function interpretReading(raw: RawReading, context: ReadingContext = {}): Result<Reading, Refusal> {
  const known: Known = {
    solvent: context.solvent ?? 'isopropanol',
    strengthPctW: context.strengthPctW ?? 95,
    strengthSdPct: context.strengthSdPct ?? 1,
    resinDensityGPerMl: context.resinDensityGPerMl ?? DEFAULT_RESIN_DENSITY_G_PER_ML,
    clarityPerPctMm: context.clarityPerPctMm ?? CLARITY_PER_PCT_MM,
  };
  const breach = readingBreach(raw, known.solvent);
  if (breach) return refuse(breach);
  switch (raw.kind) {
    case 'residue': {
      const load = resinLoadPctW(raw.residueG, raw.sampleMl, known);
      const sd = resinLoadPctW(raw.residueG + INSTRUMENT_SD.residueG, raw.sampleMl, known) - load;
      return reading(load, Math.hypot(sd, INSTRUMENT_SD.residueShare * load));
    }
    case 'density':
      return byDensity(raw.densityGPerMl, INSTRUMENT_SD.hydrometerGPerMl, raw.tempC, known);
    case 'flask': {
      const density = raw.netG / raw.flaskMl;
      return byDensity(
        density,
        Math.hypot(INSTRUMENT_SD.flaskG / raw.flaskMl, density * INSTRUMENT_SD.flaskMlShare),
        raw.tempC,
        known,
      );
    }
    case 'index': {
      const load = (index: number, more: Partial<Known> = {}, tempC = raw.tempC) =>
        indexLoad(index, tempC, { ...known, ...more });
      return reading(
        load(raw.index),
        spread(load(raw.index), [
          load(raw.index + INSTRUMENT_SD.index),
          load(raw.index, { strengthPctW: weaker(known) }),
          load(raw.index, {}, raw.tempC + INSTRUMENT_SD.tempC),
        ]),
      );
    }
    case 'clarity': {
      const contrast = clarityContrast(raw);
      const load = -Math.log(Math.max(contrast, INSTRUMENT_SD.contrast / 2)) / (known.clarityPerPctMm * raw.pathMm);
      const slope = known.clarityPerPctMm * raw.pathMm * Math.max(contrast, INSTRUMENT_SD.contrast);
      return reading(load, Math.hypot(INSTRUMENT_SD.contrast / slope, INSTRUMENT_SD.clarityShare * load));
    }
    case 'look':
      return reading(...LOOK_LOAD[raw.seen]);
    case 'level':
      return refuse({
        code: 'NO_LOAD',
        field: 'kind',
        message: 'A level gives the volume of a bath, not its load.',
        remedy: 'Book it as a count, or read the load another way.',
      });
  }
}

/** Contrast seen through the jar over the contrast beside it, 0–1. */
export const clarityContrast = (raw: Extract<RawReading, { kind: 'clarity' }>): number =>
  Math.min(1, Math.max(0, (raw.whiteSeen - raw.blackSeen) / (raw.whiteRef - raw.blackRef)));

function reading(load: number, sd: number): Result<Reading, never> {
  const loadPctW = Math.min(100, Math.max(0, load));
  const range90 = [Math.max(0, load - Z90 * sd), Math.max(0, Math.min(100, load + Z90 * sd))] as const;
  return { ok: true, value: { loadPctW, sdPctW: sd, range90 } };
}

const spread = (at: number, moved: readonly number[]): number => Math.hypot(...moved.map((value) => value - at));
const weaker = ({ strengthPctW, strengthSdPct }: Known): number =>
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

function byDensity(density: number, sdGPerMl: number, tempC: number, known: Known): Result<Reading, Refusal> {
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

/** Inverts the index for the share of volume that is resin, then turns that into weight. */
function indexLoad(index: number, tempC: number, known: Known): number {
  const alcohol =
    known.solvent === 'isopropanol'
      ? 'isopropanol'
      : known.solvent === 'ethanol' || known.solvent === 'alcohol'
        ? 'ethanol'
        : 'none';
  const at = (resinVolumeShare: number) =>
    bathIndex({ strengthPctW: known.strengthPctW, alcohol, resinVolumeShare, tempC: Math.min(40, tempC) });
  const volume = (index - at(0)) / (at(1) - at(0));
  const liquid = solventDensityGPerMl({ strengthPctW: known.strengthPctW, tempC: 20, solvent: known.solvent });
  const resin = volume * known.resinDensityGPerMl;
  return (100 * resin) / (resin + (1 - volume) * liquid);
}
