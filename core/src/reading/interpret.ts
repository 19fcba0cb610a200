import { type Refusal, type Result, refuse } from '../result/index.ts';
import { DEFAULT_RESIN_DENSITY_G_PER_ML } from '../solvent/index.ts';
import type { Solvent } from '../wash/index.ts';
import { loadOf, type RawReading, type Reading, readingBreach } from './kinds/index.ts';
import { CLARITY_PER_PCT_MM } from './optics.ts';

/** What else is known of the bath when one reading is taken by itself. */
export type ReadingContext = {
  readonly solvent?: Solvent | undefined;
  /** default 95 % */
  readonly strengthPctW?: number | undefined;
  /** default 1 % */
  readonly strengthSdPct?: number | undefined;
  readonly resinDensityGPerMl?: number | undefined;
  /** dimming per % and mm, default a guess */
  readonly clarityPerPctMm?: number | undefined;
};

/**
 * What one reading says of the load by itself, with the spread that its instrument, the strength and the temperature leave.
 * @returns load in weight %, never below 0; OUTSIDE_PHYSICS names the field; NO_LOAD for a level, which gives a volume only
 * @source solvent model D
 */
export function interpretReading(raw: RawReading, context: ReadingContext = {}): Result<Reading, Refusal> {
  const solvent = context.solvent ?? 'isopropanol';
  const breach = readingBreach(raw, solvent);
  if (breach) return refuse(breach);
  return loadOf(raw, {
    solvent,
    strengthPctW: context.strengthPctW ?? 95,
    strengthSdPct: context.strengthSdPct ?? 1,
    resinDensityGPerMl: context.resinDensityGPerMl ?? DEFAULT_RESIN_DENSITY_G_PER_ML,
    clarityPerPctMm: context.clarityPerPctMm ?? CLARITY_PER_PCT_MM,
  });
}
