import type { BatchReply } from '@north-step/contract';
import { applyEvent, type BatchEvent, type BatchState } from '@north-step/core/batch';
import { type Queryable, sql } from '../db/index.ts';
import { loadBatch } from './store.ts';

/** The batch as a command left it, told again from its events. */
export async function batchAfter(
  tx: Queryable,
  batchId: string,
  { commandId }: { readonly commandId: string },
): Promise<BatchReply> {
  const rows = await tx.many<{ payload: BatchEvent }>(sql`
    SELECT payload FROM event WHERE batch_id = ${batchId}
       AND seq <= (SELECT max(seq) FROM event WHERE batch_id = ${batchId} AND command_id = ${commandId})
     ORDER BY seq`);
  const told = rows.reduce<BatchState | undefined>((batch, { payload }) => applyEvent(batch, payload), undefined);
  // a command that found nothing to do has left no event
  return { batch: told ?? (await loadBatch(tx, batchId)) };
}
