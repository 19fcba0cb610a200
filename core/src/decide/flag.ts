import type { BatchEvent, BatchState } from '../batch/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { byBatch } from './deed.ts';
import type { Moment } from './moment.ts';

/** A flag is raised with a note, or lowered with null. */
export type Flagging = {
  readonly note: string | null;
  /** nothing is begun until somebody answers it */
  readonly stops?: boolean | undefined;
  /** what was decided, when it is lowered */
  readonly answer?: string | undefined;
};

/** Raises a flag, or lowers it. One that stops is only lowered with an answer, which stays with the batch. */
export function decideFlag(
  batch: BatchState,
  { note, stops, answer }: Flagging,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  if (note !== null) return ok([{ ...now, type: 'flagged', note, ...(stops ? { stops } : {}) }]);
  if (batch.flag === undefined)
    return refuse({ code: 'NOT_FLAGGED', message: `${batch.name} carries no flag. Nothing was changed.` });
  if (batch.flagStops && !answer?.trim())
    return refuse({
      code: 'FLAG_NEEDS_ANSWER',
      field: 'answer',
      message: `${batch.name} is stopped by a flag: ${batch.flag}`,
      remedy: 'Say what was decided.',
    });
  return ok([{ ...now, type: 'unflagged', ...(answer?.trim() ? { answer: answer.trim() } : {}) }]);
}

export const FLAG_DEEDS = { 'batch.flag': byBatch(decideFlag) };
