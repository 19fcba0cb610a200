import type { Action } from './types.ts';

/** What a machine's own word says of a step that runs. */
export type Watched = Pick<Action, 'tier' | 'say' | 'reason' | 'fix'>;

/** A machine that was heard from so lately says how it is now. */
export const FRESH_S = 25;
/** Lamps warm up, impellers turn about, sensors are slow. */
export const SETTLING_S = 12;
/** Less than this missing is not worth a correction. */
export const WORTH_S = 10;

/** Time to add, where it is worth it. */
export const fixOf = (addS: number, worthS = WORTH_S): Pick<Watched, 'fix'> =>
  addS >= worthS ? { fix: { addS } } : {};
