import type { BatchReply } from '@north-step/contract';
import { type BatchEvent, type BatchState, stepById } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import type { Decided, Moment, Occupancy } from '@north-step/core/decide';
import { isLookAfter, isLookBefore } from '@north-step/core/route';
import { benchNow } from '../bench/index.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Outcome, Said, Work } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { holdForChange, record, refuseClosed } from './store.ts';

/** What a command on a batch works with: inside its transaction, at one moment. */
export type Noting = {
  readonly tx: Queryable;
  readonly batch: BatchState;
  readonly now: Moment;
};
/** The same for what depends on the baths, the lamps or the room as they are. */
export type Acting = Noting & { readonly bench: BenchNow };

/** A command whose path names a batch and whose answer is that batch. */
export type BatchWork = Pick<Work, 'tx' | 'context' | 'nowMs'> & {
  readonly params: { readonly batchId: string };
  readonly command: Said;
};
export type Effects<D> = (deed: D, events: readonly BatchEvent[]) => Promise<readonly BatchEvent[]>;

/** A command on a batch that the bench decides: its baths, lamps and room as they are. */
export const act = (
  work: BatchWork,
  decide: (deed: Acting) => Promise<Decided> | Decided,
  effects?: Effects<Acting>,
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
