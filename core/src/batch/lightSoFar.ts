import { isCure } from '../route/index.ts';
import { currentStep, knewNumber, ranS, remainingS } from './asked.ts';
import type { BatchState, Step } from './types.ts';

/** Light a batch has had in finished steps, s of the lamp's usual light: by its sensor where there was one, else by its timer. */
export const lightS = (batch: Pick<BatchState, 'steps'>): number =>
  batch.steps.filter((step) => isCure(step) && step.state === 'done').reduce((sum, step) => sum + litStepS(step), 0);

/** Light of one finished cure, s. */
export function litStepS(step: Step): number {
  return knewNumber(step, 'litS') ?? litByTimerS(step, step.endedAtMs!);
}

/** Light of a cure that nobody watched: as long as it was on, and no longer than its timer. The sun has none. @returns s */
function litByTimerS(step: Step, nowMs: number): number {
  const overS = step.daylight ? 0 : Math.max(0, -remainingS(step, step.endedAtMs ?? nowMs));
  return Math.max(0, ranS(step, nowMs) - overS);
}

/** What a lamp's own sensor has shown of the step that runs, until its last sample. */
export type LitSeen = {
  readonly stepId: string;
  readonly litS: number;
  readonly lastShare: number;
  readonly lastAtMs: number;
};
/** A sensor that is silent for longer than this says nothing of now. */
export const HEARD_MS = 25_000;

/** Light of the cure that runs, s: by its lamp's sensor where one was heard, else by its timer. 0 where none runs. */
export function litNowS(batch: BatchState, nowMs: number, seen?: LitSeen): number {
  const step = currentStep(batch);
  if (!step || !isCure(step) || step.state !== 'running') return 0;
  if (seen?.stepId !== step.id) return litByTimerS(step, nowMs);
  const sinceMs = Math.min(HEARD_MS, Math.max(0, nowMs - seen.lastAtMs));
  return seen.litS + (seen.lastShare * sinceMs) / 1000;
}

/** All light that a batch has had until now, s. One number for the window's pointer, its limit and what is missing. */
export const lightSoFarS = (batch: BatchState, nowMs: number, seen?: LitSeen): number =>
  lightS(batch) + litNowS(batch, nowMs, seen);
