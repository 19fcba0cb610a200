import type { Topic } from '@north-step/contract';
import type { BatchEvent, BatchState } from '@north-step/core/batch';
import { decideMerge, decideSplit, scrapRefusal } from '@north-step/core/decide';
import { finishDry } from '@north-step/core/plan';
import { ok, refuse } from '@north-step/core/result';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { seal } from '../records/index.ts';
import { hangAgain } from './create.ts';
import { bookDry } from './effects.ts';
import { freeName } from './freeName.ts';
import { holdForChange, loadBatch, record, refuseClosed } from './store.ts';
import { note } from './write.ts';

/** Takes pieces out as a batch of their own. @returns the new batch */
export const splitBatch: Handler<'batch.split'> = async ({ tx, context, params: { batchId }, command }) => {
  const held = await holdForChange(tx, batchId);
  const { batch } = held;
  refuseClosed(batch);
  const now = { atMs: context.nowMs(), by: command.by };
  const into = { id: context.newId(), name: await freeName(tx, batch.name) };
  const split = decideSplit(batch, command, into, now);
  if (!split.ok) throw new Refused(split.refusal);
  await record(tx, held, split.value.stays, command.commandId);
  const created: BatchEvent = { ...now, type: 'created', batch: split.value.goes };
  const goes = await record(tx, undefined, [created], command.commandId);
  return { reply: { batch: goes }, about: goes.id, topics: topicsOf(batch, goes) };
};

/** Puts another batch into this one. @returns this one */
export const mergeBatch: Handler<'batch.merge'> = async ({ tx, context, params: { batchId }, command }) => {
  const into = await holdForChange(tx, batchId);
  const from = await holdForChange(tx, command.otherId);
  for (const { batch } of [into, from]) refuseClosed(batch);
  const now = { atMs: context.nowMs(), by: command.by };
  const merge = decideMerge(into.batch, from.batch, now);
  if (!merge.ok) throw new Refused(merge.refusal);
  await record(tx, from, merge.value.from, command.commandId);
  const after = await record(tx, into, merge.value.into, command.commandId);
  return { reply: { batch: after }, about: after.id, topics: topicsOf(into.batch, from.batch) };
};

/** Hangs the same parts again, by the newest card and the newest version of the route. @returns the new batch */
export const repeatBatch: Handler<'batch.repeat'> = async ({ tx, context, params: { batchId }, command }) => {
  const after = await hangAgain(context, tx, await loadBatch(tx, batchId), command);
  return {
    reply: { batch: after },
    about: after.id,
    topics: ['bench', 'batches', `batch:${after.id}`, `hung:${after.id}`],
  };
};

const topicsOf = (...batches: readonly BatchState[]): Topic[] => [
  'bench',
  'batches',
  ...batches.map(({ id }) => `batch:${id}` as const),
];

/** Gives a batch up: what clings to its parts is booked as dried, and its record says why. */
export const scrapBatch: Handler<'batch.scrap'> = (work) =>
  note(
    work,
    ({ batch }) => {
      const refusal = scrapRefusal(batch);
      // its fact names the record that is sealed below
      return refusal ? refuse(refusal) : ok([]);
    },
    async (noting) => {
      const { tx, batch, now } = noting;
      const { because } = work.body;
      if (finishDry(batch).length > 0) await bookDry(work.context, noting, work.command.commandId, 'scrapped');
      const hash = await seal(work.context, tx, { ...batch, scrapped: { because, ...now } }, now);
      return [{ ...now, type: 'scrapped', because, hash }];
    },
  );
