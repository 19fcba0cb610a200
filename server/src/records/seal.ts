import { createHash } from 'node:crypto';
import type { BatchEvent, BatchState } from '@north-step/core/batch';
import type { Moment } from '@north-step/core/decide';
import {
  type Anchor,
  canonicalJson,
  type Json,
  NO_RECORD,
  type SealedRecord,
  sealRecord,
} from '@north-step/core/record';
import { allStations, benchSetting } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import { iso, recordBody } from './body.ts';

export const sha256 = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

/**
 * Seals a batch: its whole story as canonical JSON, chained to the record before.
 * @returns the fact that closes the batch
 */
export async function seal(
  context: Context,
  tx: Queryable,
  batch: BatchState,
  stepId: string,
  now: Moment,
): Promise<readonly BatchEvent[]> {
  const movements = await tx.many<{ at: Date; kind: string; note: string; resin_mg: bigint }>(sql`
    SELECT p.at, p.kind, p.note, coalesce(sum(l.resin_mg) FILTER (WHERE l.account IN (SELECT id FROM vessel)), 0)::bigint AS resin_mg
      FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id
     WHERE p.batch_id = ${batch.id} GROUP BY p.id, p.at, p.kind, p.note ORDER BY p.at`);
  const events = await tx.many<{ payload: BatchEvent }>(
    sql`SELECT payload FROM event WHERE batch_id = ${batch.id} ORDER BY seq`,
  );
  const body = recordBody(batch, now, {
    workshop: (await benchSetting(tx)).workshop,
    events: events.map(({ payload }) => payload),
    stations: new Map((await allStations(tx)).map(({ id, name }) => [id, name])),
    movements: movements.map((row) => ({
      at: iso(row.at.getTime()),
      kind: row.kind,
      note: row.note,
      resinIntoBathMg: Number(row.resin_mg),
    })),
    trace: (await traceOf(tx, batch.id)).samples,
  });
  const { hash } = await chain(context, tx, { batchId: batch.id, kind: 'made', body });
  return [{ ...now, type: 'sealed', stepId, hash }];
}

type Link = { readonly batchId: string; readonly kind: 'made' | 'later look'; readonly body: Json };
/** How many records there are, and the hash of the last. */
export async function newestRecord(db: Queryable): Promise<Anchor> {
  const row = await db.maybeOne<{ number: bigint; hash: string }>(
    sql`SELECT number, hash FROM record ORDER BY number DESC LIMIT 1`,
  );
  return row ? { count: Number(row.number), hash: row.hash } : NO_RECORD;
}

/** Writes a record behind the last one. */
export async function chain(context: Context, tx: Queryable, { batchId, kind, body }: Link): Promise<SealedRecord> {
  const last = await newestRecord(tx);
  const record = sealRecord(last.count + 1, body, last.hash, sha256);
  await tx.many(sql`
    INSERT INTO record (number, batch_id, kind, sealed_at, prev_hash, hash, file)
    VALUES (${record.number}, ${batchId}, ${kind}, ${new Date(context.nowMs())}, ${record.prevHash}, ${record.hash}, ${canonicalJson(record)})`);
  return record;
}
