import { CLARITY_PER_PCT_MM, contrastShare } from '../optics.ts';
import type { ReadingKindShape } from './shape.ts';
import { bad, INSTRUMENT_SD, reading } from './tools.ts';

export type ClarityReading = {
  readonly kind: 'clarity';
  /** brightness of the card's patches through the jar, and beside it; any one linear scale */
  readonly whiteSeen: number;
  readonly blackSeen: number;
  readonly whiteRef: number;
  readonly blackRef: number;
  readonly pathMm: number;
};

/** How deep a jar is likely to be. */
const USUAL_JAR_MM = 30;

/** Contrast seen through the jar over the contrast beside it, 0–1. */
export const clarityContrast = (raw: ClarityReading): number =>
  Math.min(1, Math.max(0, (raw.whiteSeen - raw.blackSeen) / (raw.whiteRef - raw.blackRef)));

/** A card of black and white seen through a jar: C = −ln(contrast)/(κ·L). @source solvent model D */
export const clarity: ReadingKindShape<ClarityReading> = {
  name: 'clarity card',
  minutes: 2,
  alonePctW: (loadPctW) => {
    const slope = CLARITY_PER_PCT_MM * USUAL_JAR_MM * contrastShare(loadPctW, USUAL_JAR_MM);
    return Math.hypot(INSTRUMENT_SD.contrast / slope, 0.4 * loadPctW);
  },
  fields: { whiteSeen: 'linear', blackSeen: 'linear', whiteRef: 'linear', blackRef: 'linear', pathMm: 'mm' },
  breach: ({ pathMm, whiteRef, blackRef, whiteSeen, blackSeen }) => {
    if (!(pathMm >= 2 && pathMm <= 500))
      return bad('pathMm', 'The jar must be between 2 and 500 mm deep.', 'Measure it inside, front to back.');
    if (whiteRef <= blackRef)
      return bad('whiteRef', 'Beside the jar, white is not brighter than black.', 'Were the two patches swapped?');
    if (whiteSeen < blackSeen)
      return bad('whiteSeen', 'Through the jar, white is darker than black.', 'Were the two patches swapped?');
    return undefined;
  },
  load: (raw, { clarityPerPctMm }) => {
    const contrast = clarityContrast(raw);
    const load = -Math.log(Math.max(contrast, INSTRUMENT_SD.contrast / 2)) / (clarityPerPctMm * raw.pathMm);
    const slope = clarityPerPctMm * raw.pathMm * Math.max(contrast, INSTRUMENT_SD.contrast);
    return reading(load, Math.hypot(INSTRUMENT_SD.contrast / slope, INSTRUMENT_SD.clarityShare * load));
  },
  expects: (raw) => ({
    shown: ({ loadPctW, dimming }) => contrastShare(loadPctW, raw.pathMm, CLARITY_PER_PCT_MM * dimming),
    observed: clarityContrast(raw),
    sd: INSTRUMENT_SD.contrast * 1.5,
  }),
};
