import { type BatchState, currentStep, type Step } from '../batch/index.ts';
import type { Refusal } from '../result/index.ts';
import { isCure, isLookBefore } from '../route/index.ts';

/** Everything before a step must be done; a wet cure is refused by name. */
export function gateBefore(batch: BatchState, step: Step): Refusal | undefined {
  const current = currentStep(batch);
  if (!current || current.id === step.id) return undefined;
  if (isCure(step) && batch.steps.some((s) => isLookBefore(s) && s.state !== 'done')) {
    return {
      code: 'CURE_BEFORE_MATTE',
      message: `${batch.name} has not been seen matte and dry. Curing it wet leaves white marks and can crack it.`,
      remedy: isLookBefore(current) ? 'Look at it first and say matte, shine or tack.' : `Next is: ${current.title}.`,
    };
  }
  return {
    code: 'WRONG_ORDER',
    message: `${step.title} of ${batch.name} comes later.`,
    remedy: `Next is: ${current.title}.`,
  };
}

/** What is held, or stopped by a flag, is not begun, looked at or moved on until somebody has said that it may. */
export function heldBack(batch: BatchState): Refusal | undefined {
  if (batch.held !== undefined)
    return {
      code: 'HELD',
      message: `${batch.name} is held: ${batch.held}`,
      remedy: 'Release it (U) once that is settled.',
    };
  if (batch.flagStops)
    return {
      code: 'FLAG_STOPS',
      message: `${batch.name} is stopped by a flag: ${batch.flag}`,
      remedy: 'Answer the flag (L): what was decided, and by whom.',
    };
  return undefined;
}

export const unknownStep = (batch: BatchState, stepId: string): Refusal => ({
  code: 'UNKNOWN_STEP',
  message: `${batch.name} has no step “${stepId}”.`,
  remedy: 'Reload the page.',
  field: 'stepId',
});

export const already = (batch: BatchState, step: Step, what: 'started' | 'finished'): Refusal => ({
  code: what === 'started' ? 'ALREADY_STARTED' : 'ALREADY_FINISHED',
  message: `${step.title} of ${batch.name} was already ${step.state === 'done' ? 'finished' : what}. Nothing was changed.`,
});
