import { type RunState, runNext } from '@north-step/core/reclaim';
import { longTimeText } from '@north-step/core/units';

/** When somebody is called back, or was; nothing where nobody is. */
export const calledBack = (dueInS: number | undefined): string | undefined =>
  dueInS === undefined
    ? undefined
    : dueInS > 0
      ? `${longTimeText(dueInS)} to go`
      : `called back ${longTimeText(dueInS)} ago`;

/** `Look at the settling jar, 4.0 h to go`. */
export function whenText(run: RunState, nowMs: number): string {
  const next = runNext(run, nowMs);
  return next ? [next.say, calledBack(next.dueInS)].filter(Boolean).join(', ') : 'over';
}
