import { applyEvent, type BatchEvent, type BatchState } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';
import { Refused, unknown } from '../http/errors.ts';

export async function loadBatch(db: Queryable, id: string): Promise<BatchState> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`SELECT state FROM batch WHERE id = ${id}`);
  if (!row) throw unknown('batch', id);
  return row.state;
}

/** A sealed batch does not change any more, nor one that became part of another. */
export function refuseClosed(batch: BatchState): void {
  if (batch.recordHash)
    throw new Refused({ code: 'SEALED', message: `${batch.name} is sealed; its record does not change.` });
  if (batch.mergedInto)
    throw new Refused({
      code: 'MERGED',
      message: `${batch.name} became part of ${batch.mergedInto}.`,
      remedy: 'Go on with that one.',
    });
}

export async function eventsOf(db: Queryable, id: string): Promise<readonly BatchEvent[]> {
  return (
    await db.many<{ payload: BatchEvent }>(sql`SELECT payload FROM event WHERE batch_id = ${id} ORDER BY seq`)
  ).map((row) => row.payload);
}

/** Writes the facts and the state they lead to, in the caller's transaction. @returns the new state */
export async function record(
  tx: Queryable,
  before: BatchState | undefined,
  events: readonly BatchEvent[],
  commandId: string,
): Promise<BatchState> {
  const after = events.reduce<BatchState | undefined>(applyEvent, before);
  if (!after) throw new Error('record: a batch begins with its created event');
  const rows = events.map((event) => ({
    at: new Date(event.atMs).toISOString(),
    type: event.type,
    by: event.by,
    payload: event,
  }));
  const sealedAt = events.find((event) => event.type === 'sealed' || event.type === 'merged')?.atMs;
  const search = [after.name, after.part.name, after.card.name, after.lot, after.customer ?? '', after.note ?? '']
    .join(' ')
    .toLowerCase();
  await tx.many(sql`
    WITH told AS (
      INSERT INTO event (at, batch_id, type, by, payload, command_id)
      SELECT at, ${after.id}::text, type, by, payload, ${commandId}::text
        FROM jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) AS fact (at timestamptz, type text, by text, payload jsonb))
    INSERT INTO batch (id, name, created_at, due_at, sealed_at, flagged, search, route_id, state)
    VALUES (${after.id}, ${after.name}, ${new Date(after.createdAtMs)}, ${after.dueAtMs === undefined ? null : new Date(after.dueAtMs)},
            ${sealedAt === undefined ? null : new Date(sealedAt)}, ${after.flag !== undefined || after.held !== undefined}, ${search}, ${after.route?.id ?? 'two-baths'}, ${JSON.stringify(after)})
    ON CONFLICT (id) DO UPDATE
       SET state = excluded.state, flagged = excluded.flagged, search = excluded.search, due_at = excluded.due_at,
           sealed_at = coalesce(excluded.sealed_at, batch.sealed_at)`);
  return after;
}

const BIRDS = [
  'Tern',
  'Knot',
  'Petrel',
  'Skua',
  'Eider',
  'Fulmar',
  'Gannet',
  'Plover',
  'Dunlin',
  'Avocet',
  'Curlew',
  'Dipper',
  'Godwit',
  'Heron',
  'Linnet',
  'Merlin',
  'Osprey',
  'Pipit',
  'Redshank',
  'Siskin',
] as const;

/** Names are easy to say across a room: a bird, and a number that grows once every bird had its turn. */
export const batchName = (earlier: number): string =>
  `${BIRDS[earlier % BIRDS.length]} ${Math.floor(earlier / BIRDS.length) + 1}`;
