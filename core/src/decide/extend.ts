import { type BatchState, exposureS, remainingS, stepById, wantedS } from '../batch/index.ts';
import { ok, refuse } from '../result/index.ts';
import { isWash } from '../route/index.ts';
import { clockText, plainNumber } from '../units/index.ts';
import { byBatch, type Decided, type OfStep } from './deed.ts';
import { unknownStep } from './gate.ts';
import type { Moment } from './moment.ts';

/** Puts time on a step that runs, or takes some off. */
export function decideExtend(batch: BatchState, stepId: string, addS: number, now: Moment): Decided {
  const step = stepById(batch, stepId);
  if (!step) return refuse(unknownStep(batch, stepId));
  if (step.state !== 'running' || step.mode !== 'timed') {
    return refuse({
      code: 'NOT_RUNNING',
      message: `${step.title} of ${batch.name} is not running; its time was left as it is.`,
    });
  }
  const leftS = remainingS(step, now.atMs);
  // time put on after the timer has ended runs from the press
  const idleS = addS > 0 ? Math.max(0, -leftS) : 0;
  if (isWash(step)) {
    const untilEndS = exposureS(batch, now.atMs) + leftS + idleS;
    if (addS > 0 && untilEndS + addS > batch.card.exposureCapS) {
      return refuse({
        code: 'EXPOSURE_CAP',
        message: `${plainNumber(addS, 3)} s more would pass the ${clockText(batch.card.exposureCapS)} that ${batch.card.name} may stay in solvent.`,
        remedy: 'Lift it out in time; wash again in cleaner solvent if it shines.',
      });
    }
  }
  if (wantedS(step) + addS < 10)
    return refuse({
      code: 'TOO_SHORT',
      message: 'A step of less than 10 s cannot be timed.',
      remedy: 'Finish it instead.',
    });
  return ok([{ ...now, type: 'extended', stepId, addS, ...(idleS > 0 ? { idleS } : {}) }]);
}

/** The parts are past their limit and stay in all the same: why, and by whom, stays with the step. The clock goes on. */
export function decideStay(batch: BatchState, stepId: string, because: string, now: Moment): Decided {
  const step = stepById(batch, stepId);
  if (!step || !isWash(step) || step.state !== 'running')
    return refuse({
      code: 'NOT_IN_SOLVENT',
      message: `${batch.name} is not in a bath now. Nothing was changed.`,
      field: 'stepId',
    });
  if (batch.card.procedure)
    return refuse({
      code: 'PROCEDURE_ONLY',
      message: `${batch.card.name} is washed by ${batch.card.procedure.reference}: it may not stay in longer.`,
      remedy: 'Lift it out.',
    });
  return ok([{ ...now, type: 'stayed', stepId, because }]);
}

export const TIME_DEEDS = {
  'step.extend': byBatch<OfStep & { readonly addS: number }>((batch, { stepId, addS }, now) =>
    decideExtend(batch, stepId, addS, now),
  ),
  'step.stay': byBatch<OfStep & { readonly because: string }>((batch, { stepId, because }, now) =>
    decideStay(batch, stepId, because, now),
  ),
};
