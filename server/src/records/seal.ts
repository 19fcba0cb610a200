import { createHash, randomBytes } from 'node:crypto';
import type { BatchEvent, BatchState } from '@north-step/core/batch';
import type { Moment } from '@north-step/core/decide';
import {
  type Anchor,
  canonicalJson,
  type Json,
  NO_RECORD,
  type RecordKind,
  type SealedRecord,
  sealRecord,
} from '@north-step/core/record';
import { allStations, benchSetting } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import { iso, recordBody } from './body.ts';

export const sha256 = (data: string | Uint8Array): string => createHash('sha256').update(data).digest('hex');

/**
 * Seals a batch: its whole story as canonical JSON, chained to the record before.
 * @returns the hash of the record
 */
export async function seal(context: Context, tx: Queryable, batch: BatchState, now: Moment): Promise<string> {
  const [around, { workshop }, stations, { samples }] = await Promise.all([
    tx.one<{ movements: Movement[] | null; events: BatchEvent[]; readings: ReadingBefore[] | null }>(
      aroundOf(batch.id),
    ),
    benchSetting(tx),
    allStations(tx),
    traceOf(tx, batch.id),
  ]);
  const sealing = recordBody(batch, now, {
    workshop,
    events: around.events,
    stations: new Map(stations.map(({ id, name }) => [id, name])),
    movements: (around.movements ?? []).map(({ at, ...row }) => ({ ...row, at: iso(Date.parse(at)) })),
    trace: samples,
    readings: (around.readings ?? []).map(({ at, ...row }) => ({ ...row, at: iso(Date.parse(at)) })),
    salt: randomBytes(16).toString('hex'),
  });
  return (await chain(context, tx, { batchId: batch.id, kind: 'made', ...sealing })).hash;
}

type Movement = { readonly at: string; readonly kind: string; readonly note: string; readonly resinIntoBathMg: number };
type ReadingBefore = {
  readonly at: string;
  readonly bath: string;
  readonly kind: string;
  readonly loadPctW: number | null;
  readonly sdPctW: number | null;
  readonly discarded: boolean;
};
/** Facts of a batch, what it moved in the book, and the last reading of each bath before it was washed there. */
const aroundOf = (batchId: string) => sql`
  SELECT (SELECT jsonb_agg(payload ORDER BY seq) FROM event WHERE batch_id = ${batchId}) AS events,
         (SELECT jsonb_agg(jsonb_build_object('at', m.at, 'kind', m.kind, 'note', m.note, 'resinIntoBathMg', m.resin_mg) ORDER BY m.at)
            FROM (SELECT p.at, p.kind, p.note, coalesce(sum(l.resin_mg) FILTER (WHERE l.account IN (SELECT id FROM vessel)), 0)::bigint AS resin_mg
                    FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id
                   WHERE p.batch_id = ${batchId} GROUP BY p.id, p.at, p.kind, p.note) m) AS movements,
         (SELECT jsonb_agg(jsonb_build_object('at', r.at, 'bath', v.name, 'kind', r.raw->>'kind', 'loadPctW', r.load_pct, 'sdPctW', r.sd_pct,
                             'discarded', coalesce((SELECT verdict = 'discarded' FROM reading_verdict WHERE reading_id = r.id ORDER BY seq DESC LIMIT 1), false)) ORDER BY r.at)
            FROM (SELECT vessel_id, min(started_at) AS washed_at FROM batch_step WHERE batch_id = ${batchId} AND vessel_id IS NOT NULL GROUP BY vessel_id) s
            JOIN vessel v ON v.id = s.vessel_id
            JOIN LATERAL (SELECT * FROM reading WHERE vessel_id = s.vessel_id AND at <= s.washed_at ORDER BY at DESC LIMIT 1) r ON true) AS readings`;

type Link = {
  readonly batchId: string;
  readonly kind: RecordKind;
  readonly body: Json;
  readonly internal?: Json;
};
/** How many records there are, and the hash of the last. */
export async function newestRecord(db: Queryable): Promise<Anchor> {
  const row = await db.maybeOne<{ number: bigint; hash: string }>(
    sql`SELECT number, hash FROM record ORDER BY number DESC LIMIT 1`,
  );
  return row ? { count: Number(row.number), hash: row.hash } : NO_RECORD;
}

/** Writes a record behind the last one. */
export async function chain(
  context: Context,
  tx: Queryable,
  { batchId, kind, body, internal }: Link,
): Promise<SealedRecord> {
  const last = await newestRecord(tx);
  const record = sealRecord(last, body, sha256, internal);
  await tx.many(sql`
    INSERT INTO record (number, batch_id, kind, sealed_at, prev_hash, hash, file)
    VALUES (${record.number}, ${batchId}, ${kind}, ${new Date(context.nowMs())}, ${record.prevHash}, ${record.hash}, ${canonicalJson(record)})`);
  return record;
}
