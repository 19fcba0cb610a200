import type { BatchReply, ColourCommand } from '@north-step/contract';
import type { Refusal, Result } from '@north-step/core/result';
import {
  type BatchEvent,
  type BatchState,
  decideColourBefore,
  decideExtend,
  decideFinish,
  decideFlag,
  decideLeaveOut,
  decideLifted,
  decideLook,
  decideStart,
  decideStay,
  type Flagging,
  type Look,
  type Occupancy,
  stepById,
} from '@north-step/core/route';
import type { Static } from 'typebox';
import { benchNow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { runCommand } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { needPhoto } from '../photos/index.ts';
import { seal } from '../records/index.ts';
import type { Deed } from './deed.ts';
import { dryEffects, lightEffects, washEffects } from './effects.ts';
import { loadBatch, record, refuseClosed } from './store.ts';

type Command = { readonly commandId: string; readonly by?: string; readonly heldMs?: number };

/** Every command on a batch: load, decide with core, write facts and state, answer with the batch. */
export function act(
  context: Context,
  batchId: string,
  kind: string,
  command: Command,
  decide: (deed: Deed) => Promise<Result<BatchEvent[], Refusal>> | Result<BatchEvent[], Refusal>,
  effects: (deed: Deed, events: readonly BatchEvent[]) => Promise<readonly BatchEvent[]> = async (_, events) => events,
): Promise<BatchReply> {
  return runCommand(context, command, `batch.${kind}`, async (tx, pressed) => {
    const [batch, bench] = await Promise.all([loadBatch(tx, batchId), benchNow(tx, context.nowMs())]);
    refuseClosed(batch);
    const deed: Deed = {
      tx,
      batch,
      bench,
      now: { atMs: notBefore(batch, pressed.nowMs(), context.nowMs()), by: command.by ?? 'workshop' },
    };
    const decided = await decide(deed);
    if (!decided.ok) throw new Refused(decided.refusal);
    const events = await effects(deed, decided.value);
    const after = events.length > 0 ? await record(tx, batch, events, command.commandId) : batch;
    const sealed = events.some((event) => event.type === 'sealed');
    const looked = events.some(
      (event) =>
        event.type === 'undone' || (event.type === 'looked' && stepById(after, event.stepId)?.kind === 'look-cured'),
    );
    return {
      reply: { batch: after },
      topics: [
        'bench',
        'batches',
        `batch:${batchId}`,
        'solvent',
        ...(sealed ? ['records'] : []),
        ...(looked ? [`looked:${batchId}`] : []),
      ],
    };
  });
}

/** What was pressed happened never before what is known of the batch, nor later than now. */
function notBefore(batch: BatchState, pressedMs: number, nowMs: number): number {
  const told = batch.steps.flatMap(({ startedAtMs = 0, endedAtMs = 0 }) => [startedAtMs, endedAtMs]);
  return Math.min(nowMs, Math.max(pressedMs, batch.createdAtMs, ...told));
}

export function startStep(context: Context, batchId: string, stepId: string, command: Command): Promise<BatchReply> {
  return act(context, batchId, `start.${stepId}`, command, async ({ tx, batch, bench, now }) =>
    decideStart(batch, stepId, bench, await occupancy(tx, batchId), now),
  );
}

/** Who is at each station now, in one read: every start asks for it. */
export async function occupancy(tx: Queryable, exceptBatchId: string): Promise<Occupancy> {
  const rows = await tx.many<{ id: string; capacity: number; batches: readonly string[] }>(sql`
    SELECT s.id, s.capacity,
           coalesce((SELECT jsonb_agg(b.name ORDER BY b.created_at) FROM batch b
                      WHERE b.sealed_at IS NULL AND b.id <> ${exceptBatchId}
                        AND jsonb_path_exists(b.state, '$.steps[*] ? (@.state == "running" && @.station == $at)', jsonb_build_object('at', s.id))),
                    '[]'::jsonb) AS batches
      FROM station s`);
  return Object.fromEntries(rows.map(({ id, capacity, batches }) => [id, { capacity, batches }]));
}

export function extendStep(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & { addS: number },
): Promise<BatchReply> {
  return act(context, batchId, `extend.${stepId}`, command, ({ batch, now }) =>
    decideExtend(batch, stepId, command.addS, now),
  );
}

export async function lookAt(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & Look,
): Promise<BatchReply> {
  for (const sha256 of [command.colour?.photoSha256, command.photoSha256])
    if (sha256) await needPhoto(context.db, sha256);
  return act(context, batchId, `look.${stepId}`, command, ({ batch, bench, now }) =>
    decideLook(batch, stepId, command, bench, now),
  );
}

export async function colourBefore(
  context: Context,
  batchId: string,
  { colour, ...command }: Static<typeof ColourCommand>,
): Promise<BatchReply> {
  await needPhoto(context.db, colour.photoSha256);
  return act(context, batchId, 'colour', command, ({ batch, now }) => decideColourBefore(batch, colour, now));
}

export function stayIn(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & { because: string },
): Promise<BatchReply> {
  return act(context, batchId, `stay.${stepId}`, command, ({ batch, now }) =>
    decideStay(batch, stepId, command.because, now),
  );
}

export function leaveOut(
  context: Context,
  batchId: string,
  stepId: string,
  command: Command & { because: string },
): Promise<BatchReply> {
  return act(context, batchId, `leave-out.${stepId}`, command, ({ batch, bench, now }) =>
    decideLeaveOut(batch, stepId, command.because, bench, now),
  );
}

export function flagBatch(context: Context, batchId: string, command: Command & Flagging): Promise<BatchReply> {
  return act(context, batchId, 'flag', command, ({ batch, now }) => decideFlag(batch, command, now));
}

/** Finishing moves solvent after washes and drying, and seals the record at the end. */
export function finishStep(
  context: Context,
  batchId: string,
  stepId: string,
  { liftedAtMs, ...command }: Command & { liftedAtMs?: number },
): Promise<BatchReply> {
  return act(
    context,
    batchId,
    `finish.${stepId}`,
    command,
    ({ batch, bench, now }) =>
      liftedAtMs === undefined
        ? decideFinish(batch, stepId, bench, now)
        : decideLifted(batch, stepId, liftedAtMs, bench, now),
    async (deed, events) => {
      const kind = stepById(deed.batch, stepId)?.kind;
      if (kind === 'wash' || kind === 'rinse') return washEffects(context, deed, stepId, command.commandId, events);
      if (kind === 'dry') return dryEffects(context, deed, command.commandId, events, stepId);
      if (kind === 'cure') return lightEffects(deed, stepId, events);
      if (kind === 'seal') return [...(await seal(context, deed.tx, deed.batch, stepId, deed.now))];
      return events;
    },
  );
}
