import { kindShape } from '../route/index.ts';
import type { BatchState } from './types.ts';

/** Into a machine, and out of it again. Engineering guess, s. */
const TOUCH_S = 60;
/** Nobody's hands are on a step for longer: it was left and forgotten. */
const MOST_S = 2 * 3600;

/** Time in which somebody's hands were on a batch, from what was noted; a machine asks for them as it is filled and emptied, s. */
export function handsOnS({ steps }: Pick<BatchState, 'steps'>): number {
  return steps
    .filter(({ state }) => state === 'done')
    .reduce((sum, { mode, kind, startedAtMs, endedAtMs }) => {
      if (mode === 'timed') return sum + TOUCH_S;
      const tookS = startedAtMs !== undefined && endedAtMs !== undefined ? (endedAtMs - startedAtMs) / 1000 : 0;
      return sum + Math.min(MOST_S, tookS > 0 ? tookS : (kindShape(kind).handsS ?? TOUCH_S));
    }, 0);
}
