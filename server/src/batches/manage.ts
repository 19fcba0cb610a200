import type {
  BatchReply,
  BrokeBatch,
  EditBatch,
  MergeBatch,
  MishapCommand,
  RecountBatch,
  SplitBatch,
} from '@north-step/contract';
import {
  type BatchEvent,
  type BatchState,
  decideBroke,
  decideEdit,
  decideHold,
  decideMerge,
  decideMishap,
  decideRecount,
  decideSplit,
} from '@north-step/core/route';
import type { Context } from '../context.ts';
import { runCommand } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { needPhoto } from '../photos/index.ts';
import { hangAgain } from './create.ts';
import { freeName } from './freeName.ts';
import { act } from './steps.ts';
import { loadBatch, record, refuseClosed } from './store.ts';

type Command = { readonly commandId: string; readonly by?: string; readonly heldMs?: number };

export const holdBatch = (context: Context, batchId: string, command: Command & { reason: string | null }) =>
  act(context, batchId, 'hold', command, ({ batch, now }) => decideHold(batch, command.reason, now));

export const breakPieces = (context: Context, batchId: string, { commandId, by, heldMs, ...broke }: BrokeBatch) =>
  act(context, batchId, 'broke', { commandId, by, heldMs }, async ({ tx, batch, now }) => {
    if (broke.photoSha256) await needPhoto(tx, broke.photoSha256);
    return decideBroke(batch, broke, now);
  });

export const recountBroken = (context: Context, batchId: string, command: RecountBatch) =>
  act(context, batchId, 'recount', command, ({ batch, now }) => decideRecount(batch, command, now));

export const mishap = (context: Context, batchId: string, { commandId, by, heldMs, ...happened }: MishapCommand) =>
  act(context, batchId, 'mishap', { commandId, by, heldMs }, ({ batch, bench, now }) =>
    decideMishap(batch, happened, bench, now),
  );

export const editBatch = (context: Context, batchId: string, { commandId, by, heldMs, ...edit }: EditBatch) =>
  act(context, batchId, 'edit', { commandId, by, heldMs }, ({ now }) => decideEdit(edit, now));

/** Takes pieces out as a batch of their own. @returns the new batch */
export function splitBatch(context: Context, batchId: string, command: SplitBatch): Promise<BatchReply> {
  return runCommand(context, command, 'batch.split', async (tx, context) => {
    const batch = await loadBatch(tx, batchId);
    refuseClosed(batch);
    const now = { atMs: context.nowMs(), by: command.by ?? 'workshop' };
    const into = { id: context.newId(), name: await freeName(tx, batch.name) };
    const split = decideSplit(batch, command, into, now);
    if (!split.ok) throw new Refused(split.refusal);
    await record(tx, batch, split.value.stays, command.commandId);
    const created: BatchEvent = { ...now, type: 'created', batch: split.value.goes };
    const goes = await record(tx, undefined, [created], command.commandId);
    return { reply: { batch: goes }, topics: topicsOf(batch, goes) };
  });
}

/** Puts another batch into this one. @returns this one */
export function mergeBatch(context: Context, batchId: string, command: MergeBatch): Promise<BatchReply> {
  return runCommand(context, command, 'batch.merge', async (tx, context) => {
    const [into, from] = [await loadBatch(tx, batchId), await loadBatch(tx, command.otherId)];
    for (const batch of [into, from]) refuseClosed(batch);
    const now = { atMs: context.nowMs(), by: command.by ?? 'workshop' };
    const merge = decideMerge(into, from, now);
    if (!merge.ok) throw new Refused(merge.refusal);
    await record(tx, from, merge.value.from, command.commandId);
    const after = await record(tx, into, merge.value.into, command.commandId);
    return { reply: { batch: after }, topics: topicsOf(into, from) };
  });
}

/** Hangs the same parts again, by the newest card and the newest version of the route. @returns the new batch */
export function repeatBatch(context: Context, batchId: string, command: Command): Promise<BatchReply> {
  return runCommand(context, command, 'batch.repeat', async (tx, context) => {
    const after = await hangAgain(context, tx, await loadBatch(tx, batchId), command);
    return { reply: { batch: after }, topics: ['bench', 'batches', `batch:${after.id}`, `hung:${after.id}`] };
  });
}

const topicsOf = (...batches: readonly BatchState[]): string[] => [
  'bench',
  'batches',
  ...batches.map(({ id }) => `batch:${id}`),
];
