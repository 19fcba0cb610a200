import { kindShape } from '../route/index.ts';
import type { BatchState } from './types.ts';

/** Hands on a batch at the start or the end of a step. An engineering guess, s. */
export const TOUCH_S = 30;
const IN_AND_OUT_S = 2 * TOUCH_S;
/** Nobody's hands are on a step for longer: it was left and forgotten. */
const MOST_S = 2 * 3600;

/** Time in which somebody's hands were on a batch, from what was noted; a machine asks for them as it is filled and emptied, s. */
export function handsOnS({ steps }: Pick<BatchState, 'steps'>): number {
  return steps
    .filter(({ state }) => state === 'done')
    .reduce((sum, { mode, kind, startedAtMs, endedAtMs }) => {
      if (mode === 'timed') return sum + IN_AND_OUT_S;
      const tookS = startedAtMs !== undefined && endedAtMs !== undefined ? (endedAtMs - startedAtMs) / 1000 : 0;
      return sum + Math.min(MOST_S, tookS > 0 ? tookS : (kindShape(kind).handsS ?? IN_AND_OUT_S));
    }, 0);
}
