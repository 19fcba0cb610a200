import { liquid } from '../../liquids/index.ts';
import { DEFAULT_RESIN_DENSITY_G_PER_ML, solventDensityGPerMl } from '../../solvent/index.ts';
import { bathIndex, INDEX_PER_K } from '../optics.ts';
import type { Known, ReadingKindShape } from './shape.ts';
import { bad, INSTRUMENT_SD, reading, spread, weaker } from './tools.ts';

export type IndexReading = { readonly kind: 'index'; readonly index: number; readonly tempC: number };

const INDEX_SLACK = 0.0008;
/** No bath comes near that of resin alone. */
const HIGHEST_INDEX = 1.49;

/** Inverts the index for the share of volume that is resin, then turns that into weight. */
function indexLoad(index: number, tempC: number, known: Known): number {
  const at = (resinVolumeShare: number) =>
    bathIndex({
      strengthPctW: known.strengthPctW,
      mixesAs: liquid(known.solvent).mixesAs,
      resinVolumeShare,
      tempC: Math.min(40, tempC),
    });
  const volume = (index - at(0)) / (at(1) - at(0));
  const liquidGPerMl = solventDensityGPerMl({ strengthPctW: known.strengthPctW, tempC: 20, solvent: known.solvent });
  const resin = volume * known.resinDensityGPerMl;
  return (100 * resin) / (resin + (1 - volume) * liquidGPerMl);
}

/** Two drops on a refractometer. */
export const refractiveIndex: ReadingKindShape<IndexReading> = {
  name: 'refractive index',
  minutes: 1,
  alonePctW: () => 0.5,
  fields: { index: 'refractive index', tempC: '°C' },
  breach: ({ index, tempC }, solvent) => {
    const { mixesAs, base } = liquid(solvent);
    const strengths = base === 'alcohol' ? [0, 50, 88, 100] : [0];
    const least = Math.min(
      ...strengths.map((strengthPctW) => bathIndex({ strengthPctW, mixesAs, resinVolumeShare: 0, tempC })),
    );
    if (index >= least - INDEX_SLACK && index <= HIGHEST_INDEX) return undefined;
    return bad(
      'index',
      `An index of ${index} lies outside ${least.toFixed(4)}–1.4900.`,
      'Wipe the prism, check it with water: 1.3330 at 20 °C.',
    );
  },
  load: (raw, known) => {
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
  },
  expects: ({ index, tempC }, solvent, densityAt) => {
    const density = densityAt(tempC);
    const { mixesAs } = liquid(solvent);
    return {
      shown: ({ loadPctW, strengthPctW }) => {
        const resinG = (loadPctW / 100) * density(strengthPctW, loadPctW);
        const resinVolumeShare = resinG / DEFAULT_RESIN_DENSITY_G_PER_ML;
        return bathIndex({ strengthPctW, mixesAs, resinVolumeShare, tempC });
      },
      observed: index,
      sd: Math.hypot(INSTRUMENT_SD.index, INDEX_PER_K * INSTRUMENT_SD.tempC),
    };
  },
};
