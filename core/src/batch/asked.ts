import { isWash } from '../route/index.ts';
import type { BatchState, Step } from './types.ts';

export const currentStep = (batch: Pick<BatchState, 'steps'>): Step | undefined =>
  batch.steps.find((step) => step.state !== 'done');

/** By station: how many batches are there. */
export function takenBy(batches: readonly BatchState[]): Readonly<Record<string, number>> {
  const taken: Record<string, number> = {};
  for (const batch of batches) taken[placeOf(batch)] = (taken[placeOf(batch)] ?? 0) + 1;
  return taken;
}

/** Where the parts are: at the running step, else where the last finished step left them. */
export function placeOf(batch: BatchState): string {
  const current = currentStep(batch);
  if (current?.state === 'running' || (current && current.mode === 'look')) return current.station;
  const last = batch.steps.filter((step) => step.state === 'done').at(-1);
  return last?.station ?? batch.steps[0]!.station;
}

/** Seconds the parts have spent in solvent so far, over all stages. */
export function exposureS(batch: BatchState, nowMs: number): number {
  return batch.steps
    .filter((step) => isWash(step) && step.startedAtMs !== undefined)
    .reduce((sum, step) => sum + ((step.endedAtMs ?? nowMs) - step.startedAtMs!) / 1000, 0);
}

/** Time that a step is to run in all: as planned, and what was put on or taken off, s. */
export const wantedS = (step: Step): number => (step.plannedS ?? 0) + addedS(step);
/** Put on (or taken off) while it ran, s. */
export const addedS = (step: Step): number => (step.added ?? []).reduce((sum, { addS }) => sum + addS, 0);
/** Between the end of a timer and the press that put more on, s. */
const idleS = (step: Step): number => (step.added ?? []).reduce((sum, one) => sum + one.idleS, 0);

/** Seconds left of a running timed step; negative when it is overdue. */
export const remainingS = (step: Step, nowMs: number): number =>
  wantedS(step) + idleS(step) - (nowMs - (step.startedAtMs ?? nowMs)) / 1000;

/** Between the start and the end of a step by the clock, s; 0 for one that is not done. */
export const tookS = ({ startedAtMs, endedAtMs }: Pick<Step, 'startedAtMs' | 'endedAtMs'>): number =>
  startedAtMs === undefined || endedAtMs === undefined ? 0 : (endedAtMs - startedAtMs) / 1000;

/** How long the machine of a step has run, s: the clock less the time that it stood still. */
export const ranS = (step: Step, nowMs: number): number => {
  const clockS = ((step.endedAtMs ?? nowMs) - (step.startedAtMs ?? nowMs)) / 1000;
  return Math.max(0, clockS - stoodS(step) - idleS(step));
};

/** Time that a step's machine stood still without power, s. */
export const stoodS = (step: Step): number => (step.mishaps ?? []).reduce((sum, { offS = 0 }) => sum + offS, 0);

/** A number that a step knew, where it knew one. */
export const knewNumber = (step: Pick<Step, 'knew'> | undefined, name: string): number | undefined => {
  const value = step?.knew?.[name];
  return typeof value === 'number' ? value : undefined;
};
