import { createHash } from 'node:crypto';
import type { LightTraceReply } from '@north-step/contract';
import { canonicalJson, GENESIS_HASH, type Json, type SealedRecord, sealRecord } from '@north-step/core/record';
import {
  addedS,
  type BatchEvent,
  type BatchState,
  deviationOf,
  exposureS,
  lightS,
  litStepS,
  type Moment,
} from '@north-step/core/route';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import { lightSeen } from './lightSeen.ts';

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
  const body = recordBody(
    batch,
    now,
    movements.map((row) => ({
      at: iso(row.at.getTime()),
      kind: row.kind,
      note: row.note,
      resinIntoBathMg: Number(row.resin_mg),
    })),
    (await traceOf(tx, batch.id)).samples,
  );
  const { hash } = await chain(context, tx, { batchId: batch.id, kind: 'made', body });
  return [{ ...now, type: 'sealed', stepId, hash }];
}

type Link = { readonly batchId: string; readonly kind: 'made' | 'later look'; readonly body: Json };
/** Writes a record behind the last one. */
export async function chain(context: Context, tx: Queryable, { batchId, kind, body }: Link): Promise<SealedRecord> {
  const last = await tx.maybeOne<{ number: bigint; hash: string }>(
    sql`SELECT number, hash FROM record ORDER BY number DESC LIMIT 1`,
  );
  const record = sealRecord(Number(last?.number ?? 0n) + 1, body, last?.hash ?? GENESIS_HASH, sha256);
  await tx.many(sql`
    INSERT INTO record (number, batch_id, kind, sealed_at, prev_hash, hash, file)
    VALUES (${record.number}, ${batchId}, ${kind}, ${new Date(context.nowMs())}, ${record.prevHash}, ${record.hash}, ${canonicalJson(record)})`);
  return record;
}

export const iso = (atMs: number): string => new Date(atMs).toISOString();

/** What a record holds: who, what, when, what was known, what was seen. Times are UTC. */
export function recordBody(
  batch: BatchState,
  now: Moment,
  movements: readonly Json[],
  trace: LightTraceReply['samples'] = [],
): Json {
  const body = {
    batch: batch.name,
    batchId: batch.id,
    customer: batch.customer,
    part: { ...batch.part },
    count: batch.count,
    route: batch.route && { ...batch.route },
    broken: batch.broken,
    breakages: batch.breakages?.map(({ atMs, ...breakage }) => ({ ...breakage, at: iso(atMs) })),
    resin: {
      name: batch.card.name,
      card: batch.card.version,
      family: batch.card.family,
      lot: batch.lot,
      procedure: batch.card.procedure?.reference,
    },
    flag: batch.flag,
    flagsAnswered: batch.flagsAnswered?.map(({ atMs, ...flag }) => ({ ...flag, at: iso(atMs) })),
    leftOut: batch.leftOut?.map(({ atMs, ...step }) => ({ ...step, at: iso(atMs) })),
    returned: batch.returned && { ...batch.returned },
    created: iso(batch.createdAtMs),
    sealed: iso(now.atMs),
    sealedBy: now.by,
    secondsInSolvent: Math.round(exposureS(batch, now.atMs)),
    exposureLimitS: batch.card.exposureCapS,
    secondsOfLight: Math.round(lightS(batch)),
    light: batch.light && { ...batch.light },
    steps: batch.steps
      .filter((step) => step.state === 'done')
      .map((step) => ({
        title: step.title,
        kind: step.kind,
        plannedS: step.plannedS,
        addedS: addedS(step) || undefined,
        lightS: step.kind === 'cure' ? Math.round(litStepS(step)) : undefined,
        added: step.added?.map(({ atMs, idleS, ...more }) => ({ ...more, idleS: Math.round(idleS), at: iso(atMs) })),
        tookS: Math.round((step.endedAtMs! - step.startedAtMs!) / 1000),
        started: iso(step.startedAtMs!),
        ended: iso(step.endedAtMs!),
        by: step.by,
        outcome: step.outcome,
        note: step.note,
        photoSha256: step.photoSha256,
        mishaps: step.mishaps?.map(({ atMs, ...mishap }) => ({ ...mishap, at: iso(atMs) })),
        stays: step.stays?.map(({ atMs, ...stay }) => ({ ...stay, at: iso(atMs) })),
        colour: step.colour && { ...step.colour },
        deviation: deviationOf(batch, step),
        knew: step.knew,
        lightSeen: lightSeen(trace.filter(({ stepId }) => stepId === step.id)),
      })),
    movements,
    constants: 'Resin and wash constants are defaults to be calibrated, not measurements.',
  };
  return JSON.parse(canonicalJson(body)) as Json;
}
