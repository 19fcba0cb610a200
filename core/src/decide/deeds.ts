import { COLOUR_DEEDS } from './colourBefore.ts';
import { ELSEWHERE_DEEDS } from './elsewhere.ts';
import { TIME_DEEDS } from './extend.ts';
import { FINISH_DEEDS } from './finish.ts';
import { FLAG_DEEDS } from './flag.ts';
import { LOOK_DEEDS } from './look.ts';
import { NOTE_DEEDS } from './manage.ts';
import { SIZE_DEEDS } from './measure.ts';
import { MISHAP_DEEDS } from './mishap.ts';
import { START_DEEDS } from './start.ts';

/**
 * Everything done to a batch that its state and the bench decide, by its command. The server takes its handlings from here,
 * and the browser foresees by it what a press will do. What needs more (other batches, earlier facts, records) is not here.
 */
export const DEEDS = {
  ...START_DEEDS,
  ...FINISH_DEEDS,
  ...TIME_DEEDS,
  ...LOOK_DEEDS,
  ...ELSEWHERE_DEEDS,
  ...MISHAP_DEEDS,
  ...FLAG_DEEDS,
  ...NOTE_DEEDS,
  ...SIZE_DEEDS,
  ...COLOUR_DEEDS,
};
export type DeedType = keyof typeof DEEDS;
export const DEED_TYPES = Object.keys(DEEDS) as DeedType[];
