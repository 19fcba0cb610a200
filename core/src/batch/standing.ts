import type { Perhaps } from '../given/index.ts';
import { isCure } from '../route/index.ts';
import { currentStep, remainingS } from './asked.ts';
import type { BatchState } from './types.ts';

/**
 * How a batch stands, the same on every screen.
 * sealed: its record is written · merged: it became part of another · held: nothing may be begun · stopped: a flag waits for
 * an answer · look: a look waits for its answer · due: a timer has ended · running: a step runs · waiting: the next can begin
 */
export const STANDINGS = ['sealed', 'merged', 'held', 'stopped', 'look', 'due', 'running', 'waiting'] as const;
export type Standing = (typeof STANDINGS)[number];

type Stands = Pick<BatchState, 'steps'> &
  Perhaps<Pick<BatchState, 'recordHash' | 'mergedInto' | 'held' | 'flag' | 'flagStops' | 'lightClosed'>>;

/** @param batch the steps that are not done are enough */
export function standingOf(batch: Stands, nowMs: number): Standing {
  if (batch.recordHash !== undefined) return 'sealed';
  if (batch.mergedInto !== undefined) return 'merged';
  if (batch.held !== undefined) return 'held';
  if (batch.flagStops) return 'stopped';
  const step = currentStep(batch);
  if (step?.mode === 'look') return 'look';
  if (step?.state !== 'running') return 'waiting';
  return step.mode === 'timed' && remainingS(step, nowMs) <= 0 ? 'due' : 'running';
}

/** Nobody plans on it: it waits for a person's word, not for a station or hands. */
export const isStopped = (batch: Stands): boolean => batch.held !== undefined || batch.flagStops === true;

/** Why nothing may be begun on a batch, in its own words; nothing where it goes on. */
export const stoppedWords = (batch: Stands): string | undefined =>
  batch.held !== undefined ? `held: ${batch.held}` : batch.flagStops ? `stopped: ${batch.flag}` : undefined;

/** The light of a batch comes next and no plan fits it: somebody has to open its window. */
export function waitsForLight(batch: Stands): boolean {
  const next = currentStep(batch);
  return batch.lightClosed !== undefined && next !== undefined && isCure(next) && next.state === 'waiting';
}

/** What is marked on a batch, in its own words: why it does not go on, and its flag. */
export function markWords(batch: Stands): string | undefined {
  const marks = [
    stoppedWords(batch) ?? (batch.flag === undefined ? undefined : `flagged: ${batch.flag}`),
    waitsForLight(batch) ? 'no plan of light fits yet' : undefined,
  ].filter((mark) => mark !== undefined);
  return marks.length > 0 ? marks.join('; ') : undefined;
}
