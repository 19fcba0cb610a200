import { type BatchState, currentStep, remainingS, type Step } from '../batch/index.ts';
import { isWet } from '../route/index.ts';
import { clockText } from '../units/index.ts';

/** Hands on a basket: out, hang over the bath, on to the next place. An engineering guess. */
export const PULL_OUT_S = 30;
/** Seconds late or early that a pull-out may be without harm. */
const TOLERANCE_S = 15;

/** A moment at which somebody must stand at a bath. */
export type PullOut = { readonly name: string; readonly inS: number };

/** Pull-outs of everything that is in a bath now. */
export function pullOuts(batches: readonly BatchState[], nowMs: number): readonly PullOut[] {
  return batches.flatMap((batch) => {
    const step = currentStep(batch);
    return step?.state === 'running' && isWet(step) && step.mode === 'timed'
      ? [{ name: batch.name, inS: Math.max(0, remainingS(step, nowMs)) }]
      : [];
  });
}

/**
 * Whether a wash begun now would end when all hands are at other baths: its own pull-out, and those of the washes that
 * follow it at once.
 * @returns whom it would meet, and in how many seconds it can be begun without
 */
export function clashOf(
  batch: BatchState,
  step: Step,
  others: readonly PullOut[],
  hands: number,
): { readonly meets: string; readonly clearInS: number } | undefined {
  if (!isWet(step) || step.mode !== 'timed' || step.plannedS === undefined) return undefined;
  const own: number[] = [];
  let at = 0;
  for (const next of batch.steps.slice(batch.steps.indexOf(step))) {
    if (!isWet(next) || next.plannedS === undefined) break;
    at += next.plannedS;
    own.push(at);
    at += PULL_OUT_S;
  }
  const apartS = PULL_OUT_S + TOLERANCE_S;
  const meets = (delayS: number) =>
    others.filter(({ inS }) => own.some((pull) => Math.abs(pull + delayS - inS) < apartS));
  const now = meets(0);
  if (now.length < hands) return undefined;
  const delays = now
    .flatMap(({ inS }) => own.map((pull) => inS + apartS - pull))
    .filter((delay) => delay > 0)
    .sort((a, b) => a - b);
  const clearInS = delays.find((delay) => meets(delay).length < hands) ?? delays.at(-1) ?? apartS;
  return { meets: now.map(({ name }) => name).join(' and '), clearInS: Math.ceil(clearInS) };
}

export const clashWords = (meets: string, clearInS: number): string =>
  `It would come out when ${meets} does, and there are no hands for both: begin it in ${clockText(clearInS)}.`;
