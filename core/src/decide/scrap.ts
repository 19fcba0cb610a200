import { type BatchState, currentStep } from '../batch/index.ts';
import type { Refusal } from '../result/index.ts';

/** A batch can be given up at any time but while its parts are in a bath, a lamp or an oven. @returns why not */
export function scrapRefusal(batch: BatchState): Refusal | undefined {
  const step = currentStep(batch);
  if (step?.state !== 'running') return undefined;
  return {
    code: 'STILL_IN',
    message: `${batch.name} is still at “${step.title}”.`,
    remedy: 'End that first, so that its time and its solvent are noted; then scrap it.',
  };
}
