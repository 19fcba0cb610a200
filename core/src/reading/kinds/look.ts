import type { ReadingKindShape } from './shape.ts';
import { reading } from './tools.ts';

/** What an eye says of a bath: the basket shows clearly, through haze, or not at all. */
export const LOOKS = ['clear', 'hazy', 'hidden'] as const;
export type BathLook = (typeof LOOKS)[number];
export type LookReading = { readonly kind: 'look'; readonly seen: BathLook };

const LOOK_LOAD: Readonly<Record<BathLook, readonly [loadPctW: number, sdPctW: number]>> = {
  clear: [2, 2],
  hazy: [6, 3],
  hidden: [14, 5],
};

/** Straight down through the bath at the basket: weak, and costs nothing. */
export const look: ReadingKindShape<LookReading> = {
  name: 'a look',
  minutes: 1,
  alonePctW: () => 4,
  fields: { seen: LOOKS },
  load: ({ seen }) => reading(...LOOK_LOAD[seen]),
};
