import type { BatchReply } from '@north-step/contract';
import { applyEvent, type BatchEvent, type BatchState } from '@north-step/core/batch';
import { type Queryable, sql } from '../db/index.ts';
import type { Handlings } from '../http/command.ts';
import { createBatch } from './create.ts';
import { correct, laterLooks, lookLater } from './later.ts';
import {
  breakPieces,
  editBatch,
  holdBatch,
  measureSizes,
  mergeBatch,
  mishap,
  recountBroken,
  repeatBatch,
  scrapBatch,
  splitBatch,
} from './manage.ts';
import {
  colourBefore,
  elsewhere,
  extendStep,
  finishStep,
  flagBatch,
  leaveOut,
  lookAt,
  startStep,
  stayIn,
} from './steps.ts';
import { loadBatch } from './store.ts';
import { undo } from './undo.ts';

/** The batch as a command left it, told again from its events. */
export async function batchAfter(
  tx: Queryable,
  batchId: string,
  { commandId }: { readonly commandId: string },
): Promise<BatchReply> {
  const rows = await tx.many<{ payload: BatchEvent }>(sql`
    SELECT payload FROM event WHERE batch_id = ${batchId}
       AND seq <= (SELECT max(seq) FROM event WHERE batch_id = ${batchId} AND command_id = ${commandId})
     ORDER BY seq`);
  const told = rows.reduce<BatchState | undefined>((batch, { payload }) => applyEvent(batch, payload), undefined);
  // a command that found nothing to do has left no event
  return { batch: told ?? (await loadBatch(tx, batchId)) };
}

export const BATCH_HANDLINGS = {
  'batch.create': { work: createBatch, again: batchAfter },
  'batch.flag': { work: flagBatch, again: batchAfter },
  'batch.hold': { work: holdBatch, again: batchAfter },
  'batch.broke': { work: breakPieces, again: batchAfter },
  'batch.measure': { work: measureSizes, again: batchAfter },
  'batch.recount': { work: recountBroken, again: batchAfter },
  'batch.undo': { work: undo, again: batchAfter },
  'batch.mishap': { work: mishap, again: batchAfter },
  'batch.edit': { work: editBatch, again: batchAfter },
  'batch.split': { work: splitBatch, again: batchAfter },
  'batch.merge': { work: mergeBatch, again: batchAfter },
  'batch.repeat': { work: repeatBatch, again: batchAfter },
  'batch.colour': { work: colourBefore, again: batchAfter },
  'batch.later': { work: lookLater, again: laterLooks },
  'batch.scrap': { work: scrapBatch, again: batchAfter },
  'record.correct': { work: correct, again: laterLooks },
  'step.start': { work: startStep, again: batchAfter },
  'step.finish': { work: finishStep, again: batchAfter },
  'step.stay': { work: stayIn, again: batchAfter },
  'step.elsewhere': { work: elsewhere, again: batchAfter },
  'step.leave-out': { work: leaveOut, again: batchAfter },
  'step.extend': { work: extendStep, again: batchAfter },
  'step.look': { work: lookAt, again: batchAfter },
} satisfies Partial<Handlings>;
