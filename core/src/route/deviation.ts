import { clockText } from '../units/index.ts';
import type { BatchState, Step } from './types.ts';

/** What nobody can time better by hand. */
const LEAST_S = 5;
const LEAST_SHARE = 0.05;

/**
 * How a step of a validated procedure was done otherwise than it says: by more than five seconds and five percent.
 * @returns nothing for other batches, unfinished steps, and steps done as written
 */
export function deviationOf(batch: BatchState, step: Step): string | undefined {
  const { procedure } = batch.card;
  if (!procedure || step.mode !== 'timed' || step.kind === 'drip') return undefined;
  if (step.startedAtMs === undefined || step.endedAtMs === undefined || step.plannedS === undefined) return undefined;
  const offS = (step.endedAtMs - step.startedAtMs) / 1000 - step.plannedS;
  if (Math.abs(offS) <= Math.max(LEAST_S, LEAST_SHARE * step.plannedS)) return undefined;
  return `${clockText(Math.abs(offS))} ${offS > 0 ? 'longer' : 'shorter'} than ${procedure.reference}`;
}
