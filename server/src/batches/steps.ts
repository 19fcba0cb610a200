import type { BatchReply } from '@north-step/contract';
import { type BatchEvent, type BatchState, stepById } from '@north-step/core/batch';
import {
  decideColourBefore,
  decideElsewhere,
  decideExtend,
  decideFinish,
  decideFlag,
  decideLeaveOut,
  decideLifted,
  decideLook,
  decideStart,
  decideStay,
  type Occupancy,
} from '@north-step/core/decide';
import type { Refusal, Result } from '@north-step/core/result';
import { isLookAfter, isLookBefore, kindShape } from '@north-step/core/route';
import { benchNow } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Outcome, Said, Work } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { needPhoto } from '../photos/index.ts';
import { seal } from '../records/index.ts';
import type { Deed, Noting } from './deed.ts';
import { dryEffects, lightEffects, washEffects } from './effects.ts';
import { holdForChange, record, refuseClosed } from './store.ts';

/** A command whose path names a batch and whose answer is that batch. */
type BatchWork = Pick<Work, 'tx' | 'context' | 'nowMs'> & {
  readonly params: { readonly batchId: string };
  readonly command: Said;
};
type Decided = Result<BatchEvent[], Refusal>;

type Effects<D> = (deed: D, events: readonly BatchEvent[]) => Promise<readonly BatchEvent[]>;

/** A command on a batch that the bench decides: its baths, lamps and room as they are. */
export const act = (
  work: BatchWork,
  decide: (deed: Deed) => Promise<Decided> | Decided,
  effects?: Effects<Deed>,
): Promise<Outcome<BatchReply>> =>
  write(work, async (noting) => ({ ...noting, bench: await benchNow(work.tx, work.nowMs) }), decide, effects);

/** A command on a batch that the batch alone decides. */
export const note = (
  work: BatchWork,
  decide: (noting: Noting) => Promise<Decided> | Decided,
  effects?: Effects<Noting>,
): Promise<Outcome<BatchReply>> => write(work, (noting) => noting, decide, effects);

/** Every command on a batch: load, decide with core, write facts and state, answer with the batch. */
async function write<D extends Noting>(
  { tx, context, nowMs, params: { batchId }, command }: BatchWork,
  know: (noting: Noting) => Promise<D> | D,
  decide: (deed: D) => Promise<Decided> | Decided,
  effects: Effects<D> = async (_, events) => events,
): Promise<Outcome<BatchReply>> {
  const held = await holdForChange(tx, batchId);
  const { batch } = held;
  refuseClosed(batch);
  const now = { atMs: notBefore(batch, context.nowMs(), nowMs), by: command.by };
  const deed = await know({ tx, batch, now });
  const decided = await decide(deed);
  if (!decided.ok) throw new Refused(decided.refusal);
  const events = await effects(deed, decided.value);
  const after = events.length > 0 ? await record(tx, held, events, command.commandId) : batch;
  // what moved nothing but the batch itself is sent as it is; books, lamp hours and records are read again
  const booked = events !== decided.value || events.some(({ type }) => type === 'undone');
  const sealed = events.some(({ type }) => type === 'sealed' || type === 'scrapped');
  const looked = events.some(
    (event) => event.type === 'undone' || (event.type === 'looked' && isLookAfter(stepById(after, event.stepId)!)),
  );
  const washed = events.some(
    (event) => event.type === 'undone' || (event.type === 'looked' && isLookBefore(stepById(after, event.stepId)!)),
  );
  const sized = events.some(({ type }) => type === 'undone' || type === 'measured');
  return {
    reply: { batch: after },
    about: batchId,
    patch: { batch: after },
    topics: [
      'batches',
      `batch:${batchId}`,
      ...(booked ? (['bench', 'solvent'] as const) : []),
      ...(sealed ? (['records'] as const) : []),
      ...(looked ? ([`looked:${batchId}`] as const) : []),
      ...(sized ? (['parts'] as const) : []),
      ...(washed ? ([`washed:${batchId}`] as const) : []),
    ],
  };
}

/** What was pressed happened never before what is known of the batch, nor later than now. */
function notBefore(batch: BatchState, pressedMs: number, nowMs: number): number {
  const told = batch.steps.flatMap(({ startedAtMs = 0, endedAtMs = 0 }) => [startedAtMs, endedAtMs]);
  return Math.min(nowMs, Math.max(pressedMs, batch.createdAtMs, ...told));
}

/** Who is at each station now, in one read: every start asks for it. */
export async function occupancy(tx: Queryable, exceptBatchId: string): Promise<Occupancy> {
  const rows = await tx.many<{ id: string; capacity: number; batches: readonly string[] }>(sql`
    SELECT s.id, s.capacity,
           coalesce((SELECT jsonb_agg(b.name ORDER BY b.created_at) FROM batch b
                      WHERE b.sealed_at IS NULL AND b.id <> ${exceptBatchId}
                        AND jsonb_path_exists(b.state, '$.steps[*] ? (@.state == "running" && @.station == $at)', jsonb_build_object('at', s.id))),
                    '[]'::jsonb) AS batches
      FROM station_there s`);
  return Object.fromEntries(rows.map(({ id, capacity, batches }) => [id, { capacity, batches }]));
}

export const startStep: Handler<'step.start'> = (work) =>
  act(work, async ({ tx, batch, bench, now }) =>
    decideStart(batch, work.params.stepId, bench, await occupancy(tx, batch.id), now),
  );

export const extendStep: Handler<'step.extend'> = (work) =>
  note(work, ({ batch, now }) => decideExtend(batch, work.params.stepId, work.body.addS, now));

export const lookAt: Handler<'step.look'> = async (work) => {
  const look = work.body;
  for (const sha256 of [look.colour?.photoSha256, look.photoSha256]) if (sha256) await needPhoto(work.tx, sha256);
  return act(work, ({ batch, bench, now }) => decideLook(batch, work.params.stepId, look, bench, now));
};

export const colourBefore: Handler<'batch.colour'> = async (work) => {
  await needPhoto(work.tx, work.body.colour.photoSha256);
  return note(work, ({ batch, now }) => decideColourBefore(batch, work.body.colour, now));
};

export const stayIn: Handler<'step.stay'> = (work) =>
  note(work, ({ batch, now }) => decideStay(batch, work.params.stepId, work.body.because, now));

export const leaveOut: Handler<'step.leave-out'> = (work) =>
  act(work, ({ batch, bench, now }) => decideLeaveOut(batch, work.params.stepId, work.body.because, bench, now));

export const elsewhere: Handler<'step.elsewhere'> = (work) =>
  act(work, ({ batch, bench, now }) =>
    decideElsewhere(batch, { stepId: work.params.stepId, stationId: work.body.stationId }, bench, now),
  );

export const flagBatch: Handler<'batch.flag'> = (work) =>
  note(work, ({ batch, now }) => decideFlag(batch, work.body, now));

/** Finishing moves solvent after washes and drying, and seals the record at the end. */
export const finishStep: Handler<'step.finish'> = (work) => {
  const { stepId } = work.params;
  const { liftedAtMs, commandId } = work.command;
  return act(
    work,
    ({ batch, bench, now }) =>
      liftedAtMs === undefined
        ? decideFinish(batch, stepId, bench, now)
        : decideLifted(batch, stepId, liftedAtMs, bench, now),
    async (deed, events) => {
      switch (kindShape(stepById(deed.batch, stepId)!.kind).books) {
        case 'wash':
          return washEffects(work.context, deed, stepId, commandId, events);
        case 'dry':
          return dryEffects(work.context, deed, commandId, events, stepId);
        case 'light':
          return lightEffects(deed, stepId, events);
        case 'record':
          return [
            { ...deed.now, type: 'sealed', stepId, hash: await seal(work.context, deed.tx, deed.batch, deed.now) },
          ];
        case undefined:
          return events;
      }
    },
  );
};
