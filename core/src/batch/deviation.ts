import { isCure } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { tookS, wantedS } from './asked.ts';
import { litStepS } from './lightSoFar.ts';
import type { BatchState, Step } from './types.ts';

/** What nobody can time better by hand. */
const LEAST_S = 5;
const LEAST_SHARE = 0.05;
/** Where no procedure is exact: what anybody would ask about. Engineering guesses. */
const USUAL_S = 15;
const USUAL_SHARE = 0.25;
/** Times that nobody minds: dripping and resting longer than planned only waits. */
const MAY_BE_LONGER: ReadonlySet<Step['kind']> = new Set(['drip', 'dry']);

/**
 * How a step was done otherwise than planned. By a validated procedure: by more than five seconds and five percent; else by more
 * than fifteen seconds and a quarter of its time. A cure counts by the light given.
 * @returns nothing for unfinished steps, and steps done as planned
 */
export function deviationOf(batch: BatchState, step: Step): string | undefined {
  const { procedure } = batch.card;
  if (step.mode !== 'timed' || step.plannedS === undefined || (procedure && step.kind === 'drip')) return undefined;
  if (step.startedAtMs === undefined || step.endedAtMs === undefined) return undefined;
  const ranS = isCure(step) ? litStepS(step) : tookS(step);
  const plannedS = procedure ? step.plannedS : wantedS(step);
  const offS = ranS - plannedS;
  const within = procedure ? Math.max(LEAST_S, LEAST_SHARE * plannedS) : Math.max(USUAL_S, USUAL_SHARE * plannedS);
  if (Math.abs(offS) <= within || (!procedure && offS > 0 && MAY_BE_LONGER.has(step.kind))) return undefined;
  const than = procedure ? procedure.reference : `the ${clockText(plannedS)} planned`;
  return `${clockText(Math.abs(offS))} ${offS > 0 ? 'longer' : 'shorter'} than ${than}`;
}
