/** How a bath can be read. The first six give a figure; a look is weak but costs nothing. */
export const READING_KINDS = ['residue', 'density', 'flask', 'index', 'clarity', 'level', 'look'] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

/** What an eye says of a bath: the basket shows clearly, through haze, or not at all. */
export const LOOKS = ['clear', 'hazy', 'hidden'] as const;
export type BathLook = (typeof LOOKS)[number];

/** What was measured, in the units it was measured in. */
export type RawReading =
  | { readonly kind: 'residue'; readonly sampleMl: number; readonly residueG: number }
  | { readonly kind: 'density'; readonly densityGPerMl: number; readonly tempC: number }
  | { readonly kind: 'flask'; readonly flaskMl: number; readonly netG: number; readonly tempC: number }
  | { readonly kind: 'index'; readonly index: number; readonly tempC: number }
  | {
      readonly kind: 'clarity';
      /** brightness of the card's patches through the jar, and beside it; any one linear scale */
      readonly whiteSeen: number;
      readonly blackSeen: number;
      readonly whiteRef: number;
      readonly blackRef: number;
      readonly pathMm: number;
    }
  | { readonly kind: 'level'; readonly volumeMl: number }
  | { readonly kind: 'look'; readonly seen: BathLook };

export const READING_NAMES: Readonly<Record<ReadingKind, string>> = {
  residue: 'dry residue',
  density: 'hydrometer',
  flask: 'weighed flask',
  index: 'refractive index',
  clarity: 'clarity card',
  level: 'level',
  look: 'a look',
};

/** From this many standard deviations on, a reading disagrees badly with the book. */
export const DISAGREES_SD = 3;
