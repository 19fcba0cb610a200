import type { ReadingKindShape } from './shape.ts';
import { bad, INSTRUMENT_SD, noLoad } from './tools.ts';

export type LevelReading = { readonly kind: 'level'; readonly volumeMl: number };

/** The mark at the surface: how much evaporated, not how loaded it is. */
export const level: ReadingKindShape<LevelReading> = {
  name: 'level',
  minutes: 1,
  alonePctW: () => Number.POSITIVE_INFINITY,
  fields: { volumeMl: 'mL' },
  breach: ({ volumeMl }) =>
    volumeMl >= 0 ? undefined : bad('volumeMl', 'A bath cannot hold less than nothing.', 'Read it again.'),
  load: noLoad,
  expects: ({ volumeMl }, _, densityAt) => {
    const density = densityAt(20);
    return {
      shown: ({ massG, strengthPctW, loadPctW }) => massG / density(strengthPctW, loadPctW),
      observed: volumeMl,
      sd: Math.max(20, INSTRUMENT_SD.levelShare * volumeMl),
    };
  },
};
