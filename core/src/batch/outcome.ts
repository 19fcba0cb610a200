import { isLookAfter } from '../route/index.ts';
import type { BatchState, Step } from './types.ts';

/**
 * How a batch ended, or stands if it has not: open · held: nothing may be begun · passed: sealed, whole pieces left, no flag ·
 * flagged: sealed with its flag up · green: handed over uncured · scrapped: given up, or every piece broke · merged: part of another.
 */
export const OUTCOMES = ['open', 'held', 'passed', 'flagged', 'green', 'scrapped', 'merged'] as const;
export type Outcome = (typeof OUTCOMES)[number];

type Ended = Pick<
  BatchState,
  'steps' | 'recordHash' | 'mergedInto' | 'held' | 'flag' | 'scrapped' | 'broken' | 'count'
>;

export function outcomeOf(batch: Ended): Outcome {
  if (batch.mergedInto !== undefined) return 'merged';
  if (batch.recordHash === undefined) return batch.held === undefined ? 'open' : 'held';
  if (batch.scrapped || batch.broken >= batch.count) return 'scrapped';
  if (batch.flag !== undefined) return 'flagged';
  return batch.steps.some(({ kind, state }) => kind === 'hand-over' && state === 'done') ? 'green' : 'passed';
}

/** The first look after light, as it was answered. @returns nothing before it, or where the route has none */
export const firstLookOf = ({ steps }: Pick<BatchState, 'steps'>): Step | undefined =>
  steps.find((step) => isLookAfter(step) && step.state === 'done');

/** Pieces in and out: those that broke, how many of these were mended, how often a look sent the batch back. */
export function countsOf({ count, broken, breakages = [], steps }: BatchState) {
  const glued = breakages.reduce((sum, one) => sum + one.glued, 0);
  const looks = steps.filter(({ mode, state }) => mode === 'look' && state === 'done');
  const reworked = looks.filter(
    ({ outcome }) => outcome !== undefined && outcome !== 'matte' && outcome !== 'good',
  ).length;
  return { in: count, broken, glued, out: count - broken, reworked };
}
