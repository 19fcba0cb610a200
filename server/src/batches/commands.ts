import type { Handlings } from '../http/command.ts';
import { batchAfter } from './after.ts';
import { createBatch } from './create.ts';
import { DEED_HANDLINGS, finishStep } from './deeds.ts';
import { correct, laterLooks, lookLater } from './later.ts';
import { mergeBatch, repeatBatch, scrapBatch, splitBatch } from './manage.ts';
import { undo } from './undo.ts';

export const BATCH_HANDLINGS = {
  ...DEED_HANDLINGS,
  'step.finish': { work: finishStep, again: batchAfter },
  'batch.create': { work: createBatch, again: batchAfter },
  'batch.undo': { work: undo, again: batchAfter },
  'batch.split': { work: splitBatch, again: batchAfter },
  'batch.merge': { work: mergeBatch, again: batchAfter },
  'batch.repeat': { work: repeatBatch, again: batchAfter },
  'batch.later': { work: lookLater, again: laterLooks },
  'batch.scrap': { work: scrapBatch, again: batchAfter },
  'record.correct': { work: correct, again: laterLooks },
} satisfies Partial<Handlings>;
