import type { BatchState } from '../batch/index.ts';
import type { Projection } from './project.ts';

/** Less than this is no delay: plans are no better. */
const WORTH_SAYING_S = 60;
const DAY_MIN = 24 * 60;

/** How much later than due a batch will be done, as the plan of the bench has it. @returns s, nothing when it will be in time */
export function lateS(
  batch: Pick<BatchState, 'id' | 'dueAtMs' | 'recordHash'>,
  projection: Pick<Projection, 'endMs'>,
  nowMs: number,
): number | undefined {
  if (batch.dueAtMs === undefined || batch.recordHash !== undefined) return undefined;
  // what nobody plans on is at least as late as it is now
  const endMs = Math.max(nowMs, projection.endMs[batch.id] ?? nowMs);
  const seconds = (endMs - batch.dueAtMs) / 1000;
  return seconds >= WORTH_SAYING_S ? seconds : undefined;
}

/** `late by 40 min`, `late by 3 h 20`, `late by 2 days`. */
export function lateText(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `late by ${minutes} min`;
  if (minutes < DAY_MIN)
    return `late by ${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${String(minutes % 60).padStart(2, '0')}` : ''}`;
  const days = Math.round(minutes / DAY_MIN);
  return `late by ${days} ${days === 1 ? 'day' : 'days'}`;
}
