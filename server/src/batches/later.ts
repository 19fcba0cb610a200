import type { CommandBody, CorrectedRow, LaterLooked, LaterReply } from '@north-step/contract';
import { type BatchState, cameBack, countsText } from '@north-step/core/batch';
import { decideTakeBack, litAtMs } from '@north-step/core/decide';
import { diagnose, factsOf } from '@north-step/core/diagnose';
import { causeName, isFault } from '@north-step/core/look';
import { type Correction, canonicalJson, type Json, type RecordKind, type SealedRecord } from '@north-step/core/record';
import { benchNow } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import type { Handler, Work } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { needPhoto } from '../photos/index.ts';
import { chain, iso } from '../records/index.ts';
import { freeName } from './freeName.ts';
import { loadBatch, record } from './store.ts';

const MOST_CAUSES = 3;
/**
 * What was seen of a sealed batch later: a record of its own behind the batch's, which does not change.
 * Pieces can come back onto the bench as a batch of their own.
 */
export const lookLater: Handler<'batch.later'> = async ({ tx, context, params: { batchId }, command }) => {
  const batch = await loadBatch(tx, batchId);
  const nowMs = context.nowMs();
  const now = { atMs: nowMs, by: command.by };
  refuseLater(batch, command);
  if (command.photoSha256) await needPhoto(tx, command.photoSha256);
  const back = command.takeBack ? await takeBack(context, tx, batch, command, now) : undefined;
  const lit = litAtMs(batch);
  const causes = isFault(command.seen) ? diagnose(command.seen, factsOf(batch, await benchNow(tx, nowMs), nowMs)) : [];
  const body = {
    kind: 'later look',
    batch: batch.name,
    batchId: batch.id,
    record: batch.recordHash,
    part: batch.part.name,
    seen: command.seen,
    count: command.count,
    pieces: command.pieces && countsText(command.pieces),
    of: batch.count,
    cameBack: command.cameBack ?? false,
    note: command.note,
    photoSha256: command.photoSha256,
    takenBackAs: back && { id: back.id, name: back.name },
    hoursAfterLight: lit === undefined ? undefined : Math.round((nowMs - lit) / 3_600_000),
    likely: causes
      .slice(0, MOST_CAUSES)
      .map(({ id, share }) => ({ cause: causeName(id), share: Number(share.toFixed(2)) })),
    by: now.by,
    at: iso(nowMs),
  };
  await chain(context, tx, { batchId, kind: 'later look', body: JSON.parse(canonicalJson(body)) as Json });
  return {
    reply: await laterLooks(tx, batchId),
    about: batchId,
    topics: ['bench', 'records', 'batches', `batch:${batchId}`],
  };
};

/** Which kinds a fault was seen on must be kinds of the batch, whether they come back or not. */
function refuseLater(batch: BatchState, { count, pieces }: CommandBody<'batch.later'>): void {
  if (batch.mergedInto || batch.recordHash === undefined)
    throw new Refused({
      code: 'NOT_SEALED',
      message: batch.mergedInto
        ? `${batch.name} became part of ${batch.mergedInto}.`
        : `${batch.name} is still on the bench.`,
      remedy: batch.mergedInto ? 'Look at that one.' : 'Answer its look there.',
    });
  if (count > batch.count)
    throw new Refused({
      code: 'BAD_VALUE',
      field: 'count',
      message: `${batch.name} had ${batch.count} pieces; ${count} cannot have been looked at.`,
    });
  if (pieces && pieces.reduce((sum, one) => sum + one.count, 0) !== count)
    throw new Refused({
      code: 'BAD_VALUE',
      field: 'pieces',
      message: `${countsText(pieces)} are not ${count} in all.`,
    });
  const kinds = pieces && cameBack(batch, { pieces });
  if (kinds && !kinds.ok) throw new Refused(kinds.refusal);
}

async function takeBack(
  context: Context,
  tx: Queryable,
  batch: BatchState,
  { count, pieces, seen, commandId }: Work<'batch.later'>['command'],
  now: { readonly atMs: number; readonly by: string },
): Promise<BatchState> {
  const into = { id: context.newId(), name: await freeName(tx, batch.name) };
  const taken = decideTakeBack(batch, { count, pieces, what: seen, into }, now);
  if (!taken.ok) throw new Refused(taken.refusal);
  return record(tx, undefined, [taken.value], commandId);
}

type Body = Omit<LaterLooked, 'number' | 'hash' | 'atMs' | 'pieces' | 'note' | 'photoSha256' | 'takenBackAs'> & {
  readonly at: string;
  readonly pieces?: string;
  readonly note?: string;
  readonly photoSha256?: string;
  readonly takenBackAs?: { readonly id: string; readonly name: string };
};

/** What the record of a batch says wrongly, as a record of its own behind it. */
export const correct: Handler<'record.correct'> = async ({ tx, context, params: { batchId }, body: said, command }) => {
  const batch = await loadBatch(tx, batchId);
  if (batch.recordHash === undefined)
    throw new Refused({
      code: 'NOT_SEALED',
      message: `${batch.name} has no record yet.`,
      remedy: 'While it is on the bench it can be changed, counted anew and noted.',
    });
  if (said.wrong.trim() === said.right.trim())
    throw new Refused({
      code: 'SAME_VALUE',
      field: 'right',
      message: `“${said.right}” is what stands there. Nothing was written.`,
    });
  const body = {
    kind: 'correction',
    batch: batch.name,
    batchId,
    part: batch.part.name,
    record: batch.recordHash,
    ...said,
    by: command.by,
    at: iso(context.nowMs()),
  };
  await chain(context, tx, { batchId, kind: 'correction', body });
  return {
    reply: await laterLooks(tx, batchId),
    about: batchId,
    topics: ['records', 'batches', `batch:${batchId}`],
  };
};

/** Every later look at a batch and every correction of its record, oldest first. */
export async function laterLooks(db: Queryable, batchId: string): Promise<LaterReply> {
  const rows = await db.many<{ number: bigint; kind: RecordKind; file: string | null }>(sql`
    SELECT number, kind, CASE WHEN kind <> 'made' THEN file END AS file FROM record WHERE batch_id = ${batchId} ORDER BY number`);
  const made = rows.find(({ kind }) => kind === 'made');
  const later = rows.flatMap(({ kind, file }) =>
    file === null ? [] : [{ kind, ...(JSON.parse(file) as SealedRecord) }],
  );
  return {
    record: made ? Number(made.number) : null,
    looks: later.flatMap(({ kind, ...record }) => (kind === 'later look' ? [lookedOf(record)] : [])),
    corrections: later.flatMap(({ kind, ...record }) => (kind === 'correction' ? [correctedOf(record)] : [])),
  };
}

function lookedOf({ number, hash, body }: SealedRecord): LaterLooked {
  const { seen, count, pieces, cameBack, note, photoSha256, takenBackAs, likely, by, at } = body as unknown as Body;
  return {
    number,
    hash,
    seen,
    count,
    pieces: pieces ?? null,
    cameBack,
    note: note ?? null,
    photoSha256: photoSha256 ?? null,
    takenBackAs: takenBackAs ?? null,
    likely,
    by,
    atMs: Date.parse(at),
  };
}

function correctedOf({ number, hash, body }: SealedRecord): CorrectedRow {
  const { about, wrong, right, because, by, at } = body as unknown as Correction & { by: string; at: string };
  return { number, hash, about, wrong, right, because, by, atMs: Date.parse(at) };
}
